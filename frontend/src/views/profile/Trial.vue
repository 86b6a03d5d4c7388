<script setup lang="ts">
import { defineAsyncComponent } from "vue";
import type { Schemas } from "@/api/client";

const Leaving = defineAsyncComponent(() => import("./Leaving.vue"));
defineProps<{
  affected: Schemas["AffectedOut"][] | null;
  wrong: string;
  /** Somebody goes on before it is settled: told whether they do. */
  leaving: ((go: boolean) => void) | null;
}>();
const emit = defineEmits<{ settle: [yes: boolean] }>();
</script>

<template>
  <div class="trial" role="status">
    <Leaving v-if="leaving" @go="leaving" />
    <p v-if="wrong" class="error">{{ wrong }}</p>
    <p v-else-if="!affected" class="quiet">looking at your setups…</p>
    <p v-else-if="!affected.length">No setup of yours changes.</p>
    <template v-else>
      <p>{{ affected.length === 1 ? "One setup changes" : `${affected.length} setups change` }}:</p>
      <ul>
        <li v-for="a in affected" :key="a.situation">
          <b>{{ a.title }}</b>
          <span v-if="a.problem" class="error">{{ a.problem }}</span>
          <span v-for="d in a.differences.slice(0, 6)" :key="d.setting" class="small"
            ><template v-if="d.own">{{ d.own }}, </template>{{ d.label }}: {{ d.before || "not there" }} → {{ d.after }}</span
          >
          <span v-if="a.differences.length > 6" class="small">and {{ a.differences.length - 6 }} more</span>
        </li>
      </ul>
    </template>
    <div class="tools">
      <button class="button strong" :disabled="!affected" @click="emit('settle', true)">Take this answer</button>
      <button class="button" @click="emit('settle', false)">Leave it as it was</button>
    </div>
  </div>
</template>

<style scoped>
.trial {
  grid-column: 1 / -1;
  background: var(--raised);
  margin: 0 -12px 8px;
  padding: 12px;
  display: grid;
  gap: 8px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
li {
  display: grid;
}
.small {
  color: var(--second);
  font-size: 13px;
  line-height: 18px;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
.button {
  min-height: 44px;
}
</style>
