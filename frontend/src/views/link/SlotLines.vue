<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import { client, take } from "@/api/client";
import { keyOf } from "@/api/keys";
import type { Planned } from "./useOverLink";

/** What a slot of the body brings back beside what it should, line by line. */
const props = defineProps<{ of: Planned }>();
const { data, error } = useQuery({
  queryKey: computed(() => keyOf("beside", props.of.situation, props.of.bank, props.of.number, props.of.special)),
  queryFn: () => {
    const { situation: pk, bank, number, special } = props.of;
    return take(client.GET("/api/situations/{pk}/link/slot", { params: { path: { pk }, query: { bank, number, special } } }));
  },
});
</script>

<template>
  <p v-if="error" class="error" role="alert">{{ error.message }}</p>
  <p v-else-if="!data" class="quiet" role="status">Looking into {{ of.name }} …</p>
  <p v-else-if="data.empty" class="quiet" role="status">Nothing is kept in {{ of.name }} yet.</p>
  <div v-else class="lines">
    <p class="quiet" role="status">
      {{ of.name }} holds {{ data.title || "a setup without a name" }}: {{ data.differs.length }} of
      {{ data.same + data.differs.length }} settings differ from {{ of.title }}.
    </p>
    <ul>
      <li v-for="row in data.differs" :key="row.setting">
        <b>{{ row.label }}</b>
        <span v-if="row.theirs.toLowerCase() !== row.label.toLowerCase()" class="quiet">{{ row.theirs }}</span>
        <span class="values"
          ><s>{{ row.held }}</s> <span aria-hidden="true">→</span> <strong>{{ row.wanted }}</strong></span
        >
      </li>
    </ul>
  </div>
</template>

<style scoped>
.lines {
  width: 100%;
}
ul {
  list-style: none;
  margin: 0 0 10px;
  padding: 0 0 0 16px;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  min-height: 28px;
  align-items: baseline;
}
b {
  font-weight: 500;
}
.values {
  margin-left: auto;
}
s {
  color: var(--second);
  text-decoration-color: var(--rule);
}
strong {
  font-weight: 620;
}
</style>
