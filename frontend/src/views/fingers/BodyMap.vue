<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

const props = defineProps<{ controls: Schemas["ControlOut"][]; spots: Schemas["SpotOut"][]; chosen: string }>();
defineEmits<{ choose: [slug: string] }>();
/** Three faces of no body in particular, cut from paper: outline and mount, in a box of 200 by 130. */
const FACES = [
  {
    face: "top",
    label: "from above",
    outline:
      "M8 36 Q8 26 20 26 L74 26 L74 6 L126 6 L126 26 L164 26 L168 14 L188 14 L192 26 L192 100 Q192 112 180 112 L20 112 Q8 112 8 100 Z",
  },
  { face: "back", label: "from behind", outline: "M6 22 L70 22 L78 6 L122 6 L130 22 L194 22 L194 122 L6 122 Z" },
  {
    face: "front",
    label: "from the front",
    outline: "M6 22 L70 22 L78 6 L122 6 L130 22 L194 22 L194 122 L22 122 Q6 122 6 100 Z",
  },
];
const placed = computed(() =>
  props.controls.map((control, k) => ({ ...control, number: k + 1, at: props.spots.find((s) => s.slug === control.spot) })),
);
</script>

<template>
  <div class="map" role="group" aria-label="where its controls lie">
    <figure v-for="f in FACES" :key="f.face">
      <svg viewBox="0 0 200 130" role="img" :aria-label="`a body ${f.label}`">
        <path :d="f.outline" class="body" />
        <circle v-if="f.face === 'front'" cx="112" cy="74" r="38" class="mount" />
        <rect v-if="f.face === 'back'" x="26" y="36" width="100" height="74" class="mount" />
        <g
          v-for="c in placed.filter((one) => one.at?.face === f.face)"
          :key="c.slug"
          :class="{ chosen: c.slug === chosen }"
          :transform="`translate(${(c.at?.x ?? 0) * 200} ${(c.at?.y ?? 0) * 130})`"
          @click="$emit('choose', c.slug)"
        >
          <rect v-if="c.uses.includes('turn')" x="-12" y="-7" width="24" height="14" class="dot" />
          <circle v-else r="9" class="dot" />
          <text y="4">{{ c.number }}</text>
        </g>
      </svg>
      <figcaption class="quiet">{{ f.label }}</figcaption>
    </figure>
  </div>
</template>

<style scoped>
.map {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0 18px;
  max-width: 720px;
  padding: 6px 0;
}
figure {
  margin: 0;
}
figcaption {
  font-size: 13px;
}
.body {
  fill: var(--raised);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.mount {
  fill: var(--sunk);
  stroke: var(--rule);
}
g {
  cursor: pointer;
}
.dot {
  fill: var(--bg);
  stroke: var(--ink);
  stroke-width: 1.5;
}
text {
  font-size: 11px;
  text-anchor: middle;
  fill: var(--ink);
}
.chosen .dot {
  fill: var(--ink);
}
.chosen text {
  fill: var(--bg);
}
@media (max-width: 760px) {
  .map {
    grid-template-columns: minmax(0, 1fr);
    max-width: 300px;
  }
}
</style>
