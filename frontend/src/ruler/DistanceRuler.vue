<script setup lang="ts">
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import { drawn, far } from "./distance";
import Handle from "./Handle.vue";
import { useDrawn } from "./useDrawn";
import { apart } from "./white";

/** Distance upright, each doubling alike: what is sharp, how large the discs are, what stands where; focus and what must be sharp are handles. */
const props = withDefaults(
  defineProps<{
    told: Schemas["DistanceOnSceneOut"];
    high?: number;
    feet?: boolean;
    /** Apertures of the dial, widest first: with them the end of what is sharp can be drawn. */
    apertures?: number[];
    aperture?: number;
  }>(),
  { high: 612, feet: false, apertures: () => [], aperture: 0 },
);
const emit = defineEmits<{
  focus: [metres: number];
  draw: [metres: number | null];
  band: [end: "near_m" | "far_m", metres: number | null];
  other: [index: number, metres: number];
  aperture: [value: number];
  open: [value: number | null];
}>();
const AXIS = 62;
const ENDLESS = 26;
/** Discs are drawn as they lie on the picture beside, which is so high. */
const PICTURE = 464;
const WIDEST = 96;
const GAP = 30;

const doublings = computed(() => Math.log2(props.told.farthest_m / props.told.nearest_m));
const room = computed(() => props.high - ENDLESS);
const y = (m: number | null): number =>
  m === null ? 0 : Math.max(0, ENDLESS + (1 - Math.log2(m / props.told.nearest_m) / doublings.value) * room.value);
const within = (m: number | null): number => Math.min(Math.max(y(m), 0), props.high);
const metresAt = (at: number): number | null =>
  at < ENDLESS / 2 ? null : props.told.nearest_m * 2 ** ((1 - Math.max(at - ENDLESS, 0) / room.value) * doublings.value);
const ticks = computed(() => {
  const all: number[] = [];
  for (let m = 0.125; m <= props.told.farthest_m * 1.01; m *= 2) if (m >= props.told.nearest_m) all.push(m);
  return all;
});
/** Half the width of the discs along it, as an outline. */
const profile = computed(() => {
  const points = props.told.scale.map(
    (one) => `${AXIS + 10 + Math.min(WIDEST, one.disc * PICTURE)} ${within(one.distance_m).toFixed(1)}`,
  );
  return `M${AXIS + 10} ${within(props.told.nearest_m)}L${points.join("L")}L${AXIS + 10} ${ENDLESS}Z`;
});
const focus = useDrawn(
  () => props.told.focus_m,
  (metres) => emit("draw", metres),
  (metres) => emit("focus", metres),
);
const shown = focus.shown;
const share = (disc: number): string => `${(disc * 100).toFixed(disc < 0.01 ? 2 : 1)}\u00a0%`;
const things = computed(() =>
  apart(
    [
      ...props.told.things,
      ...(props.told.follows || props.told.subject.distance_m !== props.told.focus_m || props.told.by_hand
        ? [{ ...props.told.subject, name: "the subject" }]
        : []),
    ].map((one) => ({ ...one, y: within(one.distance_m) })),
    GAP,
  ),
);
const circle = (disc: number): number => Math.min(13, Math.max(1.2, (disc * PICTURE) / 2));
function draw(at: number): void {
  const to = metresAt(at);
  focus.to(to === null ? props.told.farthest_m * 8 : Math.max(drawn(to), props.told.nearest_m));
}
/** Up on the ruler is farther away. */
function key(event: KeyboardEvent): void {
  const way = { ArrowUp: 1 / 6, ArrowDown: -1 / 6, PageUp: 1, PageDown: -1 }[event.key];
  if (!way || !props.told.puts) return;
  event.preventDefault();
  event.stopPropagation();
  const next = Math.max(drawn(props.told.focus_m * 2 ** way), props.told.nearest_m);
  emit("focus", next);
}

/** The near end of what is sharp goes with the aperture: 1/near - 1/focus is as its f-number. */
const opening = useDrawn(
  () => props.aperture,
  (aperture) => emit("open", aperture),
  (aperture) => emit("aperture", aperture),
);
const opened = opening.shown;
function open(at: number): void {
  const near = Math.min(metresAt(at) ?? props.told.focus_m, props.told.focus_m * 0.999);
  const now = 1 / props.told.near_m - 1 / props.told.focus_m;
  const wanted = (props.aperture * (1 / near - 1 / props.told.focus_m)) / (now || 1e-9);
  opening.to(
    props.apertures.reduce((best, one) => (Math.abs(Math.log(one / wanted)) < Math.abs(Math.log(best / wanted)) ? one : best)),
  );
}
/** Down is more that is sharp: a narrower aperture. */
function keyOpen(event: KeyboardEvent): void {
  const way = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  const next = way ? props.apertures[props.apertures.indexOf(props.aperture) + way] : undefined;
  if (next === undefined) return;
  event.preventDefault();
  event.stopPropagation();
  emit("aperture", next);
}

/** An end of what must be sharp, or another subject, while it is drawn. */
const pulled = ref<{ what: string; at: number | null } | null>(null);
function pull(what: string, at: number): void {
  const to = metresAt(at);
  pulled.value = { what, at: to === null ? null : drawn(to) };
}
function drop(taken: boolean): void {
  const now = pulled.value;
  pulled.value = null;
  if (!taken || !now) return;
  if (now.what === "near_m" || now.what === "far_m") {
    if (now.at !== null || now.what === "far_m") emit("band", now.what, now.at);
  } else if (now.at !== null) emit("other", Number(now.what), now.at);
}
const placeOf = (what: string, at: number | null): number => within(pulled.value?.what === what ? pulled.value.at : at);
const said = (m: number | null): string => far(m, props.feet);
function step(event: KeyboardEvent, what: "near_m" | "far_m" | number, at: number | null): void {
  const way = { ArrowUp: 1 / 4, ArrowDown: -1 / 4 }[event.key];
  if (!way || at === null) return;
  event.preventDefault();
  event.stopPropagation();
  const next = drawn(at * 2 ** way);
  if (typeof what === "number") emit("other", what, next);
  else emit("band", what, next);
}
</script>

<template>
  <figure class="ruler">
    <svg :height="high + 24" width="252" :viewBox="`0 -12 252 ${high + 24}`" role="group" :aria-label="told.words.join(' ')">
      <defs>
        <pattern id="d-dots" width="5" height="5" patternUnits="userSpaceOnUse">
          <circle cx="2" cy="2" r="0.9" class="dot" />
        </pattern>
      </defs>
      <text :x="AXIS - 18" y="4" text-anchor="end" class="second">∞</text>
      <path :d="`M${AXIS - 14} 0h14`" class="ink" />
      <g v-for="tick in ticks" :key="tick">
        <path :d="`M${AXIS - 14} ${y(tick)}h14`" class="ink" />
        <text v-if="Math.abs(y(tick) - within(shown)) > 18" :x="AXIS - 18" :y="y(tick) + 4" text-anchor="end" class="second">
          {{ said(tick) }}
        </text>
      </g>
      <path :d="profile" class="discs" />
      <rect :x="AXIS" width="9" y="0" :height="high" class="axis" />
      <rect
        :x="AXIS"
        width="9"
        :y="within(told.far_m)"
        :height="Math.max(2, within(told.near_m) - within(told.far_m))"
        class="sharp"
      />
      <Handle
        v-if="apertures.length"
        :y="within(told.near_m)"
        label="what is sharp, by the aperture"
        :now="opened"
        :said="`${told.aperture}: sharp from ${said(told.near_m)}; arrow down for a narrower aperture`"
        :hit="[AXIS - 6, -2, 22, 18]"
        @draw="open"
        @leave="opening.leave"
        @key="keyOpen"
      >
        <path :d="`M${AXIS - 3} ${within(told.near_m) + 2}h15`" class="open" />
      </Handle>
      <g v-if="told.hyperfocal_m < told.farthest_m && told.hyperfocal_m > told.nearest_m">
        <path :d="`M${AXIS} ${y(told.hyperfocal_m)}h120`" class="hyperfocal" />
        <text :x="AXIS + 46" :y="y(told.hyperfocal_m) - 5" class="binding">hyperfocal {{ said(told.hyperfocal_m) }}</text>
      </g>
      <g v-for="(one, k) in things" :key="k">
        <circle :cx="AXIS + 56" :cy="one.at" :r="circle(one.disc)" :class="one.times <= 1 ? 'within' : 'blurred'" />
        <text :x="AXIS + 74" :y="one.at - 1" class="name">
          {{ one.name.length > 20 ? `${one.name.slice(0, 19)}…` : one.name }}
        </text>
        <text :x="AXIS + 74" :y="one.at + 13" class="second">
          {{ said(one.distance_m) }}
          <template v-if="one.times > 1">, {{ share(one.disc) }}</template>
        </text>
      </g>
      <path v-for="at in told.stack" :key="at" :d="`M${AXIS + 12} ${within(at)}h14`" class="plane" />
      <Handle
        v-for="end in [
          { what: 'far_m' as const, at: told.wanted.far_m, name: 'farthest that must be sharp' },
          { what: 'near_m' as const, at: told.wanted.near_m, name: 'nearest that must be sharp' },
        ]"
        :key="end.what"
        :y="placeOf(end.what, end.at)"
        :label="`${end.name}, in metres`"
        :now="end.at ?? told.farthest_m"
        :said="said(end.at)"
        :hit="[AXIS + 10, -12, 32, 24]"
        @draw="(at) => pull(end.what, at)"
        @leave="drop"
        @key="step($event, end.what, end.at)"
      >
        <path :d="`M${AXIS + 14} ${placeOf(end.what, end.at)}h12`" class="want" />
      </Handle>
      <path
        :d="`M${AXIS + 20} ${placeOf('far_m', told.wanted.far_m)}V${placeOf('near_m', told.wanted.near_m)}`"
        class="want thin"
      />
      <Handle
        v-for="(one, k) in told.others"
        :key="`other ${k}`"
        :y="placeOf(String(k), one.distance_m)"
        label="another that is to be sharp, in metres"
        :now="one.distance_m ?? 0"
        :said="said(one.distance_m)"
        :hit="[AXIS + 24, -16, 32, 32]"
        @draw="(at) => pull(String(k), at)"
        @leave="drop"
        @key="step($event, k, one.distance_m)"
      >
        <path :d="`M${AXIS + 34} ${placeOf(String(k), one.distance_m) - 7}l7 7l-7 7l-7 -7z`" class="other" />
      </Handle>
      <path :d="`M${AXIS} ${within(shown)}H${AXIS + 46}`" class="line" />
      <Handle
        :y="within(shown)"
        :text="said(shown)"
        label="focus, in metres"
        :now="shown"
        :min="told.nearest_m"
        :still="!told.puts"
        :said="`${said(shown)}; arrow up for farther away, arrow down for nearer`"
        :hit="[0, -22, AXIS + 8, 44]"
        @draw="draw"
        @leave="focus.leave"
        @key="key"
      />
    </svg>
    <figcaption class="visually-hidden">{{ told.words.join(" ") }}</figcaption>
  </figure>
</template>

<style scoped src="./ruler.css"></style>
<style scoped>
.sharp {
  fill: var(--ink);
}
.discs {
  fill: url(#d-dots);
  opacity: 0.7;
}
:global(html.red .discs) {
  opacity: 1;
}
.open {
  stroke: var(--ink);
  stroke-width: 4;
}
.hyperfocal {
  stroke: var(--binding);
  stroke-width: 2;
}
.within {
  fill: var(--ink);
}
.blurred {
  fill: none;
  stroke: var(--ink);
}
.plane {
  stroke: var(--ink);
  stroke-dasharray: 3 2;
}
.want {
  stroke: var(--ink);
  stroke-width: 3;
}
.want.thin {
  stroke-width: 1;
}
.other {
  fill: var(--bg);
  stroke: var(--ink);
  stroke-width: 1.5;
}
</style>
