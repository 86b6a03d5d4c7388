<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { ref } from "vue";
import { client, take, type Schemas } from "@/api/client";
import { changed } from "@/api/keys";
import { moment } from "@/days";

/** Somebody tried the account's door from elsewhere; nothing was opened. It stands until it is seen. */
defineProps<{ knocks: Schemas["KnocksOut"] }>();
const queries = useQueryClient();
const unreached = ref(false);
async function seen(): Promise<void> {
  try {
    await take(client.DELETE("/api/me/knocks"));
    await changed(queries, "me");
  } catch {
    unreached.value = true;
  }
}
const many = (n: number, word: string): string => `${n} ${word}${n === 1 ? "" : "s"}`;
</script>

<template>
  <aside class="knocked" aria-label="somebody knocked">
    <p>
      {{ many(knocks.times, "wrong password") }} for your account, from {{ many(knocks.places, "place") }} where you are not
      known, since {{ moment(knocks.since) }}<template v-if="knocks.times > 1">, the last {{ moment(knocks.last) }}</template
      >. None of them opened it; your own browsers are let in all the same.
      <span v-if="unreached" role="alert">The server cannot be reached.</span>
    </p>
    <RouterLink class="button" :to="{ name: 'profile', hash: '#browsers' }">My browsers</RouterLink>
    <button class="button" type="button" @click="seen">I have seen it</button>
  </aside>
</template>

<style scoped>
.knocked {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  padding: 6px 24px;
  border-bottom: 1px solid var(--ink);
}
p {
  flex: 1 1 420px;
  margin: 0;
  max-width: 90ch;
}
.button {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
@media (max-width: 700px) {
  .knocked {
    padding: 6px 16px;
  }
}
@media print {
  .knocked {
    display: none;
  }
}
</style>
