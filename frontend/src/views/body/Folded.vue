<script setup lang="ts">
import { useMediaQuery } from "@vueuse/core";

/** A part of what is known of a body: it stands open where there is room for all of them, and folds on a phone. */
defineProps<{ title: string }>();
const wide = useMediaQuery("(min-width: 761px)");
</script>

<template>
  <details class="fold" :open="wide">
    <summary>{{ title }}</summary>
    <slot></slot>
  </details>
</template>

<style scoped>
@media (min-width: 761px) {
  summary {
    display: none;
  }
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
