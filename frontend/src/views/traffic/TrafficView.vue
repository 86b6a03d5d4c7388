<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import { client, take } from "@/api/client";
import { useBodyName } from "@/api/queries";

const props = defineProps<{ id: number }>();
const { data, error } = useQuery({
  queryKey: computed(() => ["traffic", props.id]),
  queryFn: () => take(client.GET("/api/outings/{pk}/traffic", { params: { path: { pk: props.id } } })),
  retry: false,
});
const bodyName = useBodyName();
const round = (n: number): string => (n >= 10 ? n.toFixed(0) : n.toFixed(1).replace(/\.0$/, ""));
const size = (mb: number): string => (mb >= 1000 ? `${round(mb / 1000)} GB` : `${round(mb)} MB`);
</script>

<template>
  <main v-if="error" class="traffic page"><p class="reason">This outing is not here.</p></main>
  <main v-else-if="data" class="traffic page">
    <h1>Cards and links: {{ data.title }}</h1>
    <p class="reason">
      How long a burst lasts by what the second card is for, what the cards must hold, and when what is sent has gone. A situation
      lasts until the next one begins, the last one an hour.
    </p>
    <p v-for="problem in data.problems" :key="problem" class="error">{{ problem }}</p>
    <p v-if="data.not_copied.length" class="caution">
      <span>Not yet copied, as far as anybody said: {{ data.not_copied.join(", ") }}. Format no card of those days.</span>
    </p>
    <p v-if="!data.bodies.length" class="reason">Add situations to the day; their frames are counted here.</p>
    <section v-for="body in data.bodies" :key="body.body">
      <h2>{{ bodyName(body.body) }}</h2>
      <p class="quiet">
        <template v-if="body.link_mb_s">Its link sends {{ body.link_mb_s }} MB a second. </template>
        <template v-else>Nobody wrote down how fast its link sends. </template>
        <template v-if="body.pairing">Pairing is {{ body.pairing }}. </template>
        <template v-if="body.remote">Released by {{ body.remote }}. </template>
        <template v-if="body.blocks.length">While frames wait to be sent: {{ body.blocks.join(", ") }}. </template>
        <RouterLink :to="{ name: 'body', params: { slug: body.body } }">Its speeds</RouterLink>
      </p>
      <article v-for="leg in body.legs" :key="leg.situation">
        <h3>
          <RouterLink :to="{ name: 'bench', params: { id: leg.situation } }">{{ leg.starts_at }} {{ leg.title }}</RouterLink>
        </h3>
        <p>
          {{ round(leg.frames) }} frames of {{ size(leg.frame_mb) }}: <b>{{ round(leg.room_gb) }} GB</b> on each card that takes
          all of them.
        </p>
        <table v-if="leg.bursts.length">
          <thead>
            <tr>
              <th scope="col">second card</th>
              <th scope="col" class="number">full after</th>
              <th scope="col" class="number">frames</th>
              <th scope="col" class="number">then, a second</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="b in leg.bursts" :key="b.role" :class="{ chosen: b.chosen }">
              <th scope="row">{{ b.label }}<span v-if="b.chosen" class="quiet"> as set</span></th>
              <td class="number">{{ b.seconds === null ? "never" : `${round(b.seconds)} s` }}</td>
              <td class="number">{{ b.frames === null ? "as many as the card holds" : round(b.frames) }}</td>
              <td class="number">{{ round(b.then_fps) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else-if="leg.fps" class="quiet">Nobody wrote down how fast its cards and its buffer are.</p>
        <p v-if="leg.sends">
          Sent: {{ leg.what }}, {{ size(leg.comes_mb) }}.
          <template v-if="leg.gone_at"
            ><b>{{ size(leg.waits_mb) }}</b> still wait at the end, gone by <b>{{ leg.gone_at }}</b>.</template
          ><template v-else-if="body.link_mb_s">Nothing waits at the end.</template>
        </p>
        <p v-else class="quiet">Nothing is sent; it would be {{ size(leg.comes_mb) }}.</p>
      </article>
    </section>
  </main>
  <main v-else class="page" aria-busy="true"><p class="quiet" role="status">Counting frames …</p></main>
</template>

<style scoped>
article {
  padding: 10px 0;
  border-bottom: 1px solid var(--rule);
}
table {
  width: 100%;
  max-width: 620px;
}
.chosen th,
.chosen td {
  font-weight: 640;
}
</style>
