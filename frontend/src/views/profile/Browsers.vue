<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { ref } from "vue";
import { client, take, type Schemas } from "@/api/client";
import { changed, keyOf } from "@/api/keys";
import { moment } from "@/days";

/** Browsers that signed in, each of which can be signed out and forgotten by itself. */
const queries = useQueryClient();
const { data: browsers } = useQuery({ queryKey: keyOf("browsers"), queryFn: () => take(client.GET("/api/me/browsers")) });
const said = ref("");
const error = ref("");
const called = (one: Schemas["BrowserOut"]): string => (one.kind === "phone" ? "a phone" : "a desk");
const since = (one: Schemas["BrowserOut"]): string => {
  const [first, last] = [moment(one.made_at), moment(one.seen_at)];
  return `${one.signed_in ? "signed in" : "signed out"}; ${first === last ? "" : `known since ${first}, `}here last ${last}`;
};
async function end(one: Schemas["BrowserOut"]): Promise<void> {
  error.value = said.value = "";
  try {
    await take(client.DELETE("/api/me/browsers/{pk}", { params: { path: { pk: one.id } } }));
    said.value = `${called(one)} signed out and forgotten`;
    await changed(queries, ...(one.this ? (["me", "browsers"] as const) : (["browsers"] as const)));
  } catch {
    error.value = "The server cannot be reached; nothing was changed.";
  }
}
</script>

<template>
  <section id="browsers">
    <h2>Browsers</h2>
    <p class="reason">
      These signed in with your password. Whoever guesses elsewhere cannot keep them out. One that is forgotten has to wait like
      anybody.
    </p>
    <ul>
      <li v-for="one in browsers" :key="one.id">
        <span>
          <b v-if="one.this">this one, {{ called(one) }}</b
          ><template v-else>{{ called(one) }}</template
          ><span class="quiet">{{ since(one) }}</span>
        </span>
        <button
          class="button"
          type="button"
          :aria-label="`${one.signed_in ? 'sign out and forget' : 'forget'} ${called(one)} of ${moment(one.made_at)}`"
          @click="end(one)"
        >
          {{ one.signed_in ? "Sign out" : "Forget" }}
        </button>
      </li>
    </ul>
    <p role="status">{{ said }}</p>
    <p class="error" role="alert">{{ error }}</p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 14px;
  min-height: 52px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
}
.quiet {
  display: block;
}
.button {
  min-height: 44px;
}
</style>
