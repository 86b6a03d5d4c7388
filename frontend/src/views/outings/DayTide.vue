<script setup lang="ts">
import { useElementSize } from "@vueuse/core";
import { computed, ref, useTemplateRef } from "vue";
import type { Schemas } from "@/api/client";
import { axisOf, clockOf, hang, minutesAt, minutesOf, xOf } from "./hang";

type Row = Schemas["SituationRow"];
/** The light of a day as a tide, with a picture hung at the hour of each situation. */
const props = defineProps<{ situations: Row[]; sun: Schemas["SunMarkOut"][] }>();
const emit = defineEmits<{ move: [row: Row, clock: string]; add: [clock: string] }>();
defineSlots<{ default(props: { row: Row; grip: Record<string, unknown>; clock: string }): unknown }>();

const frame = useTemplateRef("frame");
const { width } = useElementSize(frame);
const wide = computed(() => width.value >= 900);
const TIDE = 112;
const CAPTION = 96;
const LOW = -9;
const HIGH = 16;
/** A situation that is being dragged, and where to. */
const dragged = ref<{ id: number; minutes: number } | null>(null);
const begins = computed(() => props.situations.map((s) => minutesOf(s.starts_at)));
const shown = computed(() =>
  props.situations.map((s, k) => (dragged.value?.id === s.id ? dragged.value.minutes : (begins.value[k] ?? 0))),
);
const axis = computed(() => axisOf(begins.value, Math.max(1, width.value)));
const rows = computed(() => hang(axis.value, begins.value));
const tall = computed(() => Math.round((rows.value.width * 2) / 3) + CAPTION);
const tideTop = computed(() => (wide.value ? rows.value.above * (tall.value + 12) + 20 : 16));
const height = computed(() => tideTop.value + TIDE + 28 + (wide.value ? rows.value.below * (tall.value + 12) + 14 : 0));
const yOf = (ev: number): number => tideTop.value + TIDE * (1 - (Math.min(Math.max(ev, LOW), HIGH) - LOW) / (HIGH - LOW));
const points = computed(() =>
  props.situations
    .map((s, k) => ({ id: s.id, x: xOf(axis.value, shown.value[k] ?? 0), ev: s.ev100 ?? null }))
    .filter((p): p is { id: number; x: number; ev: number } => p.ev !== null)
    .sort((a, b) => a.x - b.x),
);
const curve = computed(() => {
  const [first, last] = [points.value[0], points.value[points.value.length - 1]];
  if (!first || !last) return "";
  const line = points.value.map((p) => `L${p.x.toFixed(1)} ${yOf(p.ev).toFixed(1)}`).join("");
  return `M0 ${yOf(first.ev).toFixed(1)}${line}L${width.value} ${yOf(last.ev).toFixed(1)}`;
});
const base = computed(() => tideTop.value + TIDE);
/** What the sun does within the hours that are shown; after midnight it is the next morning's, near enough. */
const suns = computed(() =>
  props.sun
    .flatMap((mark) => [mark, { ...mark, minutes: mark.minutes + 24 * 60 }])
    .filter((mark) => mark.minutes >= axis.value.from && mark.minutes <= axis.value.to)
    .map((mark) => ({ ...mark, x: xOf(axis.value, mark.minutes) })),
);
/** A line for each stop under the tide, as water marks. */
const marks = computed(() => Array.from({ length: HIGH - LOW }, (_, k) => yOf(LOW + k)));
const hours = computed(() => {
  const { from, to } = axis.value;
  const step = to - from > 10 * 60 ? 120 : 60;
  const first = Math.ceil(from / step) * step;
  return Array.from({ length: Math.floor((to - first) / step) + 1 }, (_, k) => first + k * step);
});
const LEVELS = [14, 7, 0, -7];
const top = (tier: number): number =>
  tier >= 0 ? tideTop.value - 20 - (tier + 1) * (tall.value + 12) + 12 : base.value + 42 + (-1 - tier) * (tall.value + 12);
function string(k: number): string {
  const place = rows.value.hung[k];
  const row = props.situations[k];
  if (!place || !row) return "";
  const x = xOf(axis.value, shown.value[k] ?? 0);
  const at = yOf(row.ev100 ?? LOW);
  const hook = Math.min(Math.max(x, place.left + 6), place.left + rows.value.width - 6);
  const end = place.tier >= 0 ? tideTop.value - 16 : base.value + 40;
  const knee = place.tier >= 0 ? tideTop.value - 6 : base.value + 28;
  return `M${x} ${at} V${knee} L${hook} ${end}`;
}

function drag(event: PointerEvent, row: Row): void {
  const from = event.clientX;
  const before = minutesOf(row.starts_at);
  const grip = event.currentTarget as HTMLElement;
  grip.setPointerCapture(event.pointerId);
  const scale = (axis.value.to - axis.value.from) / axis.value.width;
  const follow = (move: PointerEvent): void => {
    if (Math.abs(move.clientX - from) > 3) dragged.value = { id: row.id, minutes: before + (move.clientX - from) * scale };
  };
  const done = (): void => {
    grip.removeEventListener("pointermove", follow);
    const to = dragged.value && clockOf(dragged.value.minutes);
    dragged.value = null;
    if (to && to !== row.starts_at) emit("move", row, to);
  };
  grip.addEventListener("pointermove", follow);
  grip.addEventListener("pointerup", done, { once: true });
  grip.addEventListener("pointercancel", () => ((dragged.value = null), done()), { once: true });
}
const step = (row: Row, by: number): void => emit("move", row, clockOf(minutesOf(row.starts_at) + by));
/** What a situation's hour must have to be moved: a pointer drags it, Alt and arrows move it. */
const gripOf = (row: Row): Record<string, unknown> => ({
  "data-situation": row.id,
  "aria-label": `${row.starts_at}, ${row.title}: Alt and arrows move it`,
  onPointerdown: (event: PointerEvent) => wide.value && drag(event, row),
  onKeydown: (event: KeyboardEvent) => {
    if (!event.altKey || !["ArrowUp", "ArrowDown"].includes(event.key)) return;
    event.preventDefault();
    step(row, event.key === "ArrowUp" ? -10 : 10);
  },
});
function addAt(event: MouseEvent): void {
  const box = frame.value?.getBoundingClientRect();
  if (box) emit("add", clockOf(minutesAt(axis.value, event.clientX - box.left)));
}
</script>

<template>
  <div ref="frame" class="frame" :class="{ wide }" :style="wide ? { height: `${height}px` } : {}">
    <svg
      :width="width"
      :height="wide ? height : base + 26"
      role="img"
      :aria-label="`The light along the day, from ${situations[0]?.starts_at ?? 'morning'} on`"
      @dblclick="addAt"
    >
      <defs>
        <clipPath id="under-the-tide"><path :d="`${curve} V${base} H0 Z`" /></clipPath>
      </defs>
      <g clip-path="url(#under-the-tide)">
        <path v-for="y in marks" :key="y" :d="`M0 ${y} H${width}`" class="mark" />
      </g>
      <g v-for="mark in suns" :key="mark.minutes" class="sun">
        <path :d="`M${mark.x} ${tideTop} V${base}`" />
        <!-- A phone has room for the sun's own marks; the sentence under the day has them all. -->
        <text v-if="!mark.twilight && mark.x > width / 2" :x="mark.x - 4" :y="base - 5" class="late">{{ mark.told }}</text>
        <text v-else-if="!mark.twilight" :x="mark.x + 4" :y="base - 5">{{ mark.told }}</text>
        <text v-else-if="wide" :x="mark.x + 4" :y="tideTop + 10">{{ mark.told }}</text>
      </g>
      <path :d="curve" class="curve" />
      <path :d="`M0 ${base} H${width}`" class="ink" />
      <g v-for="h in hours" :key="h">
        <path :d="`M${xOf(axis, h)} ${base} v6`" class="ink" />
        <text :x="xOf(axis, h) + 4" :y="base + 15">{{ String(Math.floor(h / 60) % 24 || 24).padStart(2, "0") }}</text>
      </g>
      <text v-for="ev in LEVELS" :key="ev" :x="width" :y="yOf(ev) - 3" class="level">EV {{ ev < 0 ? `−${-ev}` : ev }}</text>
      <template v-if="wide">
        <path v-for="(s, k) in situations" :key="s.id" :d="string(k)" class="ink" />
      </template>
      <rect v-for="p in points" :key="p.id" :x="p.x - 4.5" :y="yOf(p.ev) - 4.5" width="9" height="9" class="dot" />
    </svg>
    <ol>
      <li
        v-for="(s, k) in situations"
        :key="s.id"
        :class="{ stale: s.card === 'stale' }"
        :style="
          wide ? { left: `${rows.hung[k]?.left}px`, top: `${top(rows.hung[k]?.tier ?? 0)}px`, width: `${rows.width}px` } : {}
        "
      >
        <slot :row="s" :grip="gripOf(s)" :clock="dragged?.id === s.id ? clockOf(dragged.minutes) : s.starts_at" />
      </li>
    </ol>
  </div>
</template>

<style scoped>
.frame {
  position: relative;
}
svg {
  display: block;
  overflow: visible;
}
.mark {
  stroke: var(--rule);
}
.curve,
.ink {
  fill: none;
  stroke: var(--ink);
}
.curve {
  stroke-width: 1.5;
}
.dot {
  fill: var(--ink);
}
text {
  font-size: 12px;
  fill: var(--second);
}
.sun path {
  stroke: var(--second);
  stroke-dasharray: 1 5;
}
.level,
.late {
  text-anchor: end;
}
.sun text,
.level {
  paint-order: stroke;
  stroke: var(--bg);
  stroke-width: 4px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.wide li {
  position: absolute;
}
</style>
