<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { ref } from "vue";
import { useRouter } from "vue-router";
import { client, ProblemError, take } from "@/api/client";
import { useMe } from "@/api/queries";
import Written from "@/fields/Written.vue";

/** All that is kept of the account, to be taken away; and its end. */
const { data: me } = useMe();
const queries = useQueryClient();
const router = useRouter();
const whole = `/api/me/export.zip`;
const password = ref("");
const error = ref("");
async function leave(): Promise<void> {
  error.value = "";
  try {
    await take(client.POST("/api/me/leave", { body: { password: password.value } }));
    queries.clear();
    await router.push({ name: "enter" });
    await queries.invalidateQueries();
  } catch (caught) {
    error.value =
      caught instanceof ProblemError
        ? (caught.places["/password"] ?? caught.message)
        : "The server cannot be reached; nothing was deleted.";
  }
}
</script>

<template>
  <section aria-labelledby="account">
    <h2 id="account">The account</h2>
    <p class="reason">
      Everything that is kept for you in one file: days as they are imported, pictures, kit, words, slots, cards, kept frames.
    </p>
    <a class="button" :href="whole" download>Take everything away</a>
    <details>
      <summary>Delete the account</summary>
      <form aria-label="delete the account" @submit.prevent="leave">
        <p>
          <b>{{ me?.name }}</b> and all that is kept of it goes for good, at once, from every browser. Nothing brings it back but
          what you took away, day by day.
        </p>
        <label class="label" for="leave">your password</label
        ><Written id="leave" v-model="password" type="password" class="box" autocomplete="current-password" />
        <p class="error" role="alert">{{ error }}</p>
        <button class="button" :disabled="!password">Delete it for good</button>
      </form>
    </details>
  </section>
</template>

<style scoped>
.button,
summary {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
summary {
  cursor: pointer;
  color: var(--second);
}
.button,
details {
  margin-top: 6px;
}
form {
  display: grid;
  gap: 6px;
  justify-items: start;
}
:deep(.box) {
  min-height: 44px;
  border-bottom: 1px solid var(--ink);
}
</style>
