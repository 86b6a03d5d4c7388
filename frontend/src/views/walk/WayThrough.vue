<script setup lang="ts">
import { useElementSize } from "@vueuse/core";
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import { menus, named, type Leaf } from "@/drawn/menus";

type Step = Schemas["WalkStepOut"];
/**
 * The way through a body's menus, drawn: its pages as they follow each other, a line to an item, a bar to each
 * that is to be set, as long as its presses, and the way from one to the next.
 */
const props = defineProps<{ steps: Step[]; entries: Schemas["EntryForm"][]; done: Record<string, boolean> }>();
const emit = defineEmits<{ find: [setting: string] }>();
/** Where the way runs in a column. */
const EDGE = 4;
const drawing = ref<HTMLElement | null>(null);
const { width } = useElementSize(drawing);
/** Pages go side by side as far as their names can be read. */
const columns = computed(() => Math.max(3, Math.floor(width.value / 172)));
const wide = computed(() => width.value / columns.value);
const bySetting = computed(() => new Map(props.steps.map((step) => [step.setting, step])));
/** Pages that the way goes through; the others are not met. */
const entered = computed(() => new Set(props.steps.map((step) => named(step.menu))));
/** What is had by a list or a button stands before the menus, where one reaches for it. */
const leaves = computed<Leaf[]>(() => [
  ...props.steps.filter((step) => step.through !== "menu").map(({ menu, setting }) => ({ menu, setting })),
  ...props.entries
    .filter((entry) => entered.value.has(named(entry.menu)))
    .map((entry) => ({
      menu: entry.menu,
      setting: bySetting.value.get(entry.setting ?? "")?.through === "menu" ? (entry.setting ?? "") : "",
    })),
]);
const drawn = computed(() => menus(leaves.value, new Set(bySetting.value.keys()), columns.value, wide.value));
const at = computed(() => new Map(drawn.value.items.filter((item) => item.marked).map((item) => [item.setting, item])));
/** The longest bar ends where the next column begins. */
const longest = computed(() => Math.max(1, ...props.steps.map((step) => step.presses)));
const bars = computed(() =>
  props.steps.flatMap((step) => {
    const item = at.value.get(step.setting);
    return item ? [{ ...step, x: item.x, y: item.y, long: 8 + ((wide.value - 44) * step.presses) / longest.value }] : [];
  }),
);
/** Down the edge of a column, along the foot and up the edge of the next: over nothing that is written. */
const way = computed(() =>
  bars.value
    .map(({ x, y }, k) => {
      const same = bars.value[k - 1]?.x === x;
      return k
        ? `${same ? "" : `V${drawn.value.height - 2}H${x + EDGE}`}V${y}H${x + 14}H${x + EDGE}`
        : `M${x + 14} ${y}H${x + EDGE}`;
    })
    .join(""),
);
const told = computed(() => `The way through the menus, ${bars.value.map((bar) => bar.label).join(", ")}`);
/** As many letters as a column holds. */
const short = (text: string): string => {
  const room = Math.floor((wide.value - 22) / 7);
  return text.length > room ? `${text.slice(0, room - 1)}…` : text;
};
</script>

<template>
  <figure ref="drawing" class="way">
    <svg v-if="width" :width="width" :height="drawn.height" role="img" :aria-label="told">
      <g v-for="page in drawn.pages" :key="page.name">
        <line v-if="page.tab" class="edge" :x1="page.x + 8" :x2="page.x + wide - 14" :y1="page.y - 3" :y2="page.y - 3" />
        <text v-if="page.tab" class="tab" :x="page.x + 8" :y="page.y - 8">{{ short(page.tab) }}</text>
        <text v-if="page.title !== page.tab" :x="page.x + 14" :y="page.y + 11">{{ short(page.title) }}</text>
      </g>
      <template v-for="(item, k) in drawn.items" :key="k">
        <line v-if="!item.marked" class="item" :x1="item.x + 14" :x2="item.x + 44" :y1="item.y" :y2="item.y" />
      </template>
      <path class="walked" :d="way" />
      <rect
        v-for="bar in bars"
        :key="bar.setting"
        class="bar"
        :class="{ done: done[bar.setting] }"
        :x="bar.x + 14"
        :y="bar.y - 3.5"
        :width="bar.long"
        height="7"
        @click="emit('find', bar.setting)"
      >
        <title>{{ bar.label }}: {{ bar.shown }}</title>
      </rect>
      <circle v-if="bars[0]" class="start" :cx="bars[0].x + EDGE" :cy="bars[0].y" r="3" />
    </svg>
    <figcaption class="quiet">A bar to each to set, as long as its presses; what is ticked is hollow.</figcaption>
  </figure>
</template>

<style scoped>
.way {
  margin: 10px 0 0;
}
svg {
  display: block;
}
text {
  font-size: 12px;
  fill: var(--second);
}
.tab {
  font-size: 13px;
  font-weight: 640;
  font-stretch: 108%;
  fill: var(--ink);
}
.edge {
  stroke: var(--ink);
}
.item {
  stroke: var(--rule);
  stroke-width: 2;
}
.walked {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
}
.start {
  fill: var(--ink);
}
.bar {
  fill: var(--ink);
  stroke: var(--ink);
  cursor: pointer;
}
.bar.done {
  fill: var(--bg);
}
figcaption {
  font-size: 13px;
}
</style>
