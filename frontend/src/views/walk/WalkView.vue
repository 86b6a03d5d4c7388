<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, nextTick, onUnmounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { useKit, useOutings } from "@/api/queries";
import { nowKnown } from "@/api/known";
import { offer } from "@/keys/actions";
import ByHand from "./ByHand.vue";

type Way = "audit" | "reset";
const props = defineProps<{ id: number }>();
const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const { data: outings } = useOutings();
const { data: kit } = useKit();
const situation = computed(() => outings.value?.flatMap((o) => o.situations).find((s) => s.id === props.id));
const bodyName = computed(() => kit.value?.bodies.find((b) => b.slug === situation.value?.body)?.document.name ?? "this body");
const way = computed<Way | undefined>(() =>
  route.query.way === "audit" || route.query.way === "reset" ? route.query.way : undefined,
);
/** A setup of its own instead of the situation's: for other hands, or for sets of frames. */
const special = computed<"" | "hand_over" | "sets">(() =>
  route.query.special === "hand_over" || route.query.special === "sets" ? route.query.special : "",
);
const back = computed(() => (typeof route.query.back === "string" ? route.query.back : ""));
/** The slot that all this is to be kept in. */
const slot = computed(() => {
  const [number, bank] = [Number(route.query.slot), Number(route.query.bank ?? 1)];
  return Number.isInteger(number) && number > 0 && (bank === 1 || bank === 2) ? { number, bank } : null;
});
const { data: found, error: fails } = useQuery({
  queryKey: computed(() => ["walk", props.id, way.value ?? "", special.value]),
  queryFn: () =>
    take(
      client.GET("/api/situations/{pk}/walk", {
        params: { path: { pk: props.id }, query: { way: way.value, special: special.value } },
      }),
    ),
  staleTime: Infinity,
  gcTime: 0,
});
/** The walk as it was when it began: what is ticked stays where it stands. */
const walk = ref<Schemas["WalkOut"] | null>(null);
const done = ref<Record<string, boolean>>({});
const wrong = ref("");
watch(
  found,
  (now) => {
    if (now) [walk.value, done.value] = [now, {}];
  },
  { immediate: true },
);
const pages = computed(() => {
  const made: { name: string; steps: Schemas["WalkStepOut"][] }[] = [];
  for (const step of walk.value?.steps ?? []) {
    const name = step.menu.join(" › ");
    const last = made[made.length - 1];
    if (last?.name === name) last.steps.push(step);
    else made.push({ name, steps: [step] });
  }
  return made;
});
const items = computed(() => [...(walk.value?.steps ?? []), ...(walk.value?.by_hand ?? [])]);
const left = computed(() => items.value.filter((s) => !done.value[s.setting]).length);

async function told<T>(answer: Promise<T>): Promise<T | null> {
  wrong.value = "";
  try {
    return await answer;
  } catch (error) {
    wrong.value = error instanceof ProblemError ? error.message : "The server cannot be reached; nothing was written down.";
    return null;
  }
}
async function tick(step: { setting: string; value: string | number }): Promise<void> {
  const slug = situation.value?.body;
  if (!slug) return;
  const on = !done.value[step.setting];
  const values = { [step.setting]: on ? step.value : null };
  const state = await told(
    take(client.PUT("/api/kit/bodies/{slug}/state", { params: { path: { slug } }, body: { values, verified: on } })),
  );
  if (!state) return;
  done.value = { ...done.value, [step.setting]: on };
  await nowKnown(queries, ["held", slug], state);
}
/** The walk anew, after something was written down about the body; what was asked before that is not waited for. */
async function anew(answer: Promise<Schemas["WalkOut"]>): Promise<boolean> {
  const next = await told(answer);
  if (!next) return false;
  await router.replace({ query: { ...route.query, way: undefined } });
  await nextTick();
  await nowKnown(queries, ["walk", props.id, "", special.value], next);
  [walk.value, done.value] = [next, {}];
  await queries.invalidateQueries({ queryKey: ["held"] });
  return true;
}
const path = computed(() => ({ path: { pk: props.id } }));
const wasReset = (): Promise<boolean> =>
  anew(take(client.POST("/api/situations/{pk}/walk/reset", { params: { ...path.value, query: { special: special.value } } })));
const turned = (number: number): Promise<boolean> =>
  anew(
    take(
      client.POST("/api/situations/{pk}/walk/slot", { params: path.value, body: { number, bank: 1, special: special.value } }),
    ),
  );
const kept = ref("");
async function keep(): Promise<void> {
  if (!slot.value) return;
  const at = slot.value;
  const answer = take(
    client.PUT("/api/situations/{pk}/walk/slot", { params: path.value, body: { ...at, special: special.value } }),
  );
  if (await anew(answer)) kept.value = `Written down: slot ${at.number} holds it.`;
}
/** The item that cannot be set, while its reason is typed. */
const refusing = ref("");
const why = ref("");
async function refuse(setting: string, reason: string): Promise<void> {
  refusing.value = why.value = "";
  await anew(
    take(
      client.PUT("/api/situations/{pk}/walk/refused", {
        params: path.value,
        body: { setting, why: reason, special: special.value },
      }),
    ),
  );
}
const choose = (next: Way): void => void router.replace({ query: { ...route.query, way: next } });
const count = (presses: number): string => (Number.isInteger(presses) ? String(presses) : presses.toFixed(2).replace(/0$/, ""));
onUnmounted(
  offer([
    {
      id: "settings",
      label: "All settings of this setup",
      keys: "a",
      run: () => void router.push({ name: "settings", params: { id: props.id } }),
    },
    { id: "bench", label: "To the bench", keys: "e", run: () => void router.push({ name: "bench", params: { id: props.id } }) },
  ]),
);
</script>

<template>
  <Teleport to="#head-place">
    <span v-if="situation" class="place"
      ><RouterLink :to="{ name: 'bench', params: { id } }">{{ situation.starts_at }}&ensp;{{ situation.title }}</RouterLink></span
    >
  </Teleport>
  <main class="load page whole">
    <p v-if="fails" class="error" role="alert">{{ fails.message }}</p>
    <template v-if="walk">
      <h1>Through the menus of {{ bodyName }}</h1>
      <p v-if="slot || special" class="reason">
        {{ special === "hand_over" ? "For other hands" : special === "sets" ? "For sets of frames" : situation?.title
        }}<template v-if="slot">, to be kept in slot {{ slot.number }}</template
        >.
      </p>
      <p v-if="walk.words && walk.presses" class="big">
        <b>{{ count(walk.presses) }}</b> {{ walk.presses === 1 ? "press" : "presses"
        }}<template v-if="walk.plainly > walk.presses"
          >, {{ count(walk.plainly - walk.presses) }} fewer than from top to bottom</template
        >
      </p>
      <p v-if="walk.slot" class="reason">
        Turning to slot {{ walk.slot }} first makes it {{ count(walk.slot_presses) }}.
        <button class="button" @click="turned(walk.slot)">I turned to slot {{ walk.slot }}</button>
      </p>
      <p v-if="walk.steps.length" class="reason">
        <template v-if="walk.way === 'reset'"
          >So much is unknown that resetting first is shorter: {{ count(walk.reset_presses) }} presses against at least
          {{ count(walk.audit_presses) }} for looking everything up. A reset loses everything else the body holds.</template
        ><template v-else>From what the body is believed to hold; what is unknown is looked up on the way.</template>
        {{ walk.proven ? "No walk over these items is shorter." : "A shorter walk may exist; none was found in time." }}
      </p>
      <p v-else-if="!walk.elsewhere.length" class="reason">The body holds all of it already.</p>
      <div class="tools">
        <template v-if="walk.way === 'reset'">
          <button class="button strong" @click="wasReset">It is reset</button>
          <button class="button" @click="choose('audit')">Look everything up instead</button>
        </template>
        <button v-else-if="way" class="button" @click="choose('reset')">Reset first instead</button>
        <button v-if="slot" class="button" :class="{ strong: !left }" @click="keep">
          All is set, and kept in slot {{ slot.number }}
        </button>
        <span v-if="items.length" class="quiet" role="status">{{ left }} of {{ items.length }} left</span>
        <a :href="`/api/situations/${id}/walk?special=${special}`" :download="`walk-${id}.json`">JSON</a>
        <a :href="`/api/situations/${id}/walk.csv?special=${special}`" download>CSV</a>
        <a :href="`/api/situations/${id}/walk.pdf?special=${special}`" download>PDF</a>
        <span class="quiet" role="status">{{ kept }}</span>
        <RouterLink v-if="back" class="button" :class="{ strong: kept }" :to="{ name: 'first_day', params: { slug: back } }"
          >Back to the first day</RouterLink
        >
      </div>
      <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
      <div class="menus">
        <section v-for="(page, k) in pages" :key="`${k}-${page.name}`">
          <h2>{{ page.name }}</h2>
          <div v-for="step in page.steps" :key="step.setting" class="step" :class="{ done: done[step.setting] }">
            <label>
              <span class="what"
                ><b>{{ step.label }}</b> <span class="quiet">{{ step.neutral }}</span></span
              >
              <span class="to"
                ><span class="quiet">{{ step.before ?? "unknown" }} →</span> <b>{{ step.shown }}</b></span
              >
              <span class="quiet presses">{{ count(step.presses) }}</span>
              <input v-if="walk.way === 'audit'" type="checkbox" :checked="!!done[step.setting]" @change="tick(step)" />
            </label>
            <button
              class="plain"
              data-repeats
              :aria-label="`${step.label} cannot be set`"
              :aria-expanded="refusing === step.setting"
              @click="refusing = refusing === step.setting ? '' : step.setting"
            >
              cannot
            </button>
            <form v-if="refusing === step.setting" class="why" @submit.prevent="refuse(step.setting, why)">
              <input
                v-model="why"
                class="plain"
                maxlength="200"
                required
                placeholder="why not"
                :aria-label="`why ${step.label} cannot be set`"
              />
              <button class="button">Leave it out</button>
            </form>
          </div>
        </section>
      </div>
      <section v-if="walk.refused.length">
        <h2>Could not be set</h2>
        <div v-for="one in walk.refused" :key="one.setting" class="step">
          <span class="what"
            ><b>{{ one.label }}</b> <span class="quiet">{{ one.why }}</span></span
          >
          <button class="plain" data-repeats :aria-label="`try ${one.label} again`" @click="refuse(one.setting, '')">
            try again
          </button>
        </div>
      </section>
      <section v-if="walk.shut.length" aria-labelledby="shut">
        <h2 id="shut">Wanted, and closed as things stand</h2>
        <p v-for="one in walk.shut" :key="one.setting" class="reason">
          <b>{{ one.label }}, {{ one.shown }}</b
          >: {{ one.why }}.
        </p>
      </section>
      <ByHand
        v-if="situation"
        :rows="walk.by_hand"
        :words="walk.words"
        :slug="situation.body"
        :done="done"
        @tick="tick"
        @written="queries.invalidateQueries({ queryKey: ['walk', id] })"
      />
    </template>
  </main>
</template>

<style scoped>
/* Page by page down one column and on in the next: the order of the walk. */
.menus {
  columns: 2 500px;
  column-gap: 48px;
}
.menus section {
  break-inside: avoid;
}
.step {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 64px;
  gap: 0 12px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--rule);
}
.step > label {
  padding: 3px 0;
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) 34px 28px;
  gap: 0 12px;
  align-items: center;
  min-height: 44px;
  cursor: pointer;
}
.step > button {
  min-height: 44px;
  font-size: 13px;
  color: var(--second);
  text-align: right;
}
.why {
  grid-column: 1 / -1;
  display: flex;
  gap: 12px;
  padding-bottom: 8px;
}
.why input {
  flex: 1;
  min-width: 0;
  min-height: 44px;
  border-bottom: 1px solid var(--ink);
}
.step b {
  font-weight: 560;
}
.step input {
  width: 22px;
  height: 22px;
  justify-self: end;
}
.presses {
  text-align: right;
  font-size: 13px;
}
.done .what b,
.done .to b {
  text-decoration: line-through;
  font-weight: 450;
}
.elsewhere {
  padding-top: 18px;
}
@media (max-width: 760px) {
  .what .quiet {
    display: block;
    font-size: 13px;
  }
}
</style>
