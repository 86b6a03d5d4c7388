<script setup lang="ts">
import { useElementSize, useResizeObserver } from "@vueuse/core";
import { computed, ref, useTemplateRef, watch } from "vue";
import { spread } from "@/drawn/spread";
import { facesWith, heightOf, placed, sides, WIDTH, type Control, type Finder, type Spot } from "@/drawn/body";
import BodyFaces from "@/drawn/BodyFaces.vue";

/** One large drawing of a body: its controls, and beside it what each is for, tied to it by a line. */
const props = defineProps<{
  controls: readonly Control[];
  spots: readonly Spot[];
  finder: Finder;
  chosen: string;
  clashing: ReadonlySet<string>;
}>();
defineEmits<{ choose: [slug: string] }>();
defineSlots<{ default(props: { control: Control; number: number }): unknown }>();

const frame = useTemplateRef("frame");
const labels = useTemplateRef<HTMLLIElement[]>("labels");
const { width } = useElementSize(frame);
const wide = computed(() => width.value >= 900);
/** Where the body begins, and how much room the labels have. */
const left = computed(() => Math.round((width.value - WIDTH) / 2));
const room = computed(() => left.value - 36);
const faces = computed(() => facesWith(props.controls, props.spots));
const bottom = computed(() => heightOf(faces.value));
const all = computed(() => placed(props.controls, props.spots, faces.value));
const side = computed(() => sides(all.value, faces.value));
const heights = ref<Record<string, number>>({});
function measure(): void {
  heights.value = Object.fromEntries((labels.value ?? []).map((one) => [one.dataset.control ?? "", one.offsetHeight]));
}
useResizeObserver(() => labels.value ?? [], measure);
watch([all, () => props.chosen, wide, width], measure, { flush: "post" });

/** Pixels between two labels. */
const APART = 10;
const tops = computed(() => {
  const found: Record<string, number> = {};
  for (const where of ["left", "right"] as const) {
    const here = all.value.filter((one) => side.value.get(one.control.slug) === where).sort((a, b) => a.y - b.y);
    const sizes = here.map((one) => heights.value[one.control.slug] ?? 44);
    const needed = sizes.reduce((sum, size) => sum + size + APART, -APART);
    const at = spread(
      here.map((one) => one.y - 12),
      sizes,
      Math.max(bottom.value, needed),
      APART,
    );
    here.forEach((one, k) => (found[one.control.slug] = at[k] ?? 0));
  }
  return found;
});
const height = computed(() =>
  Math.max(bottom.value, ...all.value.map((one) => (tops.value[one.control.slug] ?? 0) + (heights.value[one.control.slug] ?? 0))),
);
/** A leader: level from the label, then straight to its control. */
function leader(slug: string, x: number, y: number): string {
  const at = (tops.value[slug] ?? 0) + 12;
  const lean = Math.min(Math.abs(at - y), 60);
  if (side.value.get(slug) === "left") return `M${-28} ${at} H${Math.max(-12, x - 10 - lean)} L${x} ${y}`;
  return `M${WIDTH + 28} ${at} H${Math.min(WIDTH + 12, x + 10 + lean)} L${x} ${y}`;
}
</script>

<template>
  <div ref="frame" class="frame" :class="{ wide }" :style="wide ? { height: `${height}px` } : {}">
    <svg
      class="body"
      :viewBox="`-30 0 ${WIDTH + 60} ${bottom}`"
      :style="wide ? { left: `${left - 30}px`, width: `${WIDTH + 60}px`, height: `${bottom}px` } : {}"
      role="img"
      aria-label="the body from above, from behind and from the front, with its controls"
    >
      <BodyFaces :faces="faces" :finder="finder" />
      <template v-if="wide">
        <path
          v-for="one in all"
          :key="one.control.slug"
          :d="leader(one.control.slug, one.x, one.y)"
          class="leader"
          :class="{ clash: clashing.has(one.control.slug), on: chosen === one.control.slug }"
        />
      </template>
      <g
        v-for="one in all"
        :key="one.control.slug"
        class="control"
        :class="{ clash: clashing.has(one.control.slug), on: chosen === one.control.slug }"
        :transform="`translate(${one.x} ${one.y})`"
        @click="$emit('choose', one.control.slug)"
      >
        <rect v-if="one.control.uses.includes('turn')" x="-25" y="-10" width="50" height="20" rx="8" />
        <circle v-else r="13" />
        <text y="4">{{ one.number }}</text>
      </g>
    </svg>
    <ol>
      <li
        v-for="one in all"
        :key="one.control.slug"
        ref="labels"
        :data-control="one.control.slug"
        :class="[side.get(one.control.slug), { on: chosen === one.control.slug }]"
        :style="wide ? { top: `${tops[one.control.slug]}px`, width: `${room}px`, [side.get(one.control.slug) ?? 'left']: 0 } : {}"
      >
        <slot :control="one.control" :number="one.number" />
      </li>
    </ol>
  </div>
</template>

<style scoped>
.frame {
  position: relative;
}
.body {
  display: block;
  width: 100%;
  max-height: 70vh;
}
.wide .body {
  position: absolute;
  overflow: visible;
  top: 0;
  max-height: none;
}
.leader {
  fill: none;
  stroke: var(--ink);
}
.control {
  cursor: pointer;
}
.control rect,
.control circle {
  fill: var(--bg);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.control text {
  font-size: 12px;
  font-weight: 560;
  text-anchor: middle;
  fill: var(--ink);
}
.leader.clash,
.clash rect,
.clash circle {
  stroke: var(--binding);
}
.leader.on {
  stroke-width: 2;
}
.on rect,
.on circle {
  fill: var(--ink);
}
.on text {
  fill: var(--bg);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.wide li {
  position: absolute;
}
.wide .left:not(.on) {
  text-align: right;
}
</style>
