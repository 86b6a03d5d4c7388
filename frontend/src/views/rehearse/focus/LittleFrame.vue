<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { CAME } from "./came";

/** One frame of a burst, cut from paper: the subject where it lies in the frame, sharp or not, and what is sharp in its place. */
const props = defineProps<{ frame: Schemas["BurstFrameOut"]; drawn: Schemas["FollowingOut"]["drawn"] }>();
const SHAPES: Record<string, string> = {
  people:
    "M0 -10a3.8 3.8 0 1 1 .1 0zM-5 -8q5 -3 10 0l2.6 9l-2.6 .8l-1.8 -5v6l2.6 14h-3.6l-2.200 -10l-2.200 10h-3.600l2.600 -14v-6l-1.800 5l-2.600 -.8z",
  birds: "M-20 -8q10 -2 16 5q3 -2 6 -1q6 -9 18 -8q-5 3 -9 10l4 2l-5 1q-5 6 -12 4l-6 3l1 -4q-8 -4 -13 -12z",
  animals: "M-17 -4q6 -4 16 -3q6 -1 8 -6l2 3l6 2q0 3 -5 4q-1 6 -3 7l1 9h-3l-2 -8h-9l-2 8h-3v-9q-4 -2 -6 -7z",
  vehicles: "M-18 4l2 -6l8 -2l5 -6h10l5 6l7 2v7h-4a4 4 0 1 1 -8 0h-10a4 4 0 1 1 -8 0z",
};
const shape = computed(() => SHAPES[props.drawn] ?? SHAPES.people);
/** A disc of one circle of confusion is what one just does not see: past it the outline goes soft. */
const soft = computed(() => Math.min(5, Math.max(0, (Math.abs(props.frame.off) - 0.8) * 0.55)));
const away = computed(() => (Math.abs(props.frame.off) <= 1 ? 0.6 : 0.35));
const x = computed(() => 30 - Math.max(-1.6, Math.min(1.6, props.frame.across)) * 30);
const y = computed(() => 21 + Math.max(-1.6, Math.min(1.6, props.frame.up)) * 20);
const words = computed(() => CAME[props.frame.came]);
</script>

<template>
  <svg viewBox="0 0 60 42" class="little" :class="frame.came" role="img" :aria-label="`${frame.at_s} s: ${words}`">
    <path
      d="M0 27q10 -6 20 -1t22 -3t18 2v17h-60z"
      class="behind-it"
      :style="{ filter: frame.came === 'behind' ? '' : `blur(${away}px)` }"
    />
    <path v-if="frame.came === 'behind'" d="M0 27q10 -6 20 -1t22 -3t18 2" class="edge" />
    <path :d="shape" :transform="`translate(${x} ${y})`" class="subject" :style="soft ? { filter: `blur(${soft}px)` } : {}" />
    <path v-if="frame.came === 'nearer'" d="M6 42l3 -30l6 -2l4 32z" class="nearer-it" />
    <path v-if="frame.came === 'out'" d="M8 8l44 26M52 8l-44 26" class="edge" />
    <rect x="0.5" y="0.5" width="59" height="41" class="frame" />
  </svg>
</template>

<style scoped>
.little {
  display: block;
  width: 100%;
  overflow: hidden;
  background: var(--raised);
}
.behind-it {
  fill: var(--rule);
}
.subject {
  fill: var(--ink);
}
.nearer-it {
  fill: var(--bg);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.edge {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.frame {
  fill: none;
  stroke: var(--rule);
}
.sharp .frame {
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
