<script setup lang="ts">
import { computed, ref } from "vue";
import { facesWith, heightOf, placed, WIDTH, type Finder, type Spot } from "@/drawn/body";
import BodyFaces from "@/drawn/BodyFaces.vue";

/** A body from its three sides with every place where a control can lie: pressing one asks for it. The list beside says the same. */
type One = { slug: string; label: string; spot: string; uses: readonly string[] };
const props = defineProps<{ controls: readonly One[]; spots: readonly Spot[]; finder: Finder; open: string; at: string }>();
const emit = defineEmits<{ spot: [slug: string]; control: [slug: string] }>();
const pointed = ref("");
const faces = computed(() =>
  facesWith(
    props.spots.map(({ slug }) => ({ spot: slug })),
    props.spots,
  ),
);
const free = computed(() => {
  const taken = new Set(props.controls.map((c) => c.spot));
  const places = props.spots.filter((s) => !taken.has(s.slug)).map((s) => ({ ...s, spot: s.slug }));
  return placed(places, props.spots, faces.value);
});
const there = computed(() => placed(props.controls, props.spots, faces.value));
const moving = computed(() => props.controls.find((c) => c.slug === props.open)?.label);
</script>

<template>
  <figure class="picker">
    <svg :viewBox="`0 0 ${WIDTH} ${heightOf(faces)}`" role="img" aria-label="the body from above, from behind and from the front">
      <BodyFaces :faces="faces" :finder="finder" />
      <g
        v-for="one in free"
        :key="one.control.slug"
        class="free"
        :class="{ on: at === one.control.slug }"
        :data-spot="one.control.slug"
        :transform="`translate(${one.x} ${one.y})`"
        @click="emit('spot', one.control.slug)"
        @pointerenter="pointed = one.control.label"
        @pointerleave="pointed = ''"
      >
        <circle r="17" class="reach" />
        <circle r="6" class="mark" />
      </g>
      <g
        v-for="one in there"
        :key="one.control.slug"
        class="taken"
        :class="{ on: open === one.control.slug }"
        :data-control="one.control.slug"
        :transform="`translate(${one.x} ${one.y})`"
        @click="emit('control', one.control.slug)"
        @pointerenter="pointed = one.control.label"
        @pointerleave="pointed = ''"
      >
        <rect v-if="one.control.uses.includes('turn')" x="-25" y="-10" width="50" height="20" rx="8" />
        <circle v-else r="13" />
        <text y="4">{{ one.number }}</text>
      </g>
    </svg>
    <figcaption class="quiet">
      {{ pointed || (moving ? `press where ${moving} lies` : "press where another control lies") }}
    </figcaption>
  </figure>
</template>

<style scoped>
.picker {
  margin: 0;
}
svg {
  display: block;
  width: 100%;
  max-width: 440px;
}
figcaption {
  font-size: 13px;
  min-height: 24px;
}
.free,
.taken {
  cursor: pointer;
}
.reach {
  fill: transparent;
}
.mark {
  fill: none;
  stroke: var(--second);
  stroke-dasharray: 2 2;
}
.free:hover .mark,
.free.on .mark {
  stroke: var(--ink);
  stroke-width: 2;
  stroke-dasharray: none;
}
.taken :is(circle, rect) {
  fill: var(--bg);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.taken text {
  font-size: 12px;
  font-weight: 560;
  text-anchor: middle;
  fill: var(--ink);
}
.taken:hover :is(circle, rect) {
  stroke-width: 2.5;
}
.taken.on :is(circle, rect) {
  fill: var(--ink);
}
.taken.on text {
  fill: var(--bg);
}
</style>
