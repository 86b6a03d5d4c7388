<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { useBodyName } from "@/api/queries";
import Still from "@/picture/Still.vue";
import { useStills } from "@/picture/useStills";
import AlikePane from "./AlikePane.vue";

type Body = Schemas["BodySlots"];
type Slot = Schemas["SlotOut"];
const props = defineProps<{ id: number }>();
const queries = useQueryClient();
const key = computed(() => ["slots", props.id]);
const { data, error } = useQuery({
  queryKey: key,
  queryFn: () => take(client.GET("/api/outings/{pk}/slots", { params: { path: { pk: props.id } } })),
  retry: false,
});
const wrong = ref("");
const bodyName = useBodyName();
const stills = useStills(() => props.id);
const hasSlots = (body: Body): boolean => body.banks.some((bank) => bank.slots.length);
/** Situations that no slot holds, though there is one for others. */
const leftOut = (body: Body): string[] => {
  const held = new Set(body.banks.flatMap((bank) => bank.slots.map((slot) => slot.situation)));
  return body.reached.filter((r) => !held.has(r.situation)).map((r) => r.title);
};
const turned = (body: Body, slots: (number | null)[]): string =>
  slots
    .map((n, k) => (n === null ? "" : body.banks.length > 1 ? `${body.banks[k]?.label} ${n}` : `slot ${n}`))
    .filter(Boolean)
    .join(" and ");
const chosen = (slot: Slot): string => (!slot.by_hand ? "" : slot.special || String(slot.situation));

async function choose(body: string, bank: number, number: number, picked: string): Promise<void> {
  wrong.value = "";
  const special = data.value?.specials.some((s) => s.slug === picked) ? (picked as "hand_over" | "sets") : "";
  try {
    const answer = await take(
      client.PUT("/api/outings/{pk}/slots", {
        params: { path: { pk: props.id } },
        body: { body, bank, number, special, situation: picked && !special ? Number(picked) : null },
      }),
    );
    queries.setQueryData(key.value, answer);
  } catch (caught) {
    wrong.value = caught instanceof ProblemError ? caught.message : "The server cannot be reached; the slot stays as it was.";
    await queries.invalidateQueries({ queryKey: key.value });
  }
}
const load = (slot: Slot, bank: number) => ({
  name: "walk",
  params: { id: slot.situation ?? 0 },
  query: { slot: String(slot.number), bank: String(bank), ...(slot.special ? { special: slot.special } : {}) },
});
</script>

<template>
  <main v-if="error" class="slots page"><p class="reason">This outing is not here.</p></main>
  <main v-else-if="data" class="slots page">
    <h1>Into the slots: {{ data.title }}</h1>
    <p class="reason">
      Which setups to keep in each body’s custom slots, so that the day costs the fewest presses. The first situation is set at
      home. Every other way to fill the slots costs as many presses or more (of more than twelve situations with one body, ways
      are weighed by what they cost at least); choose a slot’s content yourself, and the rest is computed around it.
    </p>
    <p v-for="problem in data.problems" :key="problem" class="error">{{ problem }}</p>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <p v-if="!data.bodies.length" class="reason">Add situations to the day; their setups are weighed here.</p>
    <section v-for="body in data.bodies" :key="body.body">
      <h2>{{ bodyName(body.body) }}</h2>
      <p v-if="!hasSlots(body)" class="reason">
        It has no slots, as far as its profile says: the day costs {{ body.without }} presses through its menus.
        <RouterLink :to="{ name: 'body', params: { slug: body.body } }">Say how many it has</RouterLink>
      </p>
      <p v-else-if="!body.words" class="reason">
        Nobody has written down the words of its menus, so presses cannot be counted: the slots hold the day’s setups in their
        order. Load one, and write the words where you find them.
      </p>
      <p v-else class="big">
        <b>{{ body.presses }}</b> presses on the day<template v-if="body.without > body.presses"
          >, {{ body.without - body.presses }} fewer than through the menus alone</template
        ><template v-if="body.keeps">. Its slots keep what is changed in them.</template>
      </p>
      <template v-for="bank in body.banks" :key="bank.bank">
        <h3 v-if="body.banks.length > 1">{{ bank.label }}</h3>
        <ol class="kept">
          <li v-for="slot in bank.slots" :key="slot.number">
            <span class="label">slot {{ slot.number }}</span>
            <Still :src="stills.of(slot.situation)" />
            <span class="what">
              <b v-if="slot.title">{{ slot.title }}</b>
              <span v-else class="free quiet">free: nothing of this day is worth keeping here</span>
              <span class="quiet now">
                <template v-if="!slot.now">nobody wrote down what it holds now</template>
                <template v-else
                  >holds {{ slot.now.title }}<template v-if="slot.now.differs === 0">, as it should</template
                  ><template v-else-if="slot.now.differs">, {{ slot.now.differs }} settings otherwise</template></template
                >
              </span>
            </span>
            <select
              class="plain"
              :value="chosen(slot)"
              :aria-label="`what slot ${slot.number} of ${bank.label}, ${bodyName(body.body)}, should hold`"
              @change="choose(body.body, bank.bank, slot.number, ($event.target as HTMLSelectElement).value)"
            >
              <option value="">as computed</option>
              <option v-for="r in body.reached" :key="r.situation" :value="String(r.situation)">{{ r.title }}</option>
              <option v-for="s in data.specials" :key="s.slug" :value="s.slug">{{ s.label }}</option>
            </select>
            <RouterLink v-if="slot.situation" class="button" :to="load(slot, bank.bank)">load it</RouterLink>
          </li>
        </ol>
        <p v-if="bank.cannot.length" class="quiet">No slot holds, though the day changes them: {{ bank.cannot.join(", ") }}.</p>
      </template>
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
            <td class="pictured">
              <Still :src="stills.of(r.situation)" />
              <RouterLink :to="{ name: 'walk', params: { id: r.situation } }">{{ r.title }}</RouterLink>
              <span class="quiet figures"
                >{{ r.figures }}<template v-if="r.darker">. {{ r.darker }}</template></span
              >
            </td>
            <td>
              <template v-if="turned(body, r.slots)"
                >turn to {{ turned(body, r.slots)
                }}<template v-if="r.presses > r.slots.filter((n) => n !== null).length">
                  and mend what it leaves</template
                ></template
              ><template v-else>{{ k === 0 ? "set at home" : "through the menus" }}</template>
            </td>
            <td class="number">{{ body.words ? r.presses : "–" }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="hasSlots(body) && leftOut(body).length" class="quiet">In no slot: {{ leftOut(body).join(", ") }}.</p>
      <p v-if="body.beyond" class="quiet">{{ body.beyond }} more situations were not weighed.</p>
    </section>
    <section v-if="data.bodies.length">
      <h2>Slots of their own</h2>
      <p v-for="s in data.specials" :key="s.slug" class="reason">
        <b>{{ s.label }}</b>: {{ s.because }}
      </p>
    </section>
    <AlikePane v-if="data.bodies.length > 1" :id="id" />
  </main>
  <main v-else class="page" aria-busy="true"><p class="quiet" role="status">Weighing the day …</p></main>
</template>

<style scoped>
.pictured .still {
  float: left;
  margin-right: 12px;
}
.figures {
  display: block;
  font-size: 13px;
}
table {
  width: 100%;
}
.kept {
  list-style: none;
  margin: 8px 0;
  padding: 0;
}
.kept li {
  display: grid;
  grid-template-columns: 60px 72px minmax(0, 1fr) 200px 92px;
  gap: 0 12px;
  align-items: center;
  min-height: 52px;
  border-bottom: 1px solid var(--rule);
}
.what b,
.free {
  font-weight: 560;
  display: block;
}
.free {
  font-weight: 450;
}
.now {
  font-size: 13px;
}
@media (max-width: 760px) {
  .kept li {
    grid-template-columns: 52px 72px minmax(0, 1fr);
    padding: 6px 0;
  }
  .kept select,
  .kept .button {
    grid-column: 2 / -1;
  }
}
</style>
