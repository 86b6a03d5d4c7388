<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import Handle from "./Handle.vue";
import { useDrawn } from "./useDrawn";
import { apart } from "./white";

/** Time upright, a stop a stop, the shorter above: what movement comes out as, and what hand, lamps and shutters allow; the time that is set as a handle. */
const props = withDefaults(defineProps<{ told: Schemas["TimeOnSceneOut"]; high?: number }>(), { high: 612 });
const emit = defineEmits<{ time: [seconds: number]; draw: [seconds: number | null] }>();
const AXIS = 62;
const BAR = 30;
const GAP = 17;

const stops = computed(() => Math.log2(props.told.longest_s / props.told.shortest_s));
const y = (seconds: number): number => (Math.log2(seconds / props.told.shortest_s) / stops.value) * props.high;
const within = (seconds: number): number => Math.min(Math.max(y(seconds), 0), props.high);
/** Whole stops of the dial are written, as far as there is room. */
const ticks = computed(() => {
  const room = props.high / stops.value;
  const every = Math.max(1, Math.ceil(17 / room));
  return props.told.dial
    .map((seconds, k) => ({ seconds, label: props.told.labels[k] ?? "", stop: Math.log2(seconds) }))
    .filter((one) => Math.abs(one.stop - Math.round(one.stop)) < 0.12 && Math.round(one.stop) % every === 0)
    .filter((one) => one.seconds >= props.told.shortest_s * 0.98 && one.seconds <= props.told.longest_s * 1.02);
});
const zones = computed(() => props.told.zones.map((one) => ({ ...one, top: within(one.from_s), bottom: within(one.to_s) })));
const words = computed(() =>
  apart(
    [
      ...zones.value
        .filter((one) => one.bottom - one.top > 12)
        .map((one) => ({ text: one.word, besides: one.besides, kind: "zone", y: (one.top + one.bottom) / 2 })),
      ...props.told.marks
        .filter((one) => one.kind !== "lamp")
        .map((one) => ({ text: one.label, besides: "", kind: one.kind as string, y: within(one.at_s) })),
    ],
    GAP,
  ),
);
const lamps = computed(() => props.told.marks.filter((one) => one.kind === "lamp"));
const { shown, to, leave } = useDrawn(
  () => props.told.time_s,
  (seconds) => emit("draw", seconds),
  (seconds) => emit("time", seconds),
);
const label = computed(() => props.told.labels[props.told.dial.indexOf(shown.value)] ?? props.told.label);
const nearest = (at: number): number =>
  props.told.dial.reduce((best, one) => (Math.abs(y(one) - at) < Math.abs(y(best) - at) ? one : best), props.told.time_s);
/** Up is shorter. */
function key(event: KeyboardEvent): void {
  const way = { ArrowUp: -1, ArrowDown: 1, PageUp: -3, PageDown: 3 }[event.key];
  if (!way) return;
  event.preventDefault();
  event.stopPropagation();
  const at = props.told.dial.indexOf(nearest(y(props.told.time_s))) + way;
  const next = props.told.dial[Math.min(Math.max(at, 0), props.told.dial.length - 1)];
  if (next !== undefined && next !== props.told.time_s) emit("time", next);
}
</script>

<template>
  <figure class="ruler">
    <svg :height="high + 24" width="252" :viewBox="`0 -12 252 ${high + 24}`" role="group" :aria-label="told.words.join(' ')">
      <defs>
        <pattern id="t-limbs" width="6" height="4" patternUnits="userSpaceOnUse">
          <path d="M0 2h6" class="stroke" />
        </pattern>
        <pattern id="t-smear" width="5" height="5" patternUnits="userSpaceOnUse">
          <circle cx="2" cy="2" r="0.9" class="dot" />
        </pattern>
        <pattern id="t-streak" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0h6" class="stroke" />
        </pattern>
      </defs>
      <template v-for="tick in ticks" :key="tick.seconds">
        <path :d="`M${AXIS - 14} ${y(tick.seconds)}h14`" class="ink" />
        <text
          v-if="Math.abs(y(tick.seconds) - within(shown)) > 18"
          :x="AXIS - 18"
          :y="y(tick.seconds) + 4"
          text-anchor="end"
          class="second"
        >
          {{ tick.label }}
        </text>
      </template>
      <rect :x="AXIS" width="9" y="0" :height="high" class="axis" />
      <rect
        v-for="one in zones"
        :key="one.word"
        :x="AXIS + 13"
        :width="BAR"
        :y="one.top"
        :height="Math.max(1, one.bottom - one.top)"
        :class="['zone', one.texture]"
      />
      <circle v-for="one in lamps" :key="one.at_s" :cx="AXIS + 4.5" :cy="within(one.at_s)" r="3.5" class="dot" />
      <template v-for="one in words" :key="`${one.kind} ${one.text}`">
        <path
          v-if="one.kind !== 'zone'"
          :d="`M${AXIS + 13} ${one.y}h${BAR + 4}`"
          :class="one.kind === 'hold' ? 'holds' : 'mark'"
        />
        <text
          :x="AXIS + BAR + 20"
          :y="one.at + 4"
          :class="one.kind === 'zone' ? 'name' : one.kind === 'hold' ? 'binding' : 'second'"
        >
          {{ one.text }}
          <tspan v-if="one.besides" class="second plainly" dx="4">{{ one.besides }}</tspan>
        </text>
      </template>
      <path :d="`M${AXIS} ${within(shown)}H${AXIS + BAR + 16}`" class="line" />
      <Handle
        :y="within(shown)"
        :text="label"
        label="time"
        :now="shown"
        :min="told.dial[0]"
        :max="told.dial.at(-1)"
        :said="`${label}; arrow up for shorter, arrow down for longer`"
        @draw="(at) => to(nearest(at))"
        @leave="leave"
        @key="key"
      />
      <text v-if="lamps.length" :x="AXIS + BAR + 20" :y="high + 8" class="second">● steady by these lamps</text>
    </svg>
    <figcaption class="visually-hidden">{{ told.words.join(" ") }}</figcaption>
  </figure>
</template>

<style scoped src="./ruler.css"></style>
<style scoped>
.plainly {
  font-weight: 400;
}
.stroke {
  stroke: var(--ink);
  fill: none;
}
.mark {
  stroke: var(--second);
  stroke-dasharray: 3 2;
}
.holds {
  stroke: var(--binding);
  stroke-width: 2;
}
.zone {
  fill: var(--bg);
  stroke: var(--ink);
}
.limbs {
  fill: url(#t-limbs);
}
.smear {
  fill: url(#t-smear);
}
.streak {
  fill: url(#t-streak);
}
</style>
