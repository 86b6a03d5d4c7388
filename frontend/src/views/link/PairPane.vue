<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { ref } from "vue";
import { client, ProblemError, take } from "@/api/client";
import { changed, keyOf, nowKnown } from "@/api/keys";

/** A body is paired by the code that its own screen shows. */
const props = defineProps<{ slug: string; allowed: boolean; at: string }>();
const queries = useQueryClient();
const address = ref(props.at);
const code = ref("");
const errors = ref<Record<string, string>>({});
async function pair(): Promise<void> {
  errors.value = {};
  const params = { path: { slug: props.slug } };
  try {
    const told = await take(
      client.PUT("/api/kit/bodies/{slug}/link", { params, body: { address: address.value, code: code.value } }),
    );
    await nowKnown(queries, keyOf("link", props.slug), told);
    await take(client.POST("/api/kit/bodies/{slug}/link/seen", { params }));
    await changed(queries, "link", "held");
  } catch (error) {
    errors.value =
      error instanceof ProblemError && Object.keys(error.places).length
        ? error.places
        : { "": error instanceof ProblemError ? error.message : "The server cannot be reached; nothing was paired." };
  }
}
</script>

<template>
  <section aria-labelledby="pair">
    <h2 id="pair">Pair it</h2>
    <p v-if="!allowed" class="error" role="alert">
      This server speaks to no bodies: whoever runs it may allow that (APERTURE_LINKS).
    </p>
    <template v-else>
      <p class="reason">
        The body shows a code on its screen. Whoever types it here, on this account, may set the body and fetch its frames; nobody
        else can. Without a camera, the demo starts a stand-in: its own page shows the code.
      </p>
      <form class="pair" aria-label="pair a body" @submit.prevent="pair">
        <label
          >where it answers<input
            v-model="address"
            class="plain"
            required
            :aria-invalid="!!errors['/address']"
            aria-describedby="pair-wrong" /></label
        ><label
          >code on its screen<input
            v-model="code"
            class="plain"
            required
            inputmode="numeric"
            autocomplete="off"
            :aria-invalid="!!errors['/code']"
            aria-describedby="pair-wrong" /></label
        ><button class="button strong" type="submit">Pair</button>
      </form>
      <p id="pair-wrong" class="error" role="alert">{{ errors["/address"] || errors["/code"] }}</p>
      <p v-if="errors['']" class="error" role="alert">{{ errors[""] }}</p>
    </template>
  </section>
</template>

<style scoped>
.pair {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  align-items: end;
}
label {
  display: grid;
  color: var(--second);
  font-size: 13px;
}
label input {
  min-height: 44px;
  font-size: 16px;
  border-bottom: 1px solid var(--second);
}
</style>
