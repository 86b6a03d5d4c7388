<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** Settings that the body holds otherwise than the setup wants them, in its words and ours: as they are, and as they should be. */
defineProps<{ rows: Schemas["DiffersOut"][]; busy: boolean }>();
defineEmits<{ write: [setting: string] }>();
</script>

<template>
  <ul class="differs">
    <li v-for="row in rows" :key="row.setting">
      <span class="names"
        ><b>{{ row.label }}</b
        ><span v-if="row.theirs.toLowerCase() !== row.label.toLowerCase()" class="quiet">{{ row.theirs }}</span></span
      >
      <span class="values"
        ><s>{{ row.held }}</s> <span aria-hidden="true">→</span> <strong>{{ row.wanted }}</strong></span
      >
      <button
        class="plain one"
        :disabled="busy"
        data-repeats
        :aria-label="`write ${row.label} alone`"
        @click="$emit('write', row.setting)"
      >
        write it
      </button>
      <span v-if="row.refused" class="why"
        >It does not take it: {{ row.refused }}<template v-if="row.nearest">; it would take {{ row.nearest }}</template></span
      >
    </li>
  </ul>
</template>

<style scoped>
.differs {
  list-style: none;
  margin: 0;
  padding: 0;
  columns: 420px 2;
  column-gap: 48px;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto;
  gap: 0 14px;
  align-items: center;
  min-height: 44px;
  break-inside: avoid;
  border-bottom: 1px var(--ruled) var(--rule);
}
.names {
  display: grid;
}
.names b {
  font-weight: 500;
}
.names .quiet {
  font-size: 12px;
  line-height: 15px;
}
.values s {
  color: var(--second);
  text-decoration-color: var(--rule);
}
.values strong {
  font-weight: 620;
}
.one {
  min-height: 44px;
  color: var(--second);
  text-decoration: underline;
  text-decoration-color: var(--rule);
  text-underline-offset: 4px;
}
.why {
  grid-column: 1 / -1;
  color: var(--error);
  font-size: 13px;
  padding-bottom: 6px;
}
@media (max-width: 760px) {
  .differs {
    columns: 1;
  }
}
</style>
