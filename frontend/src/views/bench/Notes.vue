<script setup lang="ts">
import type { Decided } from "@/api/client";

defineProps<{ setup: Decided }>();
</script>

<template>
  <ul v-if="setup.notes.length" class="notes" aria-label="what to know beside the figures">
    <li v-for="note in setup.notes" :key="note.kind" :class="note.kind">{{ note.text }}</li>
  </ul>
</template>

<style scoped>
.notes {
  list-style: none;
  margin: 0;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
  font:
    400 15px/22px "Literata Variable",
    serif;
}
.darker {
  font-weight: 560;
}
</style>
