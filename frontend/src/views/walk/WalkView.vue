<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, nextTick, onUnmounted, ref, useTemplateRef, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { changed, keyOf, nowKnown } from "@/api/keys";
import { useDialect, useKit, useOutings } from "@/api/queries";
import { offer } from "@/keys/actions";
import { count } from "@/words";
import ByHand from "./ByHand.vue";
import WalkSteps from "./WalkSteps.vue";
import WayThrough from "./WayThrough.vue";

type Way = "audit" | "reset";
const props = defineProps<{ id: number }>();
const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const { data: outings } = useOutings();
const { data: kit } = useKit();
const situation = computed(() => outings.value?.flatMap((o) => o.situations).find((s) => s.id === props.id));
const { data: dialect } = useDialect(() => situation.value?.body ?? "");
const list = useTemplateRef("list");
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
type Part = "needed" | "rest" | "whole";
/** What is to be kept in a slot is set whole; else what the picture needs comes first, and the rest can wait. */
const part = computed<Part>(() => (slot.value || special.value ? "whole" : "needed"));
const asked = (of: Part, by?: Way): Promise<Schemas["WalkOut"]> =>
  take(
    client.GET("/api/situations/{pk}/walk", {
      params: { path: { pk: props.id }, query: { way: by, special: special.value, part: of } },
    }),
  );
const { data: found, error: fails } = useQuery({
  queryKey: computed(() => keyOf("walk", props.id, way.value ?? "", special.value, part.value)),
  queryFn: () => asked(part.value, way.value),
  staleTime: Infinity,
  gcTime: 0,
});
const restOpen = ref(false);
const { data: rest, error: restFails } = useQuery({
  queryKey: computed(() => keyOf("walk", props.id, "rest")),
  queryFn: () => asked("rest"),
  enabled: restOpen,
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
  await nowKnown(queries, keyOf("held", slug), state);
}
/** The walk anew, after something was written down about the body; what was asked before that is not waited for. */
async function anew(answer: Promise<Schemas["WalkOut"]>): Promise<boolean> {
  if (!(await told(answer))) return false;
  await router.replace({ query: { ...route.query, way: undefined } });
  await nextTick();
  await queries.resetQueries({ queryKey: keyOf("walk", props.id) });
  await changed(queries, "held");
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
const slotName = computed(() => (slot.value ? walk.value?.slot_names[slot.value.bank - 1]?.[slot.value.number - 1] : ""));
const turnTo = computed(() => walk.value?.slot_names[0]?.[(walk.value.slot ?? 0) - 1]);
async function keep(): Promise<void> {
  if (!slot.value) return;
  const at = slot.value;
  const answer = take(
    client.PUT("/api/situations/{pk}/walk/slot", { params: path.value, body: { ...at, special: special.value } }),
  );
  if (await anew(answer)) kept.value = `Written down: ${slotName.value} holds it.`;
}
async function refuse(setting: string, reason: string): Promise<void> {
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
        }}<template v-if="slot">, to be kept in {{ slotName }}</template
        >.
      </p>
      <p v-if="walk.words && walk.presses" class="big">
        <template v-if="part === 'needed'"
          ><b>{{ items.length }}</b> to set, </template
        ><b>{{ count(walk.presses) }}</b> {{ walk.presses === 1 ? "press" : "presses"
        }}<template v-if="walk.plainly > walk.presses"
          >, {{ count(walk.plainly - walk.presses) }} fewer than from top to bottom</template
        >
      </p>
      <p v-if="walk.slot" class="reason">
        Turning to {{ turnTo }} first leaves {{ walk.slot_left }} to set<template v-if="walk.words"
          >, {{ count(walk.slot_presses) }} {{ walk.slot_presses === 1 ? "press" : "presses" }} with the turn</template
        >.
        <button class="button" @click="turned(walk.slot)">I turned to {{ turnTo }}</button>
      </p>
      <p v-if="walk.steps.length" class="reason">
        <template v-if="walk.way === 'reset'"
          >So much is unknown that resetting first is shorter: {{ count(walk.reset_presses) }} presses against at least
          {{ count(walk.audit_presses) }} for looking everything up. A reset loses everything else the body holds.</template
        ><template v-else>From what the body is believed to hold; what is unknown is looked up on the way.</template>
        {{ walk.proven ? "No walk over these items is shorter." : "A shorter walk may exist; none was found in time." }}
      </p>
      <p v-else-if="!walk.elsewhere.length" class="reason">
        {{ walk.more ? "The body holds all that this picture needs already." : "The body holds all of it already." }}
      </p>
      <div class="tools">
        <template v-if="walk.way === 'reset'">
          <button class="button strong" @click="wasReset">It is reset</button>
          <button class="button" @click="choose('audit')">Look everything up instead</button>
        </template>
        <button v-else-if="way" class="button" @click="choose('reset')">Reset first instead</button>
        <button v-if="slot" class="button" :class="{ strong: !left }" @click="keep">
          All is set, and kept in {{ slotName }}
        </button>
        <span v-if="items.length" class="quiet" role="status">{{ left }} of {{ items.length }} left</span>
        <RouterLink v-if="situation" :to="{ name: 'link', params: { slug: situation.body }, query: { situation: id } }"
          >Load it for me, plugged in</RouterLink
        >
        <a :href="`/api/situations/${id}/walk?special=${special}`" :download="`walk-${id}.json`">JSON</a>
        <a :href="`/api/situations/${id}/walk.csv?special=${special}`" download>CSV</a>
        <a :href="`/api/situations/${id}/walk.pdf?special=${special}`" download>PDF</a>
        <span class="quiet" role="status">{{ kept }}</span>
        <RouterLink v-if="back" class="button" :class="{ strong: kept }" :to="{ name: 'first_day', params: { slug: back } }"
          >Back to the first day</RouterLink
        >
      </div>
      <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
      <WayThrough
        v-if="walk.steps.length && dialect"
        :steps="walk.steps"
        :entries="dialect.document.entries ?? []"
        :done="done"
        @find="(setting) => list?.find(setting)"
      />
      <WalkSteps ref="list" :steps="walk.steps" :done="done" :ticks="walk.way === 'audit'" @tick="tick" @refuse="refuse" />
      <details v-if="walk.more" class="rest" :open="restOpen" @toggle="restOpen = ($event.target as HTMLDetailsElement).open">
        <summary>{{ walk.more }} more, as this body is kept: they can wait</summary>
        <p v-if="restFails" class="error" role="alert">{{ restFails.message }}</p>
        <p v-else-if="!rest" class="quiet" role="status">being walked through</p>
        <template v-else>
          <p class="reason">
            Once the {{ walk.steps.length + walk.by_hand.length }} above are set<template v-if="rest.presses"
              >, {{ count(rest.presses) }} presses more</template
            >.
          </p>
          <WalkSteps :steps="rest.steps" :done="done" ticks @tick="tick" @refuse="refuse" />
          <ByHand
            v-if="situation"
            :rows="rest.by_hand"
            :words="rest.words"
            :slug="situation.body"
            :done="done"
            heading="The rest"
            @tick="tick"
            @written="changed(queries, 'walk')"
          />
        </template>
      </details>
      <section v-if="walk.refused.length">
        <h2>Could not be set</h2>
        <p v-for="one in walk.refused" :key="one.setting" class="refused">
          <b>{{ one.label }}</b> <span class="quiet">{{ one.why }}</span>
          <button class="plain" data-repeats :aria-label="`try ${one.label} again`" @click="refuse(one.setting, '')">
            try again
          </button>
        </p>
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
        @written="changed(queries, 'walk')"
      />
    </template>
  </main>
</template>

<style scoped>
.rest > summary {
  min-height: 44px;
  display: flex;
  align-items: center;
  cursor: pointer;
}
.refused {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  align-items: center;
  margin: 0;
  min-height: 44px;
  border-bottom: 1px var(--ruled) var(--rule);
}
.refused button {
  min-height: 44px;
  margin-left: auto;
}
</style>
