<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

/** How long a frame is read, by the bands of a lamp on the mains: what is still lacking, or the figure, beside what the body has. */
const props = defineProps<{ told: Schemas["ReadOutTold"]; linked: boolean; busy: boolean }>();
const emit = defineEmits<{ bring: [event: Event]; fetch: []; take: [] }>();
const ms = (seconds: number, places = 1): string => `${(1000 * seconds).toFixed(places)} ms`;
/** As many places as are known. */
const places = computed(() => Math.max(0, Math.min(2, -Math.floor(Math.log10(1000 * props.told.read_off || 1)))));
/** Bands as they lie over a frame, bright and dark. */
const bands = computed(() =>
  Array.from({ length: 60 }, (_, k) => 0.5 + 0.5 * Math.cos(2 * Math.PI * props.told.bands * ((k + 0.5) / 60))),
);
</script>

<template>
  <h3>How long a frame is read</h3>
  <p class="reason">
    A wall under a lamp on the mains that pulses, out of focus, with the electronic shutter at 1/500 or shorter: six raws or more,
    each begun anew. A lamp at {{ told.mains_hz }} Hz, as your habits say of the mains, pulses {{ told.pulses_hz }} times a
    second.
  </p>
  <div class="tools">
    <label class="button"
      >Bring raws under a lamp<input
        class="visually-hidden"
        type="file"
        multiple
        accept=".dng,.raw,image/*"
        aria-label="bring raws of a wall under a lamp"
        :disabled="busy"
        @change="emit('bring', $event)"
    /></label>
    <button v-if="linked && !busy" class="button" @click="emit('fetch')">Bring those under a lamp over the link</button>
    <span class="quiet">{{ told.frames }} of {{ told.most }} frames under a lamp</span>
  </div>
  <p v-if="told.lacks && told.frames" class="quiet">it lacks {{ told.lacks }}</p>
  <div v-else-if="told.frames" class="read">
    <svg
      viewBox="0 0 60 60"
      preserveAspectRatio="none"
      class="bands"
      role="img"
      :aria-label="`${told.bands.toFixed(1)} bands in a frame`"
    >
      <rect v-for="(light, k) in bands" :key="k" x="0" width="60" :y="k" height="1.05" :fill-opacity="0.15 + 0.7 * light" />
    </svg>
    <p>
      <b>{{ ms(told.read_s, places) }}</b> <span class="quiet">± {{ ms(Math.max(told.read_off, 1e-5), places) }}</span
      >: {{ told.bands.toFixed(2) }} bands in a frame, about {{ Math.round(100 * told.depth) }} % brighter and darker.
      {{ told.taken ? "The body has" : "Taken for granted:" }} {{ told.now_s === null ? "none" : ms(told.now_s) }}.
    </p>
    <button class="button" :disabled="busy" @click="emit('take')">
      {{ told.taken ? "Take this time anew" : "Take this time" }}
    </button>
  </div>
</template>

<style scoped>
.tools,
.read {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
.bands {
  width: 72px;
  height: 48px;
  fill: currentcolor;
  outline: 1px solid var(--line);
}
</style>
