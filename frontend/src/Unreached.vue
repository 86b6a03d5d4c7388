<script setup lang="ts">
import { useQueryClient, type Query } from "@tanstack/vue-query";
import { useEventListener, useIntervalFn } from "@vueuse/core";
import { computed, onUnmounted, ref } from "vue";
import { lost, unreached } from "@/api/unreached";

/** Says on any page that something it shows has not come, and asks for it again; it stands still until that came. */
const EVERY_MS = 5000;
const queries = useQueryClient();
const cache = queries.getQueryCache();
const missing = ref(new Set<string>());

/** Whether a question of this page has no answer: it failed, or it failed before and is being asked again. */
function misses(query: Query): boolean {
  const { status, data, error } = query.state;
  if (!query.isActive() || data !== undefined) return false;
  return status === "error" ? unreached(error) : missing.value.has(query.queryHash);
}
onUnmounted(
  cache.subscribe(() => (missing.value = new Set(cache.findAll({ predicate: misses }).map((query) => query.queryHash)))),
);
const shown = computed(() => missing.value.size > 0 || lost.size > 0);
function again(): void {
  if (missing.value.size) void queries.refetchQueries({ predicate: misses });
  for (const ask of [...lost]) void ask();
}
useIntervalFn(() => shown.value && again(), EVERY_MS);
useEventListener(window, "online", again);
</script>

<template>
  <p v-if="shown" class="error unreached" role="alert">
    Part of this page has not come: the server cannot be reached. It is asked again every few seconds.
    <button class="plain" @click="again">Ask now</button>
  </p>
</template>

<style scoped>
.unreached {
  padding: 8px 24px;
}
</style>
