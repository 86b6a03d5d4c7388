<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, onUnmounted, ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { changed, keyOf, nowKnown } from "@/api/keys";
import { useBodyName } from "@/api/queries";
import { offer } from "@/keys/actions";
import { useStills } from "@/picture/useStills";
import PhoneFold from "../PhoneFold.vue";
import AlikePane from "./AlikePane.vue";
import Progress from "@/fields/Progress.vue";
import SlotDial from "./SlotDial.vue";

type Body = Schemas["BodySlots"];
/** Whether a worker is still at it. */
function searching(state: string): boolean {
  return state === "waiting" || state === "working";
}
const props = defineProps<{ id: number }>();
const queries = useQueryClient();
const key = computed(() => keyOf("slots", props.id));
const { data, error } = useQuery({
  queryKey: key,
  queryFn: () => take(client.GET("/api/outings/{pk}/slots", { params: { path: { pk: props.id } } })),
  refetchInterval: (query) => (query.state.data?.bodies.some((b) => b.job && searching(b.job.state)) ? 2000 : false),
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

interface Choice {
  body: string;
  bank: number;
  number: number;
  picked: string;
}
/** Choices as they were before each change made here, the last one last. */
const past = ref<Choice[]>([]);
const chosen = ({ body, bank, number }: Choice): string => {
  const slots = data.value?.bodies.find((b) => b.body === body)?.banks.find((b) => b.bank === bank)?.slots;
  const slot = slots?.find((s) => s.number === number);
  return slot?.by_hand ? slot.special || String(slot.situation) : "";
};
async function choose(choice: Choice): Promise<void> {
  const before = { ...choice, picked: chosen(choice) };
  if (await keep(choice)) past.value = [...past.value, before].slice(-100);
}
async function undo(): Promise<void> {
  const before = past.value[past.value.length - 1];
  if (before && (await keep(before))) past.value = past.value.slice(0, -1);
}
const stop = (pk: number): Promise<void> => told(() => take(client.DELETE("/api/jobs/{pk}", { params: { path: { pk } } })));
const again = (pk: number): Promise<void> => told(() => take(client.POST("/api/jobs/{pk}/again", { params: { path: { pk } } })));
async function told(send: () => Promise<unknown>): Promise<void> {
  try {
    await send();
    await changed(queries, "slots");
  } catch (problem) {
    wrong.value = problem instanceof ProblemError ? problem.message : "The server cannot be reached.";
  }
}
onUnmounted(offer([{ id: "undo-slot", label: "Undo the last choice of a slot", keys: "z", run: () => void undo() }]));
async function keep({ body, bank, number, picked }: Choice): Promise<boolean> {
  wrong.value = "";
  const special = data.value?.specials.some((s) => s.slug === picked) ? (picked as "hand_over" | "sets") : "";
  try {
    const answer = await take(
      client.PUT("/api/outings/{pk}/slots", {
        params: { path: { pk: props.id } },
        body: { body, bank, number, special, situation: picked && !special ? Number(picked) : null },
      }),
    );
    await nowKnown(queries, key.value, answer);
    return true;
  } catch (caught) {
    wrong.value = caught instanceof ProblemError ? caught.message : "The server cannot be reached; the slot stays as it was.";
    await changed(queries, "slots");
    return false;
  }
}
</script>

<template>
  <main v-if="error" class="slots page"><p class="reason">This outing is not here.</p></main>
  <main v-else-if="data" class="slots page whole">
    <div class="title">
      <h1>Into the slots: {{ data.title }}</h1>
      <button v-if="data.bodies.some(hasSlots)" class="button" :disabled="!past.length" @click="undo">Undo</button>
    </div>
    <p v-for="problem in data.problems" :key="problem" class="error">{{ problem }}</p>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <p v-if="!data.bodies.length" class="reason">Add situations to the day; their setups are weighed here.</p>
    <div class="bodies">
      <section v-for="body in data.bodies" :key="body.body">
        <h2>{{ bodyName(body.body) }}</h2>
        <p v-if="!hasSlots(body)" class="reason">
          It has no slots, as far as its profile says<template v-if="body.without"
            >: the day costs {{ body.without }} presses through its menus</template
          >.
          <RouterLink :to="{ name: 'body', params: { slug: body.body }, query: { sheet: 'slots' } }"
            >Say how many it has</RouterLink
          >
        </p>
        <p v-else-if="!body.words" class="reason">
          Nobody has written down the words of its menus, so presses cannot be counted: each setting that changes counts as one.
          Load one, and write the words where you find them.
        </p>
        <p v-else-if="!body.presses" class="big">Set at home; one turn brings it back, whatever happened since.</p>
        <p v-else class="big">
          <b>{{ body.presses }}</b> {{ body.presses === 1 ? "press" : "presses" }} on the day<template
            v-if="body.without > body.presses"
            >, {{ body.without - body.presses }} fewer than through the menus alone</template
          ><template v-if="body.bound !== null && !body.job">. None is under {{ Math.floor(body.bound) }}</template
          ><template v-if="body.keeps">. Its slots keep what is changed in them.</template>
        </p>
        <p v-if="body.job && searching(body.job.state)" class="looking" role="status">
          <Progress :done="body.job.part" :of="1" :name="`search for a better way, ${bodyName(body.body)}`" />
          This is the best found so far; a better way is looked for.
          <button class="button" @click="stop(body.job.id)">Stop</button>
        </p>
        <p v-else-if="body.job" class="looking quiet">
          {{
            body.job.state === "failed"
              ? "The search for a better way broke off; what was found before stays."
              : "The search for a better way was stopped; this was found before."
          }}
          <button class="button" @click="again(body.job.id)">Begin again</button>
        </p>
        <SlotDial
          :body="body"
          :name="bodyName(body.body)"
          :specials="data.specials"
          :still="stills.of"
          @choose="(bank, number, picked) => choose({ body: body.body, bank, number, picked })"
        />
        <p v-for="bank in body.banks.filter((one) => one.cannot.length)" :key="bank.bank" class="quiet">
          No slot holds, though the day changes them: {{ bank.cannot.join(", ") }}.
        </p>
        <p v-if="hasSlots(body) && leftOut(body).length" class="quiet">In no slot: {{ leftOut(body).join(", ") }}.</p>
        <p v-if="body.beyond" class="quiet">{{ body.beyond }} more situations were not weighed.</p>
      </section>
    </div>
    <div class="beside">
      <PhoneFold v-if="data.bodies.length" title="Slots of their own">
        <section class="own">
          <h2>Slots of their own</h2>
          <p v-for="s in data.specials" :key="s.slug" class="reason">
            <b>{{ s.label }}</b>: {{ s.because }}
          </p>
        </section>
      </PhoneFold>
      <PhoneFold v-if="data.bodies.length > 1" title="Two bodies alike"><AlikePane :id="id" /></PhoneFold>
    </div>
    <p v-if="data.bodies.length" class="quiet">
      The first situation of a body is set at home. Every other way to fill the slots costs as many presses or more.
    </p>
  </main>
  <main v-else class="page" aria-busy="true"><p class="quiet" role="status">Weighing the day …</p></main>
</template>

<style scoped>
.bodies {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(580px, 100%), 1fr));
  gap: 8px 48px;
  align-items: start;
}
.beside {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(420px, 100%), 1fr));
  gap: 0 48px;
  align-items: start;
}
.looking {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}
</style>
