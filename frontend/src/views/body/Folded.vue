<script setup lang="ts">
import { useMediaQuery } from "@vueuse/core";

/** One sheet of what is known of a body: at the desk the one that was chosen, on a phone each a fold. */
defineProps<{ title: string; shown: boolean }>();
const wide = useMediaQuery("(min-width: 761px)");
</script>

<template>
  <section v-if="wide && shown" class="sheet" :aria-label="title"><slot></slot></section>
  <details v-else-if="!wide" class="fold" :open="shown || undefined">
    <summary>{{ title }}</summary>
    <slot></slot>
  </details>
</template>

<style scoped>
.sheet > :deep(section > h2:first-child) {
  margin-top: 0;
}
@media (max-width: 760px) {
  .fold {
    border-bottom: 1px var(--ruled) var(--rule);
  }
  .fold > summary {
    color: var(--ink);
    font-weight: 600;
  }
  .fold > :deep(section > h2:first-child) {
    display: none;
  }
}
</style>
