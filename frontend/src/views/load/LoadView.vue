<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, onUnmounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { useKit, useOutings } from "@/api/queries";
import { offer } from "@/keys/actions";

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
const { data: found, error: fails } = useQuery({
  queryKey: computed(() => ["walk", props.id, way.value ?? ""]),
  queryFn: () => take(client.GET("/api/situations/{pk}/walk", { params: { path: { pk: props.id }, query: { way: way.value } } })),
  staleTime: Infinity,
  gcTime: 0,
  retry: false,
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
const left = computed(() => (walk.value?.steps ?? []).filter((s) => !done.value[s.setting]).length);

async function told<T>(answer: Promise<T>): Promise<T | null> {
  wrong.value = "";
  try {
    return await answer;
  } catch (error) {
    wrong.value = error instanceof ProblemError ? error.message : "The server cannot be reached; nothing was written down.";
    return null;
  }
}
async function tick(step: Schemas["WalkStepOut"]): Promise<void> {
  const slug = situation.value?.body;
  if (!slug) return;
  const on = !done.value[step.setting];
  const values = { [step.setting]: on ? step.value : null };
  const state = await told(
    take(client.PUT("/api/kit/bodies/{slug}/state", { params: { path: { slug } }, body: { values, verified: on } })),
  );
  if (!state) return;
  done.value = { ...done.value, [step.setting]: on };
  queries.setQueryData(["held", slug], state);
}
async function wasReset(): Promise<void> {
  const next = await told(take(client.POST("/api/situations/{pk}/walk/reset", { params: { path: { pk: props.id } } })));
  if (!next) return;
  await queries.invalidateQueries({ queryKey: ["held"] });
  [walk.value, done.value] = [next, {}];
  await router.replace({ query: {} });
}
const choose = (next: Way): void => void router.replace({ query: { way: next } });
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
  <main class="load">
    <p v-if="fails" class="error" role="alert">{{ fails.message }}</p>
    <template v-if="walk">
      <h1>Through the menus of {{ bodyName }}</h1>
      <p class="big">
        <b>{{ walk.presses }}</b> presses<template v-if="walk.plainly > walk.presses"
          >, {{ walk.plainly - walk.presses }} fewer than from top to bottom</template
        >
      </p>
      <p v-if="walk.steps.length" class="reason">
        <template v-if="walk.way === 'reset'"
          >So much is unknown that resetting first is shorter: {{ walk.reset_presses }} presses against at least
          {{ walk.audit_presses }} for looking everything up. A reset loses everything else the body holds.</template
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
        <span v-if="walk.steps.length" class="quiet" role="status">{{ left }} of {{ walk.steps.length }} left</span>
      </div>
      <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
      <section v-for="(page, k) in pages" :key="`${k}-${page.name}`">
        <h2>{{ page.name }}</h2>
        <label v-for="step in page.steps" :key="step.setting" class="step" :class="{ done: done[step.setting] }">
          <span class="what"
            ><b>{{ step.label }}</b> <span class="quiet">{{ step.neutral }}</span></span
          >
          <span class="to"
            ><span class="quiet">{{ step.before ?? "unknown" }} →</span> <b>{{ step.shown }}</b></span
          >
          <span class="quiet presses">{{ step.presses }}</span>
          <input v-if="walk.way === 'audit'" type="checkbox" :checked="!!done[step.setting]" @change="tick(step)" />
        </label>
      </section>
      <p v-if="walk.elsewhere.length" class="reason elsewhere">
        Not in the menus as they are written down, so set by hand: {{ walk.elsewhere.join(", ") }}.
        <RouterLink v-if="situation" :to="{ name: 'body', params: { slug: situation.body } }">Write them down</RouterLink>
      </p>
    </template>
  </main>
</template>

<style scoped>
.load {
  padding: 18px 24px 48px;
  max-width: 860px;
}
h1 {
  font: 600 22px/28px "Archivo Variable";
  font-stretch: 92%;
}
.big {
  font-size: 18px;
  line-height: 26px;
  padding: 6px 0;
}
.reason {
  max-width: 62ch;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  padding: 12px 0 0;
}
.button {
  min-height: 44px;
}
.step {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) 28px 28px;
  gap: 0 12px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--rule);
  cursor: pointer;
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
  .load {
    padding: 12px 16px 48px;
  }
  .what .quiet {
    display: block;
    font-size: 13px;
  }
}
</style>
