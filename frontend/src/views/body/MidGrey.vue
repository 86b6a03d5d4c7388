<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

/** How far the tone that a body's meter aims at lies under white: what is still lacking, or the figure on a scale of stops. */
const props = defineProps<{ told: Schemas["GreyTold"]; busy: boolean }>();
const emit = defineEmits<{ take: [] }>();
const has = computed(() => props.told.now ?? props.told.usual);
const stops = (value: number): string => value.toFixed(2);
/** Six stops down from white, fifty pixels each. */
const STOP = 50;
const STOPS = [0, 1, 2, 3, 4, 5, 6];
</script>

<template>
  <h3>From grey to white</h3>
  <p class="reason">
    Three raws or more of the same wall as the meter sets them: program, aperture priority or shutter priority, compensation as
    you like, highlight protection off, at f/8 so that the middle is no brighter than the rest. They count among those above.
  </p>
  <p v-if="told.lacks && told.frames" class="quiet">it lacks {{ told.lacks }}</p>
  <div v-else-if="told.frames" class="grey">
    <svg :viewBox="`0 0 ${6 * STOP + 20} 40`" role="img" :aria-label="`grey ${stops(told.stops)} stops under white`">
      <line x1="10" :x2="6 * STOP + 10" y1="20" y2="20" />
      <template v-for="one in STOPS" :key="one">
        <line :x1="10 + one * STOP" :x2="10 + one * STOP" y1="20" y2="25" />
        <text :x="10 + one * STOP" y="37">{{ one ? `−${one}` : "white" }}</text>
      </template>
      <circle class="has" :cx="10 + has * STOP" cy="20" r="5" />
      <line class="found" :x1="10 + told.stops * STOP" :x2="10 + told.stops * STOP" y1="6" y2="20" />
    </svg>
    <p>
      <b>{{ stops(told.stops) }} stops</b> <span class="quiet">± {{ stops(Math.max(told.off, 0.01)) }}</span> by
      {{ told.frames }} metered raws. {{ told.now === null ? "Taken for granted:" : "The body has" }} {{ stops(has) }}.
    </p>
    <button class="button" :disabled="busy" @click="emit('take')">
      {{ told.taken ? "Take this distance anew" : "Take this distance" }}
    </button>
  </div>
</template>

<style scoped>
.grey {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
svg {
  width: 320px;
  max-width: 100%;
}
line {
  stroke: var(--ink);
}
text {
  font-size: 11px;
  text-anchor: middle;
  fill: var(--second);
}
.has {
  fill: var(--bg);
  stroke: var(--ink);
}
.found {
  stroke-width: 3;
}
</style>
