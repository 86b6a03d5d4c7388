<script setup lang="ts">
import { outline, WIDTH, type Finder, type Seen } from "./body";

/** The faces of a body as lines, without its controls: a part of a drawing in the same pixels. */
defineProps<{ faces: readonly Seen[]; finder: Finder }>();
</script>

<template>
  <g v-for="f in faces" :key="f.face">
    <path :d="outline(f, finder)" class="paper" />
    <g v-if="f.face === 'back'" class="sunk">
      <rect x="46" :y="f.y + 76" width="232" :height="f.height - 104" rx="4" />
      <rect v-if="finder !== 'screen'" :x="WIDTH / 2 - 32" :y="f.y + 14" width="64" height="34" rx="6" />
    </g>
    <g v-if="f.face === 'front'" class="sunk">
      <circle v-for="r in [84, 62]" :key="r" :cx="WIDTH / 2" :cy="f.y + f.height * 0.58" :r="r" />
    </g>
    <text x="14" :y="f.y + f.height - 10" class="face">{{ f.label }}</text>
  </g>
</template>

<style scoped>
.paper {
  fill: var(--raised);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.sunk {
  fill: var(--sunk);
  stroke: var(--ink);
}
.face {
  font-size: 12px;
  fill: var(--second);
}
</style>
