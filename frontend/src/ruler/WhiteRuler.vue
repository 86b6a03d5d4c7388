<script setup lang="ts">
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import Handle from "./Handle.vue";
import { useDrawn } from "./useDrawn";
import { apart } from "./white";

/** White upright, a mired a mired: the lights of the scene by their share, the white that is set as a handle, and where a finished file can be mended. */
const props = withDefaults(defineProps<{ told: Schemas["WhiteOnSceneOut"]; high?: number }>(), { high: 612 });
const emit = defineEmits<{ kelvin: [value: number]; draw: [value: number | null]; tint: [name: string] }>();
const AXIS = 62;
const WIDEST = 84;
const LABELS = [12000, 10000, 8000, 6500, 5500, 5000, 4500, 4000, 3600, 3200, 2800, 2500, 2200, 2000, 1800, 1600, 1400, 1200];

const ends = computed(() => ({ cold: 1e6 / props.told.highest, warm: 1e6 / props.told.lowest }));
const y = (kelvin: number): number => ((1e6 / kelvin - ends.value.cold) / (ends.value.warm - ends.value.cold)) * props.high;
const within = (kelvin: number): number => Math.min(Math.max(y(kelvin), 0), props.high);
const kelvinAt = (at: number): number => 1e6 / (ends.value.cold + (at / props.high) * (ends.value.warm - ends.value.cold));
const dial = computed(() => props.told.kelvins);
const nearest = (kelvin: number): number =>
  dial.value.reduce(
    (best, one) => (Math.abs(y(one) - y(kelvin)) < Math.abs(y(best) - y(kelvin)) ? one : best),
    dial.value[0] ?? kelvin,
  );
const ticks = computed(() => LABELS.filter((k) => k <= props.told.highest && k >= props.told.lowest));
const hues = computed(() =>
  props.told.scale
    .map((one) => ({ at: `${((within(one.kelvin) / props.high) * 100).toFixed(1)}%`, colour: one.colour }))
    .reverse(),
);
const hand = useDrawn(
  () => props.told.kelvin,
  (kelvin) => emit("draw", kelvin),
  (kelvin) => emit("kelvin", kelvin),
);
const shown = hand.shown;
const lights = computed(() =>
  apart(props.told.lights.map((one) => ({ ...one, y: within(one.kelvin), wide: 8 + (one.share ?? 0.1) * WIDEST }))),
);
const said = (kelvin: number): string => `${Math.round(kelvin)}\u00a0K`;
/** Across is tint: a hand that goes aside takes the next setting of it. */
const ASIDE = 24;
const across = ref(0);
const tintAt = (by: number): string | undefined => {
  const at = props.told.tints.findIndex((one) => one.as_set);
  return at < 0 ? undefined : props.told.tints[Math.min(Math.max(at + by, 0), props.told.tints.length - 1)]?.name;
};
const tinted = computed(() => (across.value ? tintAt(across.value) : props.told.tints.find((one) => one.as_set)?.name));
function draw(at: number, aside: number): void {
  across.value = Math.trunc(aside / ASIDE);
  if (!dial.value.length) return;
  hand.to(nearest(kelvinAt(at)));
}
function leave(taken: boolean): void {
  const aside = across.value ? tinted.value : undefined;
  across.value = 0;
  if (taken && aside && !props.told.tints.find((one) => one.name === aside)?.as_set) emit("tint", aside);
  hand.leave(taken);
}
/** Up on the ruler is colder light: a higher kelvin. */
function key(event: KeyboardEvent): void {
  const aside = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
  const tint = aside && tintAt(aside);
  if (tint) {
    event.preventDefault();
    event.stopPropagation();
    emit("tint", tint);
    return;
  }
  const way = { ArrowUp: 1, ArrowDown: -1, PageUp: 5, PageDown: -5 }[event.key];
  if (!way || !dial.value.length) return;
  event.preventDefault();
  event.stopPropagation();
  const at = dial.value.indexOf(nearest(props.told.kelvin)) + way;
  const next = dial.value[Math.min(Math.max(at, 0), dial.value.length - 1)];
  if (next !== undefined) emit("kelvin", next);
}
</script>

<template>
  <figure class="ruler">
    <svg :height="high + 24" width="252" :viewBox="`0 -12 252 ${high + 24}`" role="group" :aria-label="told.words.join(' ')">
      <defs>
        <linearGradient id="w-hues" x1="0" x2="0" y1="0" y2="1">
          <stop v-for="hue in hues" :key="hue.at" :offset="hue.at" :stop-color="hue.colour" />
        </linearGradient>
        <pattern id="w-dots" width="5" height="5" patternUnits="userSpaceOnUse">
          <circle cx="2" cy="2" r="1" class="dot" />
        </pattern>
      </defs>
      <g v-for="tick in ticks" :key="tick">
        <path :d="`M${AXIS - 14} ${y(tick)}h14`" class="ink" />
        <text :x="AXIS - 18" :y="y(tick) + 4" text-anchor="end" class="second">{{ tick }}</text>
      </g>
      <rect :x="AXIS" width="9" y="0" :height="high" class="hues" />
      <g v-for="(one, k) in lights" :key="k">
        <rect :x="AXIS + 13" :y="one.y - 6" :width="one.wide" height="12" class="light" />
        <text :x="AXIS + 14" :y="one.at + 18" class="name">
          {{ one.name }}
          <tspan class="second" dx="5">{{ said(one.kelvin) }}</tspan>
        </text>
      </g>
      <g v-if="told.finished">
        <path :d="`M236 ${within(told.mends_to)}h8V${within(told.mends_from)}h-8`" class="band" />
        <text x="232" :y="within(told.mends_from) - 6" text-anchor="end" class="binding">a finished file can be mended</text>
      </g>
      <path :d="`M${AXIS} ${within(shown)}H244`" class="line" />
      <Handle
        :y="within(shown)"
        :text="said(shown)"
        label="white, in kelvin"
        :now="shown"
        :min="dial[0]"
        :max="dial.at(-1)"
        :said="`${Math.round(shown)} kelvin; arrow up for colder light, arrow down for warmer${tinted ? `; tint ${tinted}, left for greener, right for pinker` : ''}`"
        :hit="[0, -22, 252, 44]"
        @draw="draw"
        @leave="leave"
        @key="key"
      >
        <rect
          v-for="(one, k) in told.tints"
          :key="one.name"
          :x="5 + k * (51 / told.tints.length)"
          :y="within(shown) + 15"
          :width="51 / told.tints.length - 3"
          height="5"
          :class="one.name === tinted ? 'handle' : 'tint'"
        />
      </Handle>
    </svg>
    <figcaption class="visually-hidden">{{ told.words.join(" ") }}</figcaption>
  </figure>
</template>

<style scoped src="./ruler.css"></style>
<style scoped>
.hues {
  fill: url(#w-hues);
  stroke: var(--ink);
}
:global(html.red .hues) {
  fill: var(--bg) !important;
}
.light {
  fill: url(#w-dots);
  stroke: var(--ink);
}
.band {
  stroke: var(--binding);
  stroke-width: 2;
  fill: none;
}
.tint {
  fill: var(--bg);
  stroke: var(--ink);
}
</style>
