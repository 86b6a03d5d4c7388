<script setup lang="ts">
import { useElementSize } from "@vueuse/core";
import { computed, useTemplateRef } from "vue";
import type { Schemas } from "@/api/client";
import { clock, LEFT, useHours } from "./hours";

/** The frames of a picture along its hours, each where its dials expose: a stop is the same length everywhere. A wedge stood otherwise than planned. */
const props = defineProps<{ picture: Schemas["BesidePlan"] }>();
const frame = useTemplateRef("frame");
const { width } = useElementSize(frame);
const { hours, inner, x, ticks } = useHours(() => props.picture.dots.map((dot) => dot.minutes), width);
const [TOP, FOOT] = [14, 26];
const STOP = 22;
const NEAR = 0.5;
const drifts = computed(() => props.picture.drifts.map((one, k) => ({ ...one, number: k + 1 })));
const lights = computed(() => {
  const all = props.picture.dots.map((dot) => dot.exposed_ev);
  if (props.picture.planned_ev !== null) all.push(props.picture.planned_ev);
  return { low: Math.floor(Math.min(...all)), high: Math.ceil(Math.max(...all)) };
});
const tall = computed(() => Math.max(2, lights.value.high - lights.value.low) * STOP);
const bars = computed(() => drifts.value.length * 9);
const height = computed(() => TOP + tall.value + bars.value + FOOT);
const y = (ev: number): number => TOP + (lights.value.high - ev) * STOP;
const evs = computed(() =>
  Array.from({ length: lights.value.high - lights.value.low + 1 }, (_, k) => lights.value.low + k).filter(
    (ev) => lights.value.high - lights.value.low < 9 || ev % 2 === 0,
  ),
);
const told = computed(
  () =>
    `${props.picture.dots.length} frames from ${clock(hours.value.first)} to ${clock(hours.value.last)}, exposed for EV ${lights.value.low} to ${lights.value.high}; planned for ${props.picture.planned}`,
);
/** Frames that would lie on each other are one mark: its size is how many, its dark part how many were kept. */
const ACROSS = 9;
const marks = computed(() => {
  const found = new Map<string, { x: number; y: number; frames: number; kept: number; open: number; apart: boolean }>();
  for (const dot of props.picture.dots) {
    const [a, b, apart] = [x(dot.minutes), y(dot.exposed_ev), dot.apart > NEAR];
    const key = `${Math.round(a / ACROSS)} ${Math.round(b / 4)} ${apart}`;
    const mark = found.get(key) ?? { x: a, y: b, frames: 0, kept: 0, open: 0, apart };
    mark.frames += 1;
    mark.kept += dot.kept ? 1 : 0;
    mark.open += dot.kept === null ? 1 : 0;
    found.set(key, mark);
  }
  return [...found.values()].map((mark) => ({ ...mark, r: Math.min(12, 2 + 1.5 * Math.sqrt(mark.frames)) }));
});
const shape = (mark: { x: number; y: number; apart: boolean }, r: number): string =>
  mark.apart
    ? `M${mark.x} ${mark.y - r}l${1.15 * r} ${1.7 * r}h${-2.3 * r}z`
    : `M${mark.x - r} ${mark.y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;
</script>

<template>
  <div ref="frame" class="along">
    <svg v-if="width && picture.dots.length" :width="width" :height="height" role="img" :aria-label="told">
      <g v-for="ev in evs" :key="ev">
        <path :d="`M${LEFT} ${y(ev)}H${LEFT + inner}`" class="stop" />
        <text :x="LEFT - 8" :y="y(ev) + 4" text-anchor="end">EV {{ ev }}</text>
      </g>
      <template v-if="picture.planned_ev !== null">
        <path :d="`M${LEFT} ${y(picture.planned_ev)}H${LEFT + inner}`" class="planned" />
      </template>
      <g v-for="mark in marks" :key="`${mark.x} ${mark.y}`">
        <path :d="shape(mark, mark.r)" :class="mark.open === mark.frames ? 'open' : 'not'" />
        <path v-if="mark.kept" :d="shape(mark, mark.r * Math.sqrt(mark.kept / mark.frames))" class="kept" />
      </g>
      <g v-for="(drift, k) in drifts" :key="drift.number">
        <path :d="`M${x(drift.begins_min) - 3} ${TOP + tall + 10 + k * 9}H${x(drift.ends_min) + 3}`" class="drift" />
        <text :x="x(drift.begins_min) - 8" :y="TOP + tall + 14 + k * 9" text-anchor="end" class="number">{{ drift.number }}</text>
      </g>
      <g v-for="minutes in ticks" :key="minutes">
        <path :d="`M${x(minutes)} ${TOP + tall + bars + 4}v5`" class="stop" />
        <text :x="x(minutes)" :y="TOP + tall + bars + 22" text-anchor="middle">{{ clock(minutes) }}</text>
      </g>
    </svg>
    <p class="quiet legend">
      a mark is as large as its frames are many, dark as far as they were kept; a wedge stood otherwise than planned; the dashed
      line is the plan, {{ picture.planned
      }}<template v-if="picture.every > 1">; one frame of {{ picture.every }} is drawn</template>
    </p>
  </div>
</template>

<style scoped>
svg {
  display: block;
}
text {
  font-size: 13px;
  fill: var(--second);
}
.stop {
  stroke: var(--rule);
  fill: none;
}
.planned {
  stroke: var(--ink);
  stroke-dasharray: 5 4;
}
.kept {
  fill: var(--ink);
  stroke: var(--ink);
}
.not {
  fill: var(--bg);
  stroke: var(--ink);
}
.open {
  fill: var(--bg);
  stroke: var(--second);
  stroke-dasharray: 2 2;
}
.drift {
  stroke: var(--ink);
  stroke-width: 4;
}
.number {
  fill: var(--ink);
  font-weight: 600;
  font-size: 12px;
}
.legend {
  font-size: 13px;
}
</style>
