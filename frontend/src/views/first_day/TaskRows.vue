<script setup lang="ts">
import type { Schemas } from "@/api/client";

type Row = Schemas["TaskRow"];
defineProps<{ rows: Row[] }>();
const emit = defineEmits<{ want: [setting: string, value: Row["wanted"] | null] }>();
function chosen(row: Row, event: Event): void {
  const at = Number((event.target as HTMLSelectElement).value);
  emit("want", row.setting, row.offered[at]?.value ?? null);
}
</script>

<template>
  <div v-for="row in rows" :key="row.setting" class="row" :class="{ right: row.right }">
    <span
      ><b v-if="row.own">{{ row.own }}</b> <span :class="{ quiet: row.own }">{{ row.label }}</span>
      <span v-if="row.menu" class="quiet menu">{{ row.menu }}</span></span
    >
    <span
      ><select
        v-if="row.offered.length"
        class="plain"
        :aria-label="`what ${row.label} should hold`"
        :value="row.offered.findIndex((o) => o.value === row.wanted)"
        @change="chosen(row, $event)"
      >
        <option v-for="(o, k) in row.offered" :key="k" :value="k">{{ o.shown }}</option></select
      ><b v-else>{{ row.shown }}</b>
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
  border-bottom: 1px solid var(--rule);
}
b,
select {
  font-weight: 560;
}
.row select {
  min-height: 30px;
}
.right select,
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
  .row select {
    min-height: 44px;
  }
}
</style>
