<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, onUnmounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { changed, keyOf } from "@/api/keys";
import { useBodyName, useOutings } from "@/api/queries";
import { offer } from "@/keys/actions";
import { sceneAt } from "@/picture/frames";
import SideBySide from "./SideBySide.vue";
import Choice from "@/fields/Choice.vue";
import { orNone } from "@/fields/options";
import Written from "@/fields/Written.vue";

type Fits = Schemas["FitsOut"];
type Fitted = Schemas["FittedOut"];
type Source = Schemas["Source"];
const props = defineProps<{ id: number }>();
const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const { data: outings } = useOutings();
const { data: slots } = useQuery({ queryKey: keyOf("my slots"), queryFn: () => take(client.GET("/api/slots")) });
const all = computed(() => outings.value?.flatMap((o) => o.situations) ?? []);
const situation = computed(() => all.value.find((s) => s.id === props.id));
const bodyName = useBodyName();
const told = ref<Fits | null>(null);
const ticked = ref<Set<string>>(new Set());
const wrong = ref("");
const said = ref("");
const text = ref("");
/** What wants an answer stands open; of more than a few, what is sure or cannot be is told by its number. */
const FEW = 12;
const ASKS = ["against_profile", "breaks_habit"];
const news = (items: Fitted[]): Fitted[] => items.filter((item) => !item.already);
const groups = computed(() =>
  (told.value?.counts ?? [])
    .filter((c) => c.count)
    .map((c) => {
      const items = (told.value?.items ?? []).filter((item) => item.fit === c.fit);
      return { ...c, items: [...news(items), ...items.filter((item) => item.already)] };
    }),
);
const stillOf = (row?: Schemas["SituationRow"]): string => (row ? sceneAt(row.id, row.version, 344) : "");
const theirs = computed(() => ({
  title: told.value?.title ?? "",
  body: told.value?.body ?? "",
  still: stillOf(all.value.find((s) => String(route.query.from) === `situation~${s.id}`)),
}));
const ours = computed(() => ({
  title: situation.value?.title ?? "",
  body: situation.value ? bodyName(situation.value.body) : "",
  still: stillOf(situation.value),
}));
const sure = computed(() => (told.value?.items ?? []).filter((item) => item.take).map((item) => item.setting));

async function ask(source: Partial<Source>): Promise<void> {
  wrong.value = said.value = "";
  try {
    const answer = await take(
      client.POST("/api/situations/{pk}/fits", {
        params: { path: { pk: props.id } },
        body: { recipe: null, situation: null, slot: null, ...source },
      }),
    );
    told.value = answer;
    ticked.value = new Set(sure.value);
  } catch (caught) {
    wrong.value = caught instanceof ProblemError ? said_of(caught) : "The server cannot be reached; nothing was translated.";
  }
}
const said_of = (error: ProblemError): string =>
  Object.entries(error.places)
    .map(([at, words]) => (at ? `${at.slice(1).replaceAll("/", ", ")}: ${words}` : words))
    .join("; ") || error.message;
/** A recipe that was pasted or chosen as a file. */
async function read(pasted: string): Promise<void> {
  let recipe: Schemas["RecipeForm"];
  try {
    recipe = JSON.parse(pasted) as Schemas["RecipeForm"];
  } catch {
    wrong.value = "This is not a recipe: paste the whole of the file, from the first brace to the last.";
    return;
  }
  await ask({ recipe });
}
async function chosen(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  if (file) {
    text.value = await file.text();
    await read(text.value);
  }
  field.value = "";
}
watch(
  () => route.query.from,
  (from) => {
    const [kind, one, bank, number] = String(from ?? "").split("~");
    if (kind === "situation") void ask({ situation: Number(one) });
    else if (kind === "slot" && one) void ask({ slot: { body: one, bank: Number(bank), number: Number(number) } });
  },
  { immediate: true },
);
/** What can be carried over: other setups, and what slots hold. */
const sources = computed(() => [
  ...all.value
    .filter((one) => one.id !== props.id)
    .map((s) => ({ value: `situation~${s.id}`, shown: `${s.title}, ${bodyName(s.body)}` })),
  ...(slots.value ?? []).map((s) => ({
    value: `slot~${s.body}~${s.bank}~${s.number}`,
    shown: `${s.name} of ${bodyName(s.body)}: ${s.title}`,
  })),
]);
const pick = (from: string): void => void router.replace({ query: { from: from || undefined } });
function tick(setting: string, on: boolean): void {
  const next = new Set(ticked.value);
  if (on) next.add(setting);
  else next.delete(setting);
  ticked.value = next;
}
async function accept(): Promise<void> {
  wrong.value = "";
  const items = (told.value?.items ?? []).filter((item) => ticked.value.has(item.setting) && item.value !== null);
  try {
    const answer = await take(
      client.PUT("/api/situations/{pk}/fits", {
        params: { path: { pk: props.id } },
        body: { values: Object.fromEntries(items.map((item) => [item.setting, item.value as string | number])) },
      }),
    );
    const now = new Map(answer.items.map((item) => [item.setting, item]));
    if (told.value)
      told.value = {
        ...told.value,
        items: told.value.items.map((item) => ({
          ...item,
          already: now.get(item.setting)?.already ?? item.already,
          take: false,
        })),
      };
    ticked.value = new Set();
    said.value = `${items.length} settings taken; undo it on the bench`;
    await changed(queries, "outings");
  } catch (caught) {
    wrong.value = caught instanceof ProblemError ? said_of(caught) : "The server cannot be reached; nothing was taken.";
  }
}
onUnmounted(
  offer([
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
  <main class="fits page whole">
    <h1>Does it fit me?</h1>
    <p class="reason">
      Someone else’s recipe, another of your setups, or what a slot holds, carried over to
      {{ situation ? bodyName(situation.body) : "this body" }}: what fits, what is called otherwise, what cannot be, and what goes
      against your own ways. Take it item by item.
    </p>
    <div class="from">
      <label
        ><span class="label">from</span>
        <Choice
          name="what to carry over"
          :model-value="String(route.query.from ?? '')"
          :options="orNone('choose, or paste a recipe', sources)"
          @update:model-value="pick"
      /></label>
      <label class="file"
        >a recipe’s file<input class="visually-hidden" type="file" accept=".json,application/json" @change="chosen"
      /></label>
      <a :href="`/api/situations/${id}/recipe.json`" :download="`recipe-${id}.json`">this setup as a recipe, JSON</a>
      <a :href="`/api/situations/${id}/recipe.pdf`" download>PDF</a>
      <a :href="`/api/situations/${id}/recipe.csv`" download>CSV</a>
    </div>
    <form class="paste" @submit.prevent="read(text)">
      <Written v-model="text" :rows="2" aria-label="a recipe, pasted" placeholder="or paste a recipe here" />
      <button class="button" :disabled="!text.trim()">Translate</button>
    </form>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <template v-if="told">
      <SideBySide :from="theirs" :to="ours" :counts="told.counts" />
      <div class="tools">
        <button class="button strong" :disabled="!ticked.size" @click="accept">Take the {{ ticked.size }} that are ticked</button>
        <button class="button" @click="ticked = new Set(sure)">Tick what fits</button>
        <button class="button" :disabled="!ticked.size" @click="ticked = new Set()">Tick nothing</button>
        <span class="quiet" role="status">{{ said }}</span>
      </div>
      <details v-for="group in groups" :key="group.fit" class="fold" :open="ASKS.includes(group.fit) || told.items.length <= FEW">
        <summary data-repeats>
          {{ group.label }}: {{ group.count
          }}<template v-if="news(group.items).length < group.count"
            >, {{ group.count - news(group.items).length }} so already</template
          >
        </summary>
        <label v-for="item in group.items.filter((one) => !one.already || one.fit !== 'kept')" :key="item.setting" class="item">
          <input
            v-if="item.value !== null && !item.already"
            type="checkbox"
            :checked="ticked.has(item.setting)"
            @change="tick(item.setting, ($event.target as HTMLInputElement).checked)"
          />
          <span v-else></span>
          <span
            ><b>{{ item.own || item.label }}</b> <span v-if="item.own" class="quiet">{{ item.label }}</span></span
          >
          <span
            ><template v-if="item.shown && item.shown !== item.theirs">{{ item.theirs }} → </template
            ><b>{{ item.shown || item.theirs }}</b> <span v-if="item.already" class="quiet">so already</span></span
          >
          <span class="quiet why">{{ item.because }}</span>
        </label>
      </details>
    </template>
  </main>
</template>

<style scoped>
.from {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
  align-items: center;
  padding: 8px 0;
}
.from label {
  display: flex;
  gap: 12px;
  align-items: center;
  min-width: 0;
}
.from :deep(.choice) {
  font-weight: 560;
}
.paste {
  display: flex;
  gap: 12px;
  align-items: end;
}
.paste :deep(textarea) {
  flex: 1;
  min-width: 0;
  min-height: 48px;
  padding: 6px 0;
  border-bottom: 1px solid var(--ink);
  resize: vertical;
}
.item {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr) minmax(0, 0.8fr) minmax(0, 1.5fr);
  gap: 0 14px;
  align-items: center;
  min-height: 40px;
  padding: 4px 0;
  border-bottom: 1px var(--ruled) var(--rule);
  cursor: pointer;
}
.item b {
  font-weight: 560;
}
.why {
  font-size: 13px;
}
.fold > summary {
  font-weight: 560;
}
@media (max-width: 760px) {
  .item {
    grid-template-columns: 24px minmax(0, 1fr) minmax(0, 1fr);
    min-height: 44px;
  }
  .why {
    grid-column: 2 / -1;
  }
  .paste {
    flex-wrap: wrap;
  }
}
</style>
