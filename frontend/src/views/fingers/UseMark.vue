<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** The end of a leader line: how the finger uses a control. */
defineProps<{ use: Schemas["RoleOut"]["use"] }>();
</script>

<template>
  <svg viewBox="-7 -7 14 14" width="12" height="12" aria-hidden="true">
    <circle v-if="use === 'press'" r="5" />
    <rect v-else-if="use === 'hold'" x="-5" y="-5" width="10" height="10" />
    <path v-else-if="use === 'turn'" d="M0 -6 L6 5 H-6 Z" />
    <path v-else-if="use === 'long_press'" d="M0 -6.5 L6.5 0 L0 6.5 L-6.5 0 Z" />
    <path v-else-if="use === 'steer'" d="M0 -6.5 L2.5 -2.5 L6.5 0 L2.5 2.5 L0 6.5 L-2.5 2.5 L-6.5 0 L-2.5 -2.5 Z" />
    <rect v-else-if="use === 'stroke'" x="-6.5" y="-2" width="13" height="4" />
    <path v-else d="M0 -6 L6 5 H-6 Z M0 -1 m-2 2.5 a2 2 0 1 0 4 0 a2 2 0 1 0 -4 0" fill-rule="evenodd" />
  </svg>
</template>

<style scoped>
svg {
  fill: currentColor;
  flex: none;
}
</style>
