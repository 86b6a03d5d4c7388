<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, take, type Schemas } from "@/api/client";
import { keyOf } from "@/api/keys";
import { useBodyName } from "@/api/queries";
import { useDayChange } from "../useDayChange";
import Choice from "@/fields/Choice.vue";

type Pair = Schemas["AlikeOut"];
const props = defineProps<{ id: number }>();
const key = computed(() => keyOf("alike", props.id));
const { data: pairs } = useQuery({
  queryKey: key,
  queryFn: () => take(client.GET("/api/outings/{pk}/alike", { params: { path: { pk: props.id } } })),
});
const at = ref(0);
const pair = computed<Pair | undefined>(() => pairs.value?.[Math.min(at.value, pairs.value.length - 1)]);
const { change, undo, changed, wrong } = useDayChange(() => props.id);
const said = ref("");
const name = useBodyName();
/** Settings in which one body can be made like the other. */
const can = (p: Pair, body: "one" | "other"): string[] =>
  p.differences.filter((d) => (body === "one" ? d.one_can : d.other_can)).map((d) => d.setting);

async function make(p: Pair, body: "one" | "other", settings: string[]): Promise<void> {
  said.value = "";
  const like = body === "one" ? p.other : p.one;
  const made = await change(() =>
    take(client.PUT("/api/outings/{pk}/alike", { params: { path: { pk: props.id } }, body: { like, body: p[body], settings } })),
  );
  if (made) said.value = `${name(p[body])} is like ${name(like)} in ${settings.length} settings`;
}
async function takeBack(): Promise<void> {
  if (await undo()) said.value = "taken back";
}
</script>

<template>
  <section v-if="pairs?.length && pair">
    <h2>Two bodies alike</h2>
    <label v-if="pairs.length > 1" class="which"
      ><span class="label">which two</span
      ><Choice
        v-model="at"
        name="which two"
        :options="pairs.map((p, k) => ({ value: k, shown: `${name(p.one)} and ${name(p.other)}` }))"
    /></label>
    <p v-for="warning in pair.warnings" :key="warning" class="warning">{{ warning }}</p>
    <p class="quiet">
      <RouterLink :to="{ name: 'first_day', params: { slug: pair.one } }">{{ name(pair.one) }}: clock and prefix</RouterLink
      >&ensp;
      <RouterLink :to="{ name: 'first_day', params: { slug: pair.other } }">{{ name(pair.other) }}: clock and prefix</RouterLink>
    </p>
    <p class="quiet" role="status">
      {{ said }} <button v-if="changed.length" class="plain" @click="takeBack">Take it back</button>
    </p>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <p v-if="!pair.differences.length" class="reason">Nothing differs between them that no situation asks for.</p>
    <template v-else>
      <p class="reason">
        What each body has at one value all day, the other at another, and no situation asks for: the worst first. Making them
        alike sets it by hand in each of a body’s situations of this day.
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col">setting</th>
            <th scope="col">{{ name(pair.one) }}</th>
            <th scope="col">{{ name(pair.other) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="d in pair.differences" :key="d.setting">
            <th scope="row">{{ d.label }}</th>
            <td :title="d.because">{{ d.one }}<span v-if="!d.other_can" class="quiet"> only here</span></td>
            <td :title="d.other_because">{{ d.other }}<span v-if="!d.one_can" class="quiet"> only here</span></td>
          </tr>
        </tbody>
      </table>
      <div class="tools">
        <button v-if="can(pair, 'other').length" class="button" @click="make(pair, 'other', can(pair, 'other'))">
          {{ name(pair.other) }} like {{ name(pair.one) }}
        </button>
        <button v-if="can(pair, 'one').length" class="button" @click="make(pair, 'one', can(pair, 'one'))">
          {{ name(pair.one) }} like {{ name(pair.other) }}
        </button>
      </div>
    </template>
  </section>
</template>

<style scoped>
.which {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  align-items: center;
  min-height: 44px;
}
.warning {
  font-weight: 560;
  padding: 4px 0;
}
table {
  width: 100%;
  table-layout: fixed;
}
td {
  overflow-wrap: anywhere;
}
</style>
