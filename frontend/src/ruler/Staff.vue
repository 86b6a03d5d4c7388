<script setup lang="ts">
import { computed, ref } from "vue";
import type { Decided, Row, Schemas } from "@/api/client";
import { useTheme } from "@/stores/theme";
import { bandsOf, marksOf } from "./bands";
import { BRIGHTER, DARKER, STOP } from "./scale";

const props = withDefaults(
  defineProps<{
    setup: Decided;
    ladder: Row[];
    now: number;
    /** Height of a stop on the page: smaller where the whole has to be seen with the figures. */
    stop?: number;
    /** Small frames of the picture in these lights, one under the other in one picture. */
    frames?: Schemas["LightsOut"] | null;
  }>(),
  { stop: STOP, frames: null },
);
const y = (stops: number): number => (BRIGHTER - stops) * props.stop;
const height = computed(() => (BRIGHTER + DARKER) * props.stop + 56);
/** Every how many stops a number stands. */
const each = computed(() => (props.stop < 24 ? 2 : 1));
const emit = defineEmits<{ now: [index: number] }>();

const steps = computed(() => Math.round((props.ladder.length - 1) / (BRIGHTER + DARKER)));
const zero = computed(() => BRIGHTER * steps.value);
const offsets = computed(() => props.ladder.map((_, k) => (zero.value - k) / steps.value));
const bands = computed(() => bandsOf(props.ladder, offsets.value));
const here = computed(() => offsets.value[props.now] ?? 0);
const row = computed(() => props.ladder[props.now]);

const names = computed(() => {
  const found: Record<string, Map<number, string>> = {};
  for (const dial of ["shutter_s", "aperture", "iso"] as const)
    found[dial] = new Map(props.setup.dials[dial].map((s) => [s.value, s.label]));
  return found;
});
const TRACKS = [
  { dial: "shutter_s", name: "time", x: 144 },
  { dial: "aperture", name: "aperture", x: 238 },
  { dial: "iso", name: "ISO", x: 330 },
] as const;
const tracks = computed(() =>
  TRACKS.map((track) => {
    const values = props.ladder.map((r) => names.value[track.dial]?.get(r[track.dial]) ?? String(r[track.dial]));
    const alone = row.value?.alone?.[track.dial];
    const itself =
      alone === undefined || alone === row.value?.[track.dial] ? "" : (names.value[track.dial]?.get(alone) ?? String(alone));
    const away = runs(props.ladder.map((r) => !!r.alone && r.alone[track.dial] !== r[track.dial]));
    return { ...track, marks: marksOf(values, offsets.value, props.stop), chip: values[props.now] ?? "", itself, away };
  }),
);
/** Runs of rows for which something holds, as offsets from the first to past the last. */
function runs(holds: boolean[]): { from: number; to: number }[] {
  const found: { from: number; to: number }[] = [];
  holds.forEach((so, k) => {
    const at = offsets.value[k] ?? 0;
    if (so && !holds[k - 1]) found.push({ from: at, to: at });
    const last = found.at(-1);
    if (so && last) last.to = offsets.value[k + 1] ?? at;
  });
  return found;
}
const parts = computed(() => tracks.value.some((track) => track.away.length));
/** A small frame: as high as this on the page, and no wider than its gap. */
const [SMALL, GAP] = [16, 24];
const theme = useTheme();
const small = computed(() => {
  const told = theme.name === "red" && !theme.pictures ? null : props.frames;
  if (!told) return [];
  const wide = Math.min(GAP, SMALL * told.aspect);
  const high = wide / told.aspect;
  const src = `/api/strips/${told.strip}.jpg`;
  return told.stops.map((stops, k) => ({ stops, src, wide, high, down: k * high, all: told.stops.length * high }));
});
const bound = computed(() => {
  const at = row.value?.binding;
  if (!at) return null;
  const band = bands.value.find((b) => b.from >= here.value && b.to <= here.value && b.rung === at.rung);
  return band ?? null;
});
const givenFrom = computed(() => bands.value.find((b) => b.texture !== "spare" && b.texture !== "over")?.from ?? here.value);
const limitWord = computed(() => {
  const limit = bound.value?.limit ?? "";
  return (
    {
      ceiling: "ceiling",
      widest: "wide open",
      shake: "shake",
      trail: "trail",
      body_limit: "dial's end",
      stops: "its share",
      must_hold: "must hold",
    }[limit] ?? limit
  );
});
const ticks = Array.from({ length: (BRIGHTER + DARKER) * 3 + 1 }, (_, k) => ({ at: BRIGHTER - k / 3, whole: k % 3 === 0 }));

const dragging = ref(false);
function at(event: PointerEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const stops = BRIGHTER - (((event.clientY - box.top) * height.value) / box.height - 24) / props.stop;
  emit("now", Math.max(0, Math.min(props.ladder.length - 1, Math.round(zero.value - stops * steps.value))));
}
function down(event: PointerEvent): void {
  dragging.value = true;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  at(event);
}
</script>

<template>
  <svg
    class="staff"
    width="432"
    :height="height"
    :viewBox="`0 -24 432 ${height}`"
    role="slider"
    tabindex="0"
    aria-label="light, in stops from now"
    aria-orientation="vertical"
    :aria-valuemin="-DARKER"
    :aria-valuemax="BRIGHTER"
    :aria-valuenow="Number(here.toFixed(2))"
    :aria-valuetext="row?.why"
    @pointerdown="down"
    @pointermove="dragging && at($event)"
    @pointerup="dragging = false"
    @keydown.up.prevent="emit('now', Math.max(0, now - 1))"
    @keydown.down.prevent="emit('now', Math.min(ladder.length - 1, now + 1))"
  >
    <defs>
      <pattern id="t-depth" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0v6" class="ink" />
      </pattern>
      <pattern id="t-iso" width="6" height="6" patternUnits="userSpaceOnUse"><circle cx="3" cy="3" r="1" class="dot" /></pattern>
      <pattern id="t-time" width="12" height="4" patternUnits="userSpaceOnUse"><path d="M0 2h12" class="ink" /></pattern>
      <pattern id="t-dark" width="8" height="8" patternUnits="userSpaceOnUse"><path d="M0 4h8M4 0v8" class="ink" /></pattern>
      <pattern id="t-over" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <path d="M0 0v8" class="ink" />
      </pattern>
    </defs>
    <g v-for="tick in ticks" :key="tick.at">
      <path :d="`M${42 - (tick.whole ? 18 : 6)} ${y(tick.at)}H42`" class="ink" :stroke-width="tick.whole ? 1 : 0.6" />
      <text
        v-if="tick.whole && Math.round(tick.at) % each === 0"
        x="20"
        :y="y(tick.at) + 4"
        text-anchor="end"
        :class="Math.abs(tick.at) < 0.01 ? '' : 'second'"
      >
        {{ tick.at > 0.01 ? `+${Math.round(tick.at)}` : tick.at < -0.01 ? `−${Math.round(-tick.at)}` : "0" }}
      </text>
    </g>
    <g v-for="(band, k) in bands" :key="k">
      <rect
        x="44"
        width="48"
        :y="y(band.from)"
        :height="(band.from - band.to) * stop"
        class="box"
        :class="{ sunk: band.texture !== 'spare' }"
        :data-stops="band.from - band.to"
      />
      <rect
        v-if="band.texture !== 'spare'"
        x="44"
        width="48"
        :y="y(band.from)"
        :height="(band.from - band.to) * stop"
        :fill="`url(#t-${band.texture})`"
        opacity=".55"
      />
      <g v-if="(band.from - band.to) * stop >= 20">
        <rect x="48" width="40" height="18" :y="y((band.from + band.to) / 2) - 9" class="patch" />
        <text x="68" :y="y((band.from + band.to) / 2) + 4" text-anchor="middle" class="word">{{ band.word }}</text>
      </g>
    </g>
    <path v-if="here < givenFrom" :d="`M95.5 ${y(givenFrom)}V${y(here)}`" class="ink" stroke-width="3" />
    <g v-if="bound">
      <rect x="44" width="4" :y="y(bound.from)" :height="(bound.from - bound.to) * stop" class="bind" />
      <rect x="50" width="2" :y="y(bound.from)" :height="(bound.from - bound.to) * stop" class="bind doubled" />
      <path :d="`M92 ${y(bound.to)}H374`" class="bound" stroke-dasharray="2 4" />
      <text x="378" :y="y(bound.to) + 4" class="boundword">{{ limitWord }}</text>
    </g>
    <g v-for="track in tracks" :key="track.dial">
      <text :x="track.x" y="-12" class="small second">{{ track.name }}</text>
      <path :d="`M${track.x - 8} 0V${y(-DARKER)}`" class="ink" stroke-width="1.5" />
      <path
        v-for="run in track.away"
        :key="run.from"
        :d="`M${track.x - 13} ${y(run.from)}V${y(run.to)}`"
        class="ink"
        stroke-width="1.5"
        stroke-dasharray="3 4"
      />
      <template v-for="mark in track.marks" :key="mark.at">
        <path :d="`M${track.x - 8} ${y(mark.at) - 2}v4`" class="gap" stroke-width="3" />
        <text v-if="Math.abs(mark.at - here) * stop > 17" :x="track.x" :y="y(mark.at) + 4">{{ mark.text }}</text>
      </template>
    </g>
    <svg
      v-for="one in small"
      :key="one.stops"
      :x="98 + (24 - one.wide) / 2"
      :y="y(one.stops) - one.high / 2"
      :width="one.wide"
      :height="one.high"
      :viewBox="`0 ${one.down} ${one.wide} ${one.high}`"
      class="small-frame"
    >
      <image :href="one.src" :width="one.wide" :height="one.all" preserveAspectRatio="none" />
    </svg>
    <g v-if="Math.abs(here) > 0.01" class="planned">
      <path :d="`M0 ${y(0)}H432`" class="ink" stroke-width="1" stroke-dasharray="1 5" />
      <text x="432" :y="y(0) - 5" text-anchor="end" class="small second">planned</text>
    </g>
    <path :d="`M0 ${y(here)}H432`" class="ink" stroke-width="1.5" />
    <path :d="`M432 ${y(here)}l-10 -6v12z`" class="dot" />
    <g v-for="track in tracks" :key="track.dial">
      <rect :x="track.x - 6" :y="y(here) - 11" height="22" :width="track.chip.length * 8.6 + 12" class="dot" />
      <text :x="track.x" :y="y(here) + 5" class="chip">{{ track.chip }}</text>
      <g v-if="track.itself">
        <rect :x="track.x - 6" :y="y(here) + 13" height="20" :width="track.itself.length * 8.6 + 12" class="itself" />
        <text :x="track.x" :y="y(here) + 27">{{ track.itself }}</text>
      </g>
    </g>
    <text v-if="parts" x="432" :y="y(-DARKER) + 22" text-anchor="end" class="small second">
      dashed: by itself the body does otherwise
    </text>
  </svg>
</template>

<style scoped>
.staff {
  display: block;
  max-width: 100%;
  height: auto;
  touch-action: none;
  cursor: ns-resize;
  overflow: visible;
}
text {
  font: 480 13px "Archivo Variable";
  font-variant-numeric: tabular-nums;
  fill: var(--ink);
  user-select: none;
}
.second {
  fill: var(--second);
}
.small {
  font-size: 12px;
}
.word {
  font-weight: 560;
  font-size: 12px;
}
.ink {
  stroke: var(--ink);
  fill: none;
}
.itself {
  fill: var(--bg);
  stroke: var(--ink);
  stroke-dasharray: 3 4;
}
.gap {
  stroke: var(--bg);
}
.dot {
  fill: var(--ink);
}
.box {
  fill: var(--bg);
  stroke: var(--ink);
  stroke-width: 0.8;
}
.box.sunk {
  fill: var(--sunk);
}
.patch {
  fill: var(--bg);
}
.bind {
  fill: var(--binding);
}
.doubled {
  display: none;
}
.bound {
  stroke: var(--binding);
}
.boundword {
  fill: var(--binding);
  font-weight: 640;
  font-size: 12px;
}
.chip {
  fill: var(--bg);
  font-weight: 640;
  font-size: 15px;
}
</style>
