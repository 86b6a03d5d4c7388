<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** Places of the picture that were measured, numbered as they were pressed. */
defineProps<{ places: { x: number; y: number }[]; found: Schemas["CardOnSceneOut"] | null }>();
</script>

<template>
  <span
    v-for="(place, k) in places"
    :key="k"
    class="place"
    :class="{ no: found?.places[k]?.refused }"
    :style="{ left: `${place.x * 100}%`, top: `${place.y * 100}%` }"
    :title="found?.places[k]?.refused || ''"
    >{{ k + 1 }}</span
  >
</template>

<style scoped>
.place {
  position: absolute;
  transform: translate(-50%, -50%);
  width: 22px;
  height: 22px;
  line-height: 20px;
  text-align: center;
  border: 1px solid var(--bg);
  background: var(--ink);
  color: var(--bg);
  pointer-events: none;
}
.no {
  background: var(--bg);
  color: var(--ink);
  border-color: var(--ink);
}
</style>
