<script setup lang="ts">
import { computed } from "vue";
import { spaced } from "@/words";

const props = defineProps<{ mine: object; theirs: object }>();
const emit = defineEmits<{ settle: [mine: boolean] }>();
const said = (value: unknown): string =>
  value === undefined || value === null
    ? "left out"
    : typeof value === "object"
      ? JSON.stringify(value).replace(/["{}[\]]/g, " ")
      : String(value);
const rows = computed(() => {
  const [mine, theirs] = [new Map(Object.entries(props.mine)), new Map(Object.entries(props.theirs))];
  return [...new Set([...mine.keys(), ...theirs.keys()])]
    .map((key) => ({ key, mine: said(mine.get(key)), theirs: said(theirs.get(key)) }))
    .filter((row) => row.mine !== row.theirs);
});
</script>

<template>
  <div class="conflict" role="alert">
    <p>This was changed elsewhere since you opened it. Both stand until you choose.</p>
    <table>
      <thead>
        <tr>
          <th scope="col">what differs</th>
          <th scope="col">yours</th>
          <th scope="col">the other</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.key">
          <th scope="row">{{ spaced(row.key) }}</th>
          <td>{{ row.mine }}</td>
          <td>{{ row.theirs }}</td>
        </tr>
      </tbody>
    </table>
    <button class="button strong" @click="emit('settle', true)">Keep mine</button>
    <button class="button" @click="emit('settle', false)">Take the other</button>
  </div>
</template>

<style scoped>
.conflict {
  grid-column: 1 / -1;
  border: 1px dashed var(--ink);
  margin-top: 12px;
  padding: 12px;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  padding: 4px 12px 4px 0;
  border-bottom: 1px var(--ruled) var(--rule);
  font-weight: 450;
  overflow-wrap: anywhere;
}
th {
  color: var(--second);
}
</style>
