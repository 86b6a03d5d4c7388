<script setup lang="ts">
import FramePicture from "@/picture/FramePicture.vue";

/** Small pictures side by side, with a word or a number under each. */
defineProps<{ token: string; names: string[]; label: string }>();
const MAP = { across: 98, down: 64 };
</script>

<template>
  <figure class="strip" :aria-label="label">
    <FramePicture :src="`/api/strips/${token}.jpg`" :alt="label" :aspect="(names.length * MAP.across) / MAP.down" />
    <figcaption :style="{ gridTemplateColumns: `repeat(${names.length}, minmax(0, 1fr))` }">
      <span v-for="(name, k) in names" :key="k">{{ name }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
.strip {
  margin: 4px 0 8px;
}
figcaption {
  display: grid;
}
figcaption span {
  font-size: 12px;
  color: var(--second);
  text-align: center;
  overflow-wrap: anywhere;
}
</style>
