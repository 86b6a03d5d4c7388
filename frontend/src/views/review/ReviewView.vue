<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, take } from "@/api/client";
import { keyOf } from "@/api/keys";
import BodyClocks from "./BodyClocks.vue";
import BringFrames from "./BringFrames.vue";
import JudgeFrames from "./JudgeFrames.vue";
import LearnedLimits from "./LearnedLimits.vue";
import OneMoment from "./OneMoment.vue";
import PictureBack from "./PictureBack.vue";

/** What came back of a day: frames brought, laid beside the plan, judged, and what they tell. */
const props = defineProps<{ id: number }>();
const { data, error } = useQuery({
  queryKey: computed(() => keyOf("review", props.id)),
  queryFn: () => take(client.GET("/api/outings/{pk}/review", { params: { path: { pk: props.id } } })),
});
const shot = computed(() => data.value?.pictures.filter((one) => one.frames) ?? []);
const without = computed(() => data.value?.pictures.filter((one) => !one.frames) ?? []);
const left = ref(false);
const table = computed(() => `/api/outings/${props.id}/came.csv`);
const json = computed(() => `/api/outings/${props.id}/came.json`);
const ratings = computed(() => `/api/outings/${props.id}/came.zip`);
const report = computed(() => `/api/outings/${props.id}/came.pdf`);
</script>

<template>
  <main v-if="error" class="page"><p class="reason">This outing is not here.</p></main>
  <main v-else-if="data" class="page whole">
    <div class="title">
      <h1>What came back: {{ data.title }}</h1>
      <RouterLink :to="{ name: 'day', params: { id } }">The day</RouterLink>
    </div>
    <BringFrames :id="id" :first="!data.frames" />
    <template v-if="data.frames">
      <p class="quiet">
        {{ data.frames }} frames of this day; {{ data.most.toLocaleString("en") }} are kept of all days.
        <a :href="table">As a table</a>, <a :href="json">as JSON</a>, <a :href="report">as a report to print</a>,
        <a :href="ratings">ratings as sidecars</a>.
      </p>
      <BodyClocks :id="id" :clocks="data.clocks" />
      <details v-if="data.together.length" class="fold" open>
        <summary>two bodies at one moment</summary>
        <OneMoment v-for="one in data.together" :key="`${one.first} ${one.second}`" :one="one" />
      </details>
      <PictureBack v-for="picture in shot" :id="id" :key="picture.id" :picture="picture" :pictures="data.pictures" />
      <section v-if="data.left_over" class="left" aria-label="frames of no picture">
        <p>
          {{ data.left_over }} {{ data.left_over === 1 ? "frame belongs" : "frames belong" }} to no picture of this day, by the
          hour: a clock may be off, or it was another day.
          <button class="button" :aria-expanded="left" aria-label="look through the frames of no picture" @click="left = !left">
            {{ left ? "Done looking" : "Look through them" }}
          </button>
        </p>
        <JudgeFrames v-if="left" :id="id" :situation="null" :pictures="data.pictures" />
      </section>
      <p v-if="without.length" class="quiet">Nothing came back of {{ without.map((one) => one.title).join(", ") }}.</p>
    </template>
    <LearnedLimits />
  </main>
  <main v-else class="page" aria-busy="true"><p class="quiet" role="status">Laying frames beside the plan …</p></main>
</template>

<style scoped>
.left {
  border-top: 1px var(--ruled) var(--rule);
  padding: 10px 0;
}
</style>
