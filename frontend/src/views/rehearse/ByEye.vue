<script setup lang="ts">
import { computed } from "vue";
import FramePicture from "@/picture/FramePicture.vue";
import { frameAt } from "@/picture/frames";
import type { useWhite } from "./useWhite";

/** Two whites: which is nearer to the place one stands in? Five presses come from the whole scale to a few mireds. */
const props = defineProps<{ white: ReturnType<typeof useWhite>; aspect: number }>();
const PRESSES = 5;
const pair = computed(() => (props.white.ends.value ? props.white.pair.value : null));
const done = computed(() => props.white.presses.value >= PRESSES);
</script>

<template>
  <p v-if="!white.ends.value" class="reason">
    Hold the screen beside what you see and choose the nearer of two, five times. In a warm room a screen looks too blue, by night
    too bright: turn its warmth off, and judge skin rather than paper.
    <button class="button" @click="white.byEye()">Begin</button>
  </p>
  <template v-else-if="pair">
    <div v-if="!done" class="pair" role="group" aria-label="which is nearer?">
      <button class="plain" @click="white.choose(pair.if_colder)">
        <FramePicture
          :src="frameAt(pair.colder.token, { view: 'finder', width: 320, marks: false })"
          alt="the colder of two"
          :aspect="aspect"
        />
        this is nearer
      </button>
      <button class="plain" @click="white.choose(pair.if_warmer)">
        <FramePicture
          :src="frameAt(pair.warmer.token, { view: 'finder', width: 320, marks: false })"
          alt="the warmer of two"
          :aspect="aspect"
        />
        this is nearer
      </button>
    </div>
    <p class="tools" role="status">
      <span
        >{{ done ? "It comes to" : `Press ${white.presses.value + 1} of ${PRESSES}; so far` }} {{ Math.round(pair.at) }}&nbsp;K,
        within {{ pair.within.toFixed(0) }} mired.</span
      >
      <button v-if="done && white.told.value?.kelvins.length" class="button strong" @click="white.kelvin(pair.at)">
        Set {{ Math.round(pair.at) }}&nbsp;K
      </button>
      <button class="button" @click="white.leave()">Leave it</button>
    </p>
  </template>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.pair .plain {
  display: grid;
  gap: 4px;
  min-height: 44px;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.reason {
  font-size: 14px;
  line-height: 20px;
}
</style>
