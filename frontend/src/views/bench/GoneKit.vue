<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";

/** Kit of a situation that is not there any more: by its name, with the way to have it back. */
defineProps<{ gone: Schemas["AsideOut"][]; id: number }>();
const queries = useQueryClient();
const wrong = ref("");
async function bring(one: Schemas["AsideOut"]): Promise<void> {
  try {
    await take(client.POST("/api/kit/{kind}/{slug}/restore", { params: { path: { kind: one.kind, slug: one.slug } } }));
    wrong.value = "";
    await queries.invalidateQueries();
  } catch (error) {
    wrong.value = error instanceof ProblemError ? error.message : "The server cannot be reached.";
  }
}
</script>

<template>
  <div v-for="one in gone" :key="one.kind" class="reason">
    <p>
      Its {{ one.kind }}, {{ one.name || one.slug }}, is not in your kit now.
      <template v-if="one.name">Bring it back, or choose</template><template v-else>Choose</template> another at the
      <RouterLink :to="{ name: 'bench', params: { id } }">bench</RouterLink>.
    </p>
    <button v-if="one.name" class="button" @click="bring(one)">Bring {{ one.name }} back</button>
  </div>
  <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
</template>

<style scoped>
.button {
  margin-bottom: 12px;
}
</style>
