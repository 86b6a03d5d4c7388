<script setup lang="ts">
import { computed } from "vue";
import { linesOf } from "./frames";

/** A picture as a line drawing in the colour of the page: all that the dark allows. */
const props = defineProps<{ src: string; alt: string }>();
const mask = computed(() => {
  const lines = linesOf(props.src);
  return lines ? { maskImage: `url("${lines}")` } : null;
});
</script>

<template>
  <span v-if="mask" class="lines" :style="mask" role="img" :aria-label="alt || undefined" :aria-hidden="alt ? undefined : true" />
</template>

<style scoped>
.lines {
  position: absolute;
  inset: 0;
  background: var(--ink);
  mask-size: cover;
  mask-position: center;
  mask-repeat: no-repeat;
}
</style>
