<script setup lang="ts">
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import { STOP } from "@/ruler/scale";

/** The tones of a scene, a stop a stop: how much of the picture lies where, and the window that the body holds of it. */
const props = withDefaults(
  defineProps<{
    told: Schemas["RehearsalOut"];
    /** What each pattern reads. */
    pointers?: { ev: number; label: string; strong: boolean }[];
    /** From where to where each frame of a set holds. */
    frames?: { clips: number; floor: number }[];
    /** Stops that are shown. */
    stops?: number;
  }>(),
  { pointers: () => [], frames: () => [], stops: 17 },
);
const emit = defineEmits<{ expose: [offset: number]; protect: [stops: number]; hold: [held: boolean] }>();
const AXIS = 66;
const WIDEST = 78;
const PER_FRAME = 8;
const LEAST_WIDE = 10;
const LABEL = 15;

const top = computed(() => {
  const { tones, window } = props.told;
  const last = tones.shares.reduce((seen, share, k) => (share > 0.0004 ? k : seen), 0);
  const brightest = tones.lowest + (last + 1) / tones.per_stop;
  return Math.min(tones.highest, Math.max(Math.ceil(brightest), Math.ceil(window.clips) + 1, 4));
});
const bottom = computed(() => top.value - props.stops);
const y = (stops: number): number => (top.value - stops) * STOP;
const within = (stops: number): number => Math.min(Math.max(stops, bottom.value), top.value);
const ticks = computed(() => Array.from({ length: props.stops + 1 }, (_, k) => top.value - k));
/** The tones make room for the frames of a set beside the axis. */
const room = computed(() => Math.min(props.frames.length * PER_FRAME, WIDEST - LEAST_WIDE));
const bars = computed(() => {
  const { tones, window } = props.told;
  const most = Math.max(...tones.shares);
  return tones.shares
    .map((share, k) => ({
      at: tones.lowest + (k + 1) / tones.per_stop,
      share,
      wide: Math.sqrt(share / most) * (WIDEST - room.value),
    }))
    .filter((bar) => bar.share > 0.0001 && bar.at > bottom.value && bar.at <= top.value)
    .map((bar) => ({ ...bar, lost: bar.at - 1 / tones.per_stop >= window.clips - 0.17 }));
});
/** What is written beside its height, pushed apart where two would lie on each other. */
function apart<T extends { ev: number }>(all: T[]): (T & { at: number })[] {
  const rows = all
    .filter((one) => one.ev <= top.value && one.ev >= bottom.value)
    .sort((a, b) => b.ev - a.ev)
    .map((one) => ({ ...one, at: y(one.ev) }));
  rows.forEach((row, k) => {
    const before = rows[k - 1];
    if (before) row.at = Math.max(row.at, before.at + LABEL);
  });
  return rows;
}
const names = computed(() => apart(props.told.named));
const pointed = computed(() => apart(props.pointers));
/** What is held of the window: all of it, which is exposure, or its top, which is protection; and how far it was drawn. */
const held = ref<{ what: "window" | "top"; from: number; offset: number; protection: number } | null>(null);
const drawn = ref(0);
const stepped = (stops: number): number => Math.round(stops * props.told.per_stop) / props.told.per_stop;
const BRIGHTEST = 5;
const offset = (stops: number): number => Math.min(BRIGHTEST, Math.max(-BRIGHTEST, stepped(stops)));
const nearest = (stops: number): number =>
  props.told.protections.reduce((best, one) => (Math.abs(one - stops) < Math.abs(best - stops) ? one : best), 0);
/** The window as it is being drawn: the answer follows the hand. */
const shown = computed(() => {
  const { clips, warns, floor } = props.told.window;
  const moved = held.value ? drawn.value : 0;
  const window = held.value?.what === "window" ? moved : 0;
  return { clips: clips + moved, warns: warns + moved, floor: floor + window };
});
function grip(event: PointerEvent, what: "window" | "top"): void {
  (event.currentTarget as SVGElement).setPointerCapture(event.pointerId);
  held.value = { what, from: event.clientY, offset: props.told.offset, protection: props.told.protection };
  drawn.value = 0;
  emit("hold", true);
}
function drag(event: PointerEvent): void {
  if (!held.value) return;
  const stops = (held.value.from - event.clientY) / STOP;
  if (held.value.what === "window") drawn.value = held.value.offset - offset(held.value.offset - stops);
  else drawn.value = nearest(held.value.protection + stops) - held.value.protection;
}
function leave(): void {
  if (!held.value) return;
  const { what, offset: was, protection } = held.value;
  if (drawn.value && what === "window") emit("expose", offset(was - drawn.value));
  else if (drawn.value) emit("protect", protection + drawn.value);
  letGo();
}
function letGo(): void {
  held.value = null;
  emit("hold", false);
}
/** By keys up is up on the ruler: the window up is darker. */
function key(event: KeyboardEvent, what: "window" | "top"): void {
  const way = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
  if (!way) return;
  event.preventDefault();
  event.stopPropagation();
  if (what === "window") emit("expose", offset(props.told.offset - way / props.told.per_stop));
  else {
    const next = props.told.protections[props.told.protections.indexOf(props.told.protection) + way];
    if (next !== undefined) emit("protect", next);
  }
}
const sign = (n: number): string => (n > 0 ? `+${n}` : n < 0 ? `−${-n}` : "0");
const inWords = computed(() => {
  const { window, lost } = props.told;
  return (
    `The raw clips ${window.clips.toFixed(1)} stops over the key, the preview warns at ${window.warns.toFixed(1)}, ` +
    `the shadow has ten to one down to ${window.floor.toFixed(1)}. ` +
    (lost.over.length ? `Burnt out: ${lost.over.join(", ")}.` : "No named tone is burnt out.")
  );
});
</script>

<template>
  <figure class="ruler">
    <svg :height="stops * STOP + 24" width="252" :viewBox="`0 -12 252 ${stops * STOP + 24}`" role="group" :aria-label="inWords">
      <defs>
        <pattern id="t-lost" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0v6" class="ink" />
        </pattern>
        <pattern id="t-noise" width="5" height="5" patternUnits="userSpaceOnUse">
          <circle cx="2" cy="2" r="1" class="dot" />
        </pattern>
      </defs>
      <g v-for="tick in ticks" :key="tick">
        <path :d="`M34 ${y(tick)}h12`" class="ink" />
        <text x="28" :y="y(tick) + 4" text-anchor="end" :class="tick === 0 ? 'strong' : 'second'">{{ sign(tick) }}</text>
        <path v-for="third in tick === bottom ? [] : [1, 2]" :key="third" :d="`M40 ${y(tick - third / 3)}h6`" class="ink thin" />
      </g>
      <rect x="50" width="8" :y="y(top)" :height="y(within(shown.clips)) - y(top)" class="lost edge" />
      <rect
        x="50"
        width="8"
        :y="y(within(shown.clips))"
        :height="y(within(shown.floor)) - y(within(shown.clips))"
        class="held edge"
        :data-stops="within(shown.clips) - within(shown.floor)"
      />
      <rect v-if="shown.floor > bottom" x="50" width="8" :y="y(shown.floor)" :height="y(bottom) - y(shown.floor)" class="noise" />
      <rect
        v-for="bar in bars"
        :key="bar.at"
        :x="AXIS + room"
        :y="y(bar.at)"
        :width="bar.wide"
        :height="STOP / told.tones.per_stop"
        :class="bar.lost ? 'lost edge' : 'tone'"
        :data-stops="1 / told.tones.per_stop"
      />
      <g v-if="shown.clips <= top">
        <path :d="`M34 ${y(shown.clips)}H252`" class="clip" />
        <text :x="AXIS + 3 + room" :y="y(shown.clips) - 5" class="binding">{{ pointers.length ? "" : "raw clips" }}</text>
      </g>
      <g v-if="told.window.holds_more_stops > 0.1 && shown.warns <= top">
        <path :d="`M34 ${y(shown.warns)}H252`" class="warn" />
        <text :x="AXIS + 3" :y="y(shown.warns) + 13" class="second">preview warns</text>
      </g>
      <text v-if="shown.floor > bottom + 0.4" :x="AXIS" :y="y(shown.floor) + 14" class="second">shadow 10 : 1</text>
      <g v-for="(frame, k) in frames" :key="`frame-${k}`">
        <rect
          :x="AXIS - 4 + k * PER_FRAME"
          width="5"
          :y="y(within(frame.clips))"
          :height="y(within(frame.floor)) - y(within(frame.clips))"
          class="of-set"
          :data-stops="within(frame.clips) - within(frame.floor)"
        />
      </g>
      <g v-for="pointer in pointed" :key="pointer.label" :class="pointer.strong ? 'strong' : 'second'">
        <path :d="`M60 ${y(pointer.ev)}l9 -5v10z`" :class="pointer.strong ? 'solid' : 'faint'" />
        <text :x="AXIS + 6" :y="pointer.at + 4" :class="pointer.strong ? 'name' : 'second'">{{ pointer.label }}</text>
      </g>
      <g v-for="tone in names" :key="tone.name">
        <path :d="`M${AXIS + WIDEST - 6} ${y(tone.ev)}L${AXIS + WIDEST + 2} ${tone.at}`" class="ink thin" />
        <text :x="AXIS + WIDEST + 5" :y="tone.at + 4" class="name">
          {{ tone.name }}
          <tspan v-if="!tone.held" class="gone" dx="5">lost</tspan>
        </text>
      </g>
      <rect
        x="34"
        width="30"
        :y="y(within(shown.clips))"
        :height="Math.max(0, y(within(shown.floor)) - y(within(shown.clips)))"
        class="grip"
        role="slider"
        tabindex="0"
        aria-label="exposure: the window of what the body holds"
        aria-orientation="vertical"
        :aria-valuenow="told.offset"
        :aria-valuetext="`${told.offset.toFixed(1)} stops brighter than metered; arrow up darker, arrow down brighter`"
        @pointerdown="grip($event, 'window')"
        @pointermove="drag"
        @pointerup="leave"
        @pointercancel="letGo"
        @keydown="key($event, 'window')"
      />
      <rect
        v-if="told.protections.length > 1 && shown.clips <= top"
        x="34"
        width="30"
        :y="y(shown.clips) - 10"
        height="20"
        class="grip top"
        role="slider"
        tabindex="0"
        aria-label="highlight protection: the top of the window"
        aria-orientation="vertical"
        :aria-valuenow="told.protection"
        :aria-valuetext="`${told.protection} stops of protection`"
        @pointerdown="grip($event, 'top')"
        @pointermove="drag"
        @pointerup="leave"
        @pointercancel="letGo"
        @keydown="key($event, 'top')"
      />
      <path v-if="told.protections.length > 1 && shown.clips <= top" :d="`M46 ${y(shown.clips) - 4}h16m-16 8h16`" class="ink" />
    </svg>
    <figcaption class="visually-hidden">{{ inWords }}</figcaption>
  </figure>
</template>

<style scoped>
.ruler {
  margin: 0;
}
text {
  font-size: 12px;
  fill: var(--ink);
}
.second {
  fill: var(--second);
}
.strong,
.name {
  font-weight: 600;
}
.name,
.binding,
.second {
  paint-order: stroke;
  stroke: var(--bg);
  stroke-width: 4px;
}
.gone {
  fill: var(--binding);
}
.grip {
  fill: transparent;
  cursor: grab;
  touch-action: none;
}
.grip:active {
  cursor: grabbing;
}
.top {
  cursor: ns-resize;
}
.of-set {
  fill: var(--bg);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.solid {
  fill: var(--ink);
}
.faint {
  fill: var(--bg);
  stroke: var(--ink);
}
.ink {
  stroke: var(--ink);
  fill: none;
}
.thin {
  stroke-width: 0.6;
}
.dot {
  fill: var(--ink);
}
.edge {
  stroke: var(--ink);
  stroke-width: 0.8;
}
.held {
  fill: var(--bg);
}
.lost {
  fill: url(#t-lost);
}
.noise {
  fill: url(#t-noise);
}
.tone {
  fill: var(--ink);
}
.clip {
  stroke: var(--binding);
  stroke-width: 2;
}
.warn {
  stroke: var(--ink);
  stroke-dasharray: 2 3;
}
.binding {
  fill: var(--binding);
  font-weight: 600;
}
</style>
