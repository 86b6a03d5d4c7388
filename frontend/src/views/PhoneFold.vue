<script setup lang="ts">
import { useMediaQuery } from "@vueuse/core";

/** A part of a page that stands where there is room, and folds under its title on a phone. */
defineProps<{ title: string }>();
const wide = useMediaQuery("(min-width: 761px)");
</script>

<template>
  <div v-if="wide"><slot></slot></div>
  <details v-else class="fold">
    <summary>{{ title }}</summary>
    <slot></slot>
  </details>
</template>
