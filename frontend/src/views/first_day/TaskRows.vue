<script setup lang="ts">
import type { Schemas } from "@/api/client";

defineProps<{ rows: Schemas["TaskRow"][] }>();
</script>

<template>
  <div v-for="row in rows" :key="row.setting" class="row">
    <span
      ><b v-if="row.own">{{ row.own }}</b> <span :class="{ quiet: row.own }">{{ row.label }}</span>
      <span v-if="row.menu" class="quiet menu">{{ row.menu }}</span></span
    >
    <span
      ><span class="quiet">{{ row.right ? "" : `${row.held ?? "unknown"} → ` }}</span
      ><b>{{ row.shown }}</b>
      <span class="quiet menu">{{ row.verified_at && row.right ? "looked at" : row.right ? "believed" : "" }}</span></span
    >
    <span class="quiet why">{{ row.because }}</span>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 0.8fr) minmax(0, 1.3fr);
  gap: 0 16px;
  align-items: baseline;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule);
}
b {
  font-weight: 560;
}
.menu {
  display: block;
  font-size: 13px;
}
.why {
  font-size: 13px;
}
@media (max-width: 760px) {
  .row {
    grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  }
  .why {
    grid-column: 1 / -1;
  }
}
</style>
