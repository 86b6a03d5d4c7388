<script setup lang="ts">
import { computed } from "vue";
import { parts } from "./scale";

const props = defineProps<{ value: number; signed?: boolean }>();
const shown = computed(() => parts(props.value));
const sign = computed(() => shown.value.sign || (props.signed && props.value > 0.04 ? "+" : ""));
</script>

<template>
  <span class="stops"
    >{{ sign }}{{ shown.whole }}<span v-if="shown.fraction" class="frac">{{ shown.fraction }}</span></span
  >
</template>

<style scoped>
.stops {
  white-space: nowrap;
}
</style>
