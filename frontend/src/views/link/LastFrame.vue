<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import { client, take } from "@/api/client";
import { keyOf } from "@/api/keys";

/** The frame that the body took last: fetched by itself, with what it shows and why the body chose its dials. */
const props = defineProps<{ situation: number; newest: string }>();
const { data, error } = useQuery({
  queryKey: computed(() => keyOf("last frame", props.situation, props.newest)),
  queryFn: () => take(client.POST("/api/situations/{pk}/link/last", { params: { path: { pk: props.situation } } })),
  staleTime: Infinity,
  gcTime: 60_000,
});
</script>

<template>
  <section class="last" aria-labelledby="last">
    <h2 id="last">Its last frame</h2>
    <p v-if="error" class="error" role="alert">{{ error.message }}</p>
    <p v-else-if="!data" class="quiet" role="status">being fetched</p>
    <figure v-else>
      <img :src="data.shown.marked" alt="the last frame, with what is at its white or shows nothing marked" />
      <figcaption>
        <p>
          <b>{{ data.dials }}</b> <span class="quiet">{{ data.name }}</span>
        </p>
        <p aria-live="polite">{{ data.shown.words }}</p>
        <p v-if="data.sharp" class="reason">{{ data.sharp }}</p>
        <p v-for="one in data.why" :key="one.text" class="reason">{{ one.text }}</p>
        <p><RouterLink :to="{ name: 'bench', params: { id: situation } }">Change it at the bench</RouterLink></p>
      </figcaption>
      <img v-if="data.fine" class="fine" :src="data.fine" alt="where it is sharpest, at 100 %" width="400" height="300" />
    </figure>
  </section>
</template>

<style scoped>
figure {
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 12px 28px;
}
img {
  width: 300px;
  max-width: 100%;
  align-self: start;
}
img.fine {
  width: 400px;
  height: 300px;
  object-fit: none;
}
figcaption {
  flex: 1 1 280px;
}
figcaption p {
  margin: 0 0 6px;
}
figcaption a {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
</style>
