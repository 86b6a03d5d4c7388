<script setup lang="ts">
import { useMediaQuery } from "@vueuse/core";
import { ref, watchEffect } from "vue";

/** A part of a page that stands where there is room, and folds under its title on a phone. */
const props = withDefaults(
  defineProps<{
    title: string;
    /** Where there is room: whether it is the part that lies open. What was typed in one that is put aside stays in it. */
    shown?: boolean;
    /** On a phone: whether it comes unfolded. */
    open?: boolean;
  }>(),
  { shown: true },
);
const wide = useMediaQuery("(min-width: 761px)");
const opened = ref(false);
watchEffect(() => {
  if (props.shown) opened.value = true;
});
</script>

<template>
  <section v-if="wide && opened" v-show="shown" class="part" :aria-label="title"><slot></slot></section>
  <details v-else-if="!wide" class="fold part" :open="open || undefined">
    <summary>{{ title }}</summary>
    <slot></slot>
  </details>
</template>
