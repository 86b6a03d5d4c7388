<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** Whether one would see it in the picture as it will be shown, and by what figure. */
defineProps<{ verdicts: Schemas["VerdictOut"][] }>();
</script>

<template>
  <h2>Would you see it</h2>
  <div v-for="verdict in verdicts" :key="verdict.what" class="verdict">
    <span class="label">{{ verdict.what }}</span>
    <b>{{ verdict.seen ? "yes" : "no" }}</b>
    <span class="reason">{{ verdict.words }}</span>
  </div>
</template>

<style scoped>
.verdict {
  display: grid;
  grid-template-columns: 74px minmax(0, 1fr);
  gap: 0 8px;
  padding: 6px 0;
  border-bottom: 1px var(--ruled) var(--rule);
}
.reason {
  grid-column: 1 / -1;
  font-size: 14px;
  line-height: 19px;
}
</style>
