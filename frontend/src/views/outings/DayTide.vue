<script setup lang="ts">
import { useElementSize, useResizeObserver } from "@vueuse/core";
import { computed, ref, useTemplateRef } from "vue";
import type { Schemas } from "@/api/client";
import { axisOf, clockOf, hang, minutesAt, minutesOf, skyAt, xOf } from "./hang";

type Row = Schemas["SituationRow"];
/** The light of a day as soundings: the open sky is the surface, and each situation hangs as many stops under it as it has less light. */
const props = defineProps<{ situations: Row[]; sun: Schemas["SunOut"] | null }>();
const emit = defineEmits<{ move: [row: Row, clock: string]; add: [clock: string] }>();
defineSlots<{ default(props: { row: Row; grip: Record<string, unknown>; clock: string }): unknown }>();

const frame = useTemplateRef("frame");
const { width } = useElementSize(frame);
const wide = computed(() => width.value >= 900);
const TIDE = 220;
const CAPTION = 96;
/** Room for the names of the sun's marks over the band, two rows of them where they come close. */
const NAMES = 34;
const LOW = -11;
const HIGH = 16.5;
/** About how wide a letter of those names is. */
const LETTER = 6.4;
/** How deep the sky's own colour lies under its surface. */
const WASH = 14;
/** A situation that is being dragged, and where to. */
const dragged = ref<{ id: number; minutes: number } | null>(null);
/** Where a pointer is on the band. */
const pointed = ref<{ x: number; y: number } | null>(null);
const begins = computed(() => props.situations.map((s) => minutesOf(s.starts_at)));
const shown = computed(() =>
  props.situations.map((s, k) => (dragged.value?.id === s.id ? dragged.value.minutes : (begins.value[k] ?? 0))),
);
const axis = computed(() => axisOf(begins.value, Math.max(1, width.value)));
const rows = computed(() => hang(axis.value, begins.value));
const pictures = useTemplateRef<HTMLLIElement[]>("pictures");
/** Heights of the pictures with what is said under them: it may take more lines than most do, and nothing may lie on it. */
const heights = ref<Record<string, number>>({});
useResizeObserver(
  () => pictures.value ?? [],
  () => (heights.value = Object.fromEntries((pictures.value ?? []).map((one) => [one.dataset.hung ?? "", one.offsetHeight]))),
);
const tallest = (above: boolean): number => {
  const hung = props.situations.filter((_, k) => (rows.value.hung[k]?.tier ?? 0) >= 0 === above);
  const here = hung.map((one) => heights.value[one.id] ?? 0);
  return Math.max(Math.round((rows.value.width * 2) / 3) + CAPTION, ...here);
};
const over = computed(() => tallest(true) + 12);
const under = computed(() => tallest(false) + 12);
const tideTop = computed(() => (wide.value ? rows.value.above * over.value + 20 : 0) + NAMES);
const height = computed(() => tideTop.value + TIDE + 28 + (wide.value ? rows.value.below * under.value + 14 : 0));
const yOf = (ev: number): number => tideTop.value + TIDE * (1 - (Math.min(Math.max(ev, LOW), HIGH) - LOW) / (HIGH - LOW));
const points = computed(() =>
  props.situations
    .map((s, k) => ({ id: s.id, minutes: shown.value[k] ?? 0, x: xOf(axis.value, shown.value[k] ?? 0), ev: s.ev100 ?? null }))
    .filter((p): p is { id: number; minutes: number; x: number; ev: number } => p.ev !== null)
    .sort((a, b) => a.x - b.x),
);
/** The light that a day is measured from: the open sky; where nobody said where the place lies, what the situations say themselves. */
const surface = computed(() => (props.sun ? props.sun.sky : points.value.map((p) => ({ minutes: p.minutes, ev100: p.ev }))));
const curve = computed(() => {
  const [first, last] = [surface.value[0], surface.value[surface.value.length - 1]];
  if (!first || !last) return "";
  const at = (p: { minutes: number; ev100: number }) => `${xOf(axis.value, p.minutes).toFixed(1)} ${yOf(p.ev100).toFixed(1)}`;
  const beyond = props.sun ? ["", ""] : [`M0 ${yOf(first.ev100).toFixed(1)}L`, `L${width.value} ${yOf(last.ev100).toFixed(1)}`];
  return `${beyond[0] || "M"}${surface.value.map(at).join("L")}${beyond[1]}`;
});
const base = computed(() => tideTop.value + TIDE);
/** The sky's colour along its surface. */
const wash = computed(() =>
  (props.sun?.sky ?? [])
    .map((one) => ({ share: xOf(axis.value, one.minutes) / Math.max(1, width.value), rgb: one.rgb }))
    .filter((one) => one.share >= -0.05 && one.share <= 1.05)
    .map((one) => ({
      offset: Math.min(1, Math.max(0, one.share)),
      color: `color(srgb-linear ${one.rgb.map((c) => c.toFixed(3)).join(" ")})`,
    })),
);
/** How a situation lies to the sky of its hour: so many stops under it, or over it. */
const plumbs = computed(() =>
  points.value.flatMap((p) => {
    const over = skyAt(surface.value, p.minutes);
    return props.sun && over !== null ? [{ ...p, from: yOf(over), to: yOf(p.ev), apart: Math.round(p.ev - over) }] : [];
  }),
);
/** What the sun does within the hours that are shown; after midnight it is the next morning's, near enough. Names that would meet take turns. */
const suns = computed(() => {
  const ends = [-1, -1];
  return (props.sun?.marks ?? [])
    .flatMap((mark) => [mark, { ...mark, minutes: mark.minutes + 24 * 60 }])
    .filter((mark) => mark.minutes >= axis.value.from && mark.minutes <= axis.value.to)
    .map((mark) => {
      const x = xOf(axis.value, mark.minutes);
      const name = `${mark.told} ${clockOf(mark.minutes, 1)}`;
      const left = Math.min(x, width.value - name.length * LETTER);
      const row = left > (ends[0] ?? 0) ? 0 : 1;
      ends[row] = left + name.length * LETTER + 8;
      return { ...mark, name, x, left, row };
    });
});
/** A line for each stop under the surface, as water marks. */
const marks = computed(() => Array.from({ length: Math.floor(HIGH - LOW) }, (_, k) => yOf(LOW + k)));
const hours = computed(() => {
  const { from, to } = axis.value;
  const step = (to - from) / 60 > width.value / 60 ? 180 : to - from > 10 * 60 ? 120 : 60;
  const first = Math.ceil(from / step) * step;
  return Array.from({ length: Math.floor((to - first) / step) + 1 }, (_, k) => first + k * step);
});
const LEVELS = [15, 10, 5, 0, -5];
const top = (tier: number): number =>
  tier >= 0 ? tideTop.value - NAMES - 20 - (tier + 1) * over.value + 12 : base.value + 42 + (-1 - tier) * under.value;
function string(k: number): string {
  const place = rows.value.hung[k];
  const row = props.situations[k];
  if (!place || !row) return "";
  const x = xOf(axis.value, shown.value[k] ?? 0);
  const at = yOf(row.ev100 ?? LOW);
  const hook = Math.min(Math.max(x, place.left + 6), place.left + rows.value.width - 6);
  const end = place.tier >= 0 ? tideTop.value - NAMES - 14 : base.value + 40;
  const knee = place.tier >= 0 ? tideTop.value - NAMES : base.value + 28;
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
/** The hour under the pointer, on the band alone. */
function point(event: PointerEvent): void {
  const box = frame.value?.getBoundingClientRect();
  const [x, y] = box ? [event.clientX - box.left, event.clientY - box.top] : [0, 0];
  const on = event.pointerType === "mouse" && !!box && y >= tideTop.value && y <= base.value && x >= 0 && x <= width.value;
  pointed.value = on ? { x, y } : null;
}
const pointedAt = computed(() => (pointed.value ? clockOf(minutesAt(axis.value, pointed.value.x)) : ""));
const addThere = (): void => {
  if (pointed.value) emit("add", pointedAt.value);
};
</script>

<template>
  <div ref="frame" class="frame" :class="{ wide }" :style="wide ? { height: `${height}px` } : {}">
    <svg
      :width="width"
      :height="wide ? height : base + 26"
      :class="{ adds: pointed }"
      role="img"
      :aria-label="`The light along the day, from ${situations[0]?.starts_at ?? 'morning'} on`"
      @pointermove="point"
      @pointerleave="pointed = null"
      @click="addThere"
    >
      <defs>
        <clipPath id="of-the-band"><path :d="`M0 0 H${width} V${base} H0 Z`" /></clipPath>
        <clipPath id="under-the-tide"><path :d="`${curve} V${base} H0 Z`" /></clipPath>
        <linearGradient id="sky" x1="0" :x2="width" gradientUnits="userSpaceOnUse">
          <stop v-for="(one, k) in wash" :key="k" :offset="one.offset" :style="{ stopColor: one.color }" />
        </linearGradient>
      </defs>
      <g clip-path="url(#of-the-band)">
        <g clip-path="url(#under-the-tide)">
          <path v-for="y in marks" :key="y" :d="`M0 ${y} H${width}`" class="mark" />
          <path v-if="wash.length" :d="curve" class="wash" :stroke-width="2 * WASH" />
        </g>
        <path :d="curve" class="curve" />
      </g>
      <g v-for="mark in suns" :key="mark.minutes" class="sun">
        <path :d="`M${mark.x} ${tideTop - 4} V${base}`" />
        <text :x="mark.left" :y="tideTop - 8 - 14 * mark.row">{{ mark.name }}</text>
      </g>
      <path :d="`M0 ${base} H${width}`" class="ink" />
      <g v-for="h in hours" :key="h">
        <path :d="`M${xOf(axis, h)} ${base} v6`" class="ink" />
        <text :x="xOf(axis, h) + 4" :y="base + 15">{{ String(Math.floor(h / 60) % 24 || 24).padStart(2, "0") }}</text>
      </g>
      <text v-for="ev in LEVELS" :key="ev" :x="width" :y="yOf(ev) - 3" class="level">EV {{ ev < 0 ? `−${-ev}` : ev }}</text>
      <template v-if="wide">
        <path v-for="(s, k) in situations" :key="s.id" :d="string(k)" class="string" />
      </template>
      <g v-for="p in plumbs" :key="`plumb ${p.id}`">
        <path :d="`M${p.x} ${p.from} V${p.to}`" class="plumb" />
        <text v-if="p.apart" :x="p.x + 8" :y="p.to + 4" class="apart">{{ p.apart < 0 ? `−${-p.apart}` : `+${p.apart}` }}</text>
      </g>
      <rect v-for="p in points" :key="p.id" :x="p.x - 4.5" :y="yOf(p.ev) - 4.5" width="9" height="9" class="dot" />
      <g v-if="pointed" class="cross">
        <path :d="`M${pointed.x} ${tideTop} V${base} M0 ${pointed.y} H${width}`" />
        <text :x="pointed.x + (pointed.x > width - 130 ? -8 : 8)" :y="base - 8" :class="{ late: pointed.x > width - 130 }">
          + one at {{ pointedAt }}
        </text>
      </g>
    </svg>
    <ol>
      <li
        v-for="(s, k) in situations"
        ref="pictures"
        :key="s.id"
        :data-hung="s.id"
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
svg.adds {
  cursor: copy;
}
.mark {
  stroke: var(--rule);
}
.curve,
.ink,
.string,
.plumb,
.cross path {
  fill: none;
  stroke: var(--ink);
}
.curve {
  stroke-width: 1.5;
}
.wash {
  fill: none;
  stroke: url("#sky");
}
/* In the dark a bright band would be all that one sees. */
:global(html.red .wash) {
  opacity: 0.3;
}
.string {
  stroke: var(--second);
}
.plumb {
  stroke-width: 3;
}
.cross path {
  stroke-width: 0.5;
}
.dot {
  fill: var(--ink);
}
text {
  font-size: 12px;
  fill: var(--second);
  paint-order: stroke;
  stroke: var(--bg);
  stroke-width: 4px;
}
.apart,
.cross text {
  font-weight: 600;
  fill: var(--ink);
}
.sun path {
  stroke: var(--second);
  stroke-dasharray: 1 5;
}
.level,
.late {
  text-anchor: end;
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
