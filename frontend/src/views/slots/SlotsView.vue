<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import { client, take, type Schemas } from "@/api/client";
import { useKit } from "@/api/queries";

const props = defineProps<{ id: number }>();
const { data: kit } = useKit();
const { data, error } = useQuery({
  queryKey: computed(() => ["slots", props.id]),
  queryFn: () => take(client.GET("/api/outings/{pk}/slots", { params: { path: { pk: props.id } } })),
  retry: false,
});
const bodyName = (slug: string): string => kit.value?.bodies.find((b) => b.slug === slug)?.document.name ?? slug;
/** Situations that no slot holds, though there is one for others. */
const leftOut = (body: Schemas["BodySlots"]) =>
  body.reached.filter((r) => !body.kept.some((k) => k.situation === r.situation)).map((r) => r.title);
</script>

<template>
  <main v-if="error" class="slots"><p class="reason">This outing is not here.</p></main>
  <main v-else-if="data" class="slots">
    <h1>Into the slots: {{ data.title }}</h1>
    <p class="reason">
      Which setups to keep in each body’s custom slots, so that the day costs the fewest presses. The first situation is set at
      home. Every other way to fill the slots costs as many presses or more.
    </p>
    <p v-for="problem in data.problems" :key="problem" class="error">{{ problem }}</p>
    <p v-if="!data.bodies.length" class="reason">Add situations to the day; their setups are weighed here.</p>
    <section v-for="body in data.bodies" :key="body.body">
      <h2>{{ bodyName(body.body) }}</h2>
      <p v-if="!body.slots" class="reason">
        It has no slots, as far as its profile says: the day costs {{ body.without }} presses through its menus.
        <RouterLink :to="{ name: 'body', params: { slug: body.body } }">Say how many it has</RouterLink>
      </p>
      <p v-else class="big">
        <b>{{ body.presses }}</b> presses on the day<template v-if="body.without > body.presses"
          >, {{ body.without - body.presses }} fewer than through the menus alone</template
        >
      </p>
      <ol v-if="body.kept.length" class="kept">
        <li v-for="one in body.kept" :key="one.slot">
          <span class="label">slot {{ one.slot }}</span>
          <RouterLink :to="{ name: 'bench', params: { id: one.situation } }">{{ one.title }}</RouterLink>
        </li>
      </ol>
      <table v-if="body.reached.length > 1">
        <thead>
          <tr>
            <th scope="col">situation</th>
            <th scope="col">reached</th>
            <th scope="col" class="number">presses</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(r, k) in body.reached" :key="r.situation">
            <td>
              <RouterLink :to="{ name: 'load', params: { id: r.situation } }">{{ r.title }}</RouterLink>
            </td>
            <td>
              {{ k === 0 && r.slot === null ? "set at home" : r.slot === null ? "through the menus" : `turn to slot ${r.slot}`
              }}<template v-if="r.slot !== null && r.presses > 1"> and mend what it leaves</template>
            </td>
            <td class="number">{{ r.presses }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="body.kept.length && leftOut(body).length" class="quiet">
        In no slot: {{ leftOut(body).join(", ") }}. Keeping {{ leftOut(body).length === 1 ? "it" : "one of them" }} instead would
        cost as much or more.
      </p>
      <p v-if="body.beyond" class="quiet">{{ body.beyond }} more situations were not weighed; the first twelve were.</p>
    </section>
  </main>
</template>

<style scoped>
.slots {
  padding: 18px 24px 48px;
  max-width: 860px;
}
h1 {
  font: 600 22px/28px "Archivo Variable";
  font-stretch: 92%;
}
.reason {
  max-width: 62ch;
}
.big {
  font-size: 18px;
  line-height: 26px;
}
.kept {
  list-style: none;
  margin: 8px 0;
  padding: 0;
}
.kept li {
  display: grid;
  grid-template-columns: 72px 1fr;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--rule);
}
.kept a {
  font-weight: 560;
}
table {
  width: 100%;
  border-collapse: collapse;
  margin: 6px 0;
}
th,
td {
  text-align: left;
  padding: 8px 12px 8px 0;
  border-bottom: 1px solid var(--rule);
}
th {
  font-weight: 450;
  font-size: 13px;
  color: var(--second);
}
.number {
  text-align: right;
  padding-right: 0;
}
@media (max-width: 760px) {
  .slots {
    padding: 12px 16px 48px;
  }
}
</style>
