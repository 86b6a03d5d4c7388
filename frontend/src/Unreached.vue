<script setup lang="ts">
import { useQueryClient, type Query } from "@tanstack/vue-query";
import { useEventListener, useIntervalFn } from "@vueuse/core";
import { computed, onUnmounted, ref } from "vue";
import { lost, unreached } from "@/api/unreached";

/** Says on any page that something it shows has not come, and asks for it again. */
const EVERY_MS = 5000;
const queries = useQueryClient();
const waited = {
  type: "active",
  predicate: (query: Query) => query.state.status === "error" && query.state.data === undefined && unreached(query.state.error),
} as const;
const cache = queries.getQueryCache();
const failed = ref(false);
onUnmounted(cache.subscribe(() => (failed.value = cache.findAll(waited).length > 0)));
const shown = computed(() => failed.value || lost.size > 0);
function again(): void {
  if (failed.value) void queries.refetchQueries(waited);
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
