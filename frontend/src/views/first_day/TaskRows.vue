<script setup lang="ts">
import type { Schemas } from "@/api/client";
import Choice from "@/fields/Choice.vue";

type Row = Schemas["TaskRow"];
defineProps<{ rows: Row[] }>();
const emit = defineEmits<{ want: [setting: string, value: Row["wanted"] | null] }>();
</script>

<template>
  <div v-for="row in rows" :key="row.setting" class="row" :class="{ right: row.right }">
    <span
      ><b v-if="row.own">{{ row.own }}</b> <span :class="{ quiet: row.own }">{{ row.label }}</span>
      <span v-if="row.menu" class="quiet menu">{{ row.menu }}</span></span
    >
    <span
      ><Choice
        v-if="row.offered.length"
        :name="`what ${row.label} should hold`"
        :model-value="row.wanted"
        :options="row.offered"
        @update:model-value="(value) => emit('want', row.setting, value)"
      /><b v-else>{{ row.shown }}</b>
      <button v-if="row.mine" class="plain back" @click="emit('want', row.setting, null)">as advised again</button>
      <span class="quiet menu">{{
        row.lacks ||
        (row.right ? (row.verified_at ? "looked at" : "believed to be so") : row.held ? `holds ${row.held}` : "nobody has looked")
      }}</span></span
    >
    <span class="quiet why"
      >{{ row.because }} <template v-if="row.otherwise.length"> In its slot, {{ row.otherwise.join(", ") }}.</template></span
    >
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 0.8fr) minmax(0, 1.3fr);
  gap: 0 16px;
  align-items: baseline;
  padding: 5px 0;
  border-bottom: 1px var(--ruled) var(--rule);
}
b,
.row :deep(.choice) {
  font-weight: 560;
}
.row :deep(.choice) {
  min-height: 30px;
}
.right :deep(.choice),
.right b {
  color: var(--second);
}
.menu {
  display: block;
  font-size: 13px;
}
.why {
  font-size: 13px;
  line-height: 17px;
}
.back {
  font-size: 13px;
  margin-left: 8px;
}
@media (max-width: 760px) {
  .row {
    grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  }
  .why {
    grid-column: 1 / -1;
  }
  .row :deep(.choice) {
    min-height: 44px;
  }
}
</style>
