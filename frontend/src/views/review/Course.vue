<script setup lang="ts">
import { useElementSize } from "@vueuse/core";
import { computed, useTemplateRef } from "vue";
import type { Schemas } from "@/api/client";
import { clock, LEFT, useHours } from "./hours";

/** Brightness and white of a picture's frames along its hours, each from the middle of them: what holds lies on a line. */
const props = defineProps<{ course: Schemas["FrameCourse"] }>();
const frame = useTemplateRef("frame");
const { width } = useElementSize(frame);
const { hours, inner, x, ticks } = useHours(() => props.course.points.map((one) => one.minutes), width);
type Point = Schemas["CoursePoint"];
interface Lane {
  name: string;
  of: (one: Point) => number | null;
  step: number;
  written: (value: number) => string;
}
const signed = (value: number): string => (value > 0 ? `+${value}` : `${value}`.replace("-", "−"));
const LANES: Lane[] = [
  { name: "brighter, stops", of: (one) => one.stops, step: 1, written: signed },
  { name: "warmer, mired", of: (one) => one.mired, step: 20, written: signed },
];
const [TOP, HALF, BETWEEN, FOOT] = [22, 34, 30, 26];
/** Steps up and down that are drawn: a few frames far out lie on the edge. */
const MOST = 3;
const lanes = computed(() =>
  LANES.map((lane, k) => {
    const told = props.course.points.flatMap((one) => {
      const value = lane.of(one);
      return value === null ? [] : [{ ...one, value }];
    });
    const far = Math.max(0, ...told.map((one) => Math.abs(one.value)));
    const steps = Math.min(MOST, Math.max(1, Math.ceil(far / lane.step)));
    const middle = TOP + HALF + k * (2 * HALF + BETWEEN);
    const y = (value: number): number => middle - (Math.max(-steps, Math.min(steps, value / lane.step)) / steps) * HALF;
    return { ...lane, told, middle, y, ends: [steps * lane.step, 0, -steps * lane.step] };
  }).filter((lane) => lane.told.length),
);
const height = computed(() => TOP + lanes.value.length * (2 * HALF + BETWEEN) - BETWEEN + 8 + FOOT);
/** A body is told by its mark: a dot, a wedge, a square, a cross. */
const R = 2.6;
const MARKS = [
  (a: number, b: number): string => `M${a - R} ${b}a${R} ${R} 0 1 0 ${2 * R} 0a${R} ${R} 0 1 0 ${-2 * R} 0`,
  (a: number, b: number): string => `M${a} ${b - R - 1}l${R + 1} ${2 * R}h${-2 * R - 2}z`,
  (a: number, b: number): string => `M${a - R} ${b - R}h${2 * R}v${2 * R}h${-2 * R}z`,
  (a: number, b: number): string => `M${a - R} ${b - R}l${2 * R} ${2 * R}M${a + R} ${b - R}l${-2 * R} ${2 * R}`,
];
const mark = (body: number, a: number, b: number): string => MARKS[body % MARKS.length]?.(a, b) ?? "";
const told = computed(
  () =>
    `brightness and white of ${props.course.points.length} frames from ${clock(hours.value.first)} to ${clock(hours.value.last)}. ${props.course.said.join(" ")}`,
);
</script>

<template>
  <div ref="frame" class="course">
    <svg v-if="width && lanes.length" :width="width" :height="height" role="img" :aria-label="told">
      <g v-for="lane in lanes" :key="lane.name">
        <text :x="LEFT" :y="lane.middle - HALF - 7">{{ lane.name }}</text>
        <g v-for="end in lane.ends" :key="end">
          <path :d="`M${LEFT} ${lane.y(end)}H${LEFT + inner}`" :class="end ? 'stop' : 'middle'" />
          <text :x="LEFT - 8" :y="lane.y(end) + 4" text-anchor="end">{{ lane.written(end) }}</text>
        </g>
        <path
          v-for="one in lane.told"
          :key="one.id"
          :d="mark(one.body, x(one.minutes), lane.y(one.value))"
          :class="one.body ? 'other' : 'one'"
        />
      </g>
      <g v-for="minutes in ticks" :key="minutes">
        <path :d="`M${x(minutes)} ${height - FOOT - 4}v5`" class="stop" />
        <text :x="x(minutes)" :y="height - 8" text-anchor="middle">{{ clock(minutes) }}</text>
      </g>
    </svg>
    <p class="quiet legend">
      each frame from the middle of all of them<template v-if="course.bodies.length > 1"
        >;
        <span v-for="(body, k) in course.bodies" :key="body" class="whose"
          ><svg width="14" height="12" aria-hidden="true"><path :d="mark(k, 7, 6)" :class="k ? 'other' : 'one'" /></svg
          >{{ body }}</span
        ></template
      ><template v-if="course.every > 1">; one frame of {{ course.every }} is drawn</template>
    </p>
  </div>
</template>

<style scoped>
.course > svg {
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
.middle {
  stroke: var(--ink);
  stroke-dasharray: 5 4;
}
.one {
  fill: var(--ink);
  stroke: var(--ink);
}
.other {
  fill: var(--bg);
  stroke: var(--ink);
}
.whose {
  padding-right: 10px;
}
.legend {
  font-size: 13px;
}
</style>
