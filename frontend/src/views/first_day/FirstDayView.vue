<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, nextTick, onUnmounted, ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { changed, keyOf, nowKnown } from "@/api/keys";
import { useGuide, useLayout, useWords } from "@/api/queries";
import { decimal } from "@/fields/typed";
import { moment } from "@/days";
import { offer } from "@/keys/actions";
import TextField from "@/fields/TextField.vue";
import { useLayoutChange } from "../useLayoutChange";
import TaskRows from "./TaskRows.vue";
import Tick from "@/fields/Tick.vue";

const props = defineProps<{ slug: string }>();
const queries = useQueryClient();
const key = computed(() => keyOf("first", props.slug));
const { data, error } = useQuery({
  queryKey: key,
  queryFn: () => take(client.GET("/api/kit/bodies/{slug}/first", { params: { path: { slug: props.slug } } })),
});
const { data: guide } = useGuide();
const { data: layout } = useLayout(() => props.slug);
const { change, said, wrong: refused } = useLayoutChange();
const wrong = ref("");
const at = computed(() => data.value?.tasks.find((task) => !task.done_at)?.slug ?? "");
/** The step that is looked at: the one that was chosen, else the first that is not done, else the slots. */
const chosen = ref("");
const open = computed(() => {
  const tasks = data.value?.tasks ?? [];
  return tasks.find((t) => t.slug === chosen.value) ?? tasks.find((t) => t.slug === at.value) ?? tasks[tasks.length - 1];
});
const share = computed(() => {
  const tasks = data.value?.tasks ?? [];
  return tasks.length ? tasks.filter((t) => t.done_at).length / tasks.length : 0;
});
const { data: words } = useWords();
/** Kinds of work that are ticked, three at most. */
type Work = Schemas["FirstDayOut"]["works"][number];
const works = ref<Work[]>([]);
const kinds = computed(() => (words.value?.genres ?? []) as { slug: Work; label: string }[]);
const tick = (genre: Work, on: boolean): void => {
  works.value = on ? [...works.value, genre].slice(0, 3) : works.value.filter((one) => one !== genre);
};
const mostly = (chosen: Work[]): Promise<boolean> =>
  change(
    props.slug,
    () => ({ works: chosen }),
    chosen.length ? "taken from what you mostly photograph" : "taken from its outing",
  );
const want = (setting: string, value: string | number | null): Promise<boolean> =>
  change(
    props.slug,
    (now) => {
      const rest = { ...now.wants };
      delete rest[setting];
      return { wants: value === null ? rest : { ...rest, [setting]: value } };
    },
    value === null ? "as advised again" : "yours, whatever is advised",
  );
const label = (slug: string): string => guide.value?.settings.find((s) => s.slug === slug)?.label ?? slug;
const functionLabel = (slug: string): string => layout.value?.functions.find((f) => f.slug === slug)?.label ?? slug;

async function answered(answer: Promise<Schemas["FirstDayOut"]>): Promise<void> {
  wrong.value = "";
  try {
    await nowKnown(queries, key.value, await answer);
    await changed(queries, "held");
  } catch (caught) {
    wrong.value = caught instanceof ProblemError ? caught.message : "The server cannot be reached; nothing was written down.";
  }
}
const path = computed(() => ({ path: { slug: props.slug } }));
async function done(step: string, on: boolean): Promise<void> {
  await answered(take(client.PUT("/api/kit/bodies/{slug}/first", { params: path.value, body: { step, done: on } })));
  chosen.value = on ? "" : step;
  await nextTick();
  document.querySelector<HTMLElement>("[data-open] .whole-step")?.focus();
}
const asNew = (): Promise<void> => answered(take(client.POST("/api/kit/bodies/{slug}/first/reset", { params: path.value })));
/** Settings that are not as they should be, or that nobody has looked at, in words. */
const astray = computed(() =>
  (data.value?.tasks ?? []).flatMap((task) => task.rows.filter((row) => !row.right || !row.verified_at).map((row) => row.label)),
);
const author = (text: string): Promise<boolean> => change(props.slug, () => ({ author: text }), "name written down");
const prefix = (text: string): Promise<boolean> =>
  change(props.slug, () => ({ prefix: text.toUpperCase() }), "prefix written down");
async function clock(text: string): Promise<void> {
  const seconds = text === "" ? null : decimal(text);
  if (seconds !== null && !Number.isFinite(seconds)) refused.value = "Type seconds, such as 2.5 or −3.";
  else await change(props.slug, () => ({ clock_offset_s: seconds }), "clock written down");
}
const load = (slot: Schemas["SlotOut"], bank: number) => ({
  name: "walk",
  params: { id: slot.situation ?? 0 },
  query: {
    slot: String(slot.number),
    bank: String(bank),
    back: props.slug,
    ...(slot.special ? { special: slot.special } : {}),
  },
});
onUnmounted(
  offer([
    {
      id: "next-step",
      label: "To the next step",
      keys: "n",
      run: () => {
        chosen.value = "";
        void nextTick(() => document.querySelector<HTMLElement>("[data-open] .whole-step")?.focus());
      },
    },
  ]),
);
</script>

<template>
  <main v-if="error" class="first page">
    <p class="reason">{{ error instanceof ProblemError ? error.message : "This body is not in your kit." }}</p>
  </main>
  <main v-else-if="data" class="first page whole">
    <div class="title">
      <h1>The first day with {{ data.name }}</h1>
      <button class="button" @click="asNew">It is new, or was reset: begin</button>
      <a :href="`/api/kit/bodies/${slug}/first.pdf`" download>The record, PDF</a>
      <a :href="`/api/kit/bodies/${slug}/first.csv`" download>CSV</a>
      <a :href="`/api/kit/bodies/${slug}/first`" :download="`record-${slug}.json`">JSON</a>
      <RouterLink :to="{ name: 'body', params: { slug } }">its words</RouterLink>
      <span class="quiet" role="status">{{ said }}</span>
    </div>
    <p v-if="wrong || refused" class="error" role="alert">{{ wrong || refused }}</p>
    <section v-if="data.asks" class="asks">
      <h2>What do you mostly photograph with it?</h2>
      <p class="reason">
        It is on no outing yet. Tick one to three: what it should hold is taken from their setups in usual light.
      </p>
      <Tick
        v-for="g in kinds"
        :key="g.slug"
        class="pick"
        :model-value="works.includes(g.slug)"
        :disabled="works.length === 3 && !works.includes(g.slug)"
        @update:model-value="(on) => tick(g.slug, on)"
        >{{ g.label }}</Tick
      >
      <button class="button strong" :disabled="!works.length" @click="mostly(works)">Go on with these</button>
    </section>
    <div v-else class="path">
      <nav aria-label="steps">
        <p class="how-far" role="status">
          {{ data.left ? `${data.left} of ${data.tasks.length} steps left, about ${data.minutes} min` : "every step is done" }}
        </p>
        <div class="bar" aria-hidden="true"><span :style="{ width: `${share * 100}%` }"></span></div>
        <p v-if="!data.left" class="reason">
          {{
            data.unverified ? `Not as they should be, or not looked at: ${astray.join(", ")}.` : "Looked at, and as it should be."
          }}
        </p>
        <ol>
          <li v-for="(task, k) in data.tasks" :key="task.slug">
            <button
              class="plain step"
              :class="{ on: task.slug === open?.slug, done: task.done_at }"
              :aria-current="task.slug === open?.slug ? 'step' : undefined"
              @click="chosen = task.slug"
            >
              <span class="label">{{ k + 1 }}</span> <b>{{ task.title }}</b>
              <span class="quiet">{{ task.done_at ? "done" : `${task.minutes} min` }}</span>
            </button>
          </li>
        </ol>
        <p class="quiet">
          Taken from {{ data.basis }}.
          <button v-if="data.works.length" class="plain" @click="mostly([])">Ask me again</button>
        </p>
      </nav>
      <article v-for="task in open ? [open] : []" :key="task.slug" :data-step="task.slug" data-open>
        <h2 class="open-title">
          {{ task.title }} <span v-if="task.done_at" class="quiet">done {{ moment(task.done_at) }}</span>
        </h2>
        <p class="reason">{{ task.because }}</p>
        <p v-if="task.how" class="how">{{ task.how }}</p>
        <TaskRows :rows="task.rows" @want="want" />
        <label v-if="task.also === 'clock'" class="field"
          ><span class="label">the name it writes into files</span
          ><TextField :value="data.author" placeholder="whose pictures they are" maxlength="60" @change="author"
        /></label>
        <label v-if="task.also === 'clock'" class="field"
          ><span class="label">its clock is ahead by, in seconds</span
          ><TextField
            :value="String(data.clock_offset_s ?? '')"
            inputmode="decimal"
            placeholder="0"
            maxlength="9"
            @change="clock"
        /></label>
        <template v-if="task.also === 'prefix'">
          <label class="field"
            ><span class="label">its prefix</span
            ><TextField :value="data.prefix" placeholder="letters, figures, _" maxlength="8" @change="prefix"
          /></label>
          <p v-if="data.collides.length" class="error">
            {{ data.collides.join(" and ") }} begins its files with {{ data.prefix }} too.
          </p>
        </template>
        <table v-if="task.also === 'cards' && data.losses.length">
          <caption class="quiet">
            What one card’s failure loses
          </caption>
          <tbody>
            <tr v-for="loss in data.losses" :key="loss.role">
              <th scope="row" :class="{ chosen: loss.chosen }">{{ loss.role }}</th>
              <td>{{ loss.loses }}</td>
            </tr>
          </tbody>
        </table>
        <template v-if="task.also === 'controls'">
          <p v-for="role in layout?.document.roles ?? []" :key="role.control + role.use" class="plainly">
            {{ role.control }}, {{ role.use.replaceAll("_", " ") }}: <b>{{ functionLabel(role.function) }}</b>
          </p>
          <p v-if="!layout?.document.roles?.length" class="quiet">No role is written down yet.</p>
          <RouterLink v-if="data.outing" :to="{ name: 'fingers', params: { id: data.outing } }"
            >What {{ data.outing_title }} wants under the fingers</RouterLink
          >
        </template>
        <template v-if="task.also === 'pins'">
          <p class="plainly">Pinned: {{ (layout?.document.pinned ?? []).map(label).join(", ") || "nothing" }}</p>
          <p class="plainly">Short list: {{ (layout?.document.short_list ?? []).map(label).join(", ") || "as it came" }}</p>
          <RouterLink :to="{ name: 'body', params: { slug }, query: { sheet: 'lists' } }">Write them down</RouterLink>
        </template>
        <template v-if="task.also === 'slots'">
          <p v-if="!data.slots" class="quiet">Put this body on an outing: its setups fill the slots.</p>
          <template v-for="bank in data.slots?.banks ?? []" :key="bank.bank">
            <div v-for="slot in bank.slots" :key="slot.number" class="slot">
              <span class="label">{{ slot.name }}</span>
              <span
                ><b>{{ slot.title || "free" }}</b>
                <span class="quiet">{{
                  !slot.now
                    ? ""
                    : slot.now.differs === 0
                      ? " loaded"
                      : ` holds ${slot.now.title}, otherwise in ${slot.now.differs ?? 0}`
                }}</span></span
              >
              <RouterLink v-if="slot.situation" class="button" :to="load(slot, bank.bank)">load {{ slot.name }}</RouterLink>
            </div>
          </template>
          <RouterLink v-if="data.outing" :to="{ name: 'slots', params: { id: data.outing } }"
            >Which setups, and why: {{ data.outing_title }}</RouterLink
          >
        </template>
        <div class="tools">
          <button v-if="!task.done_at" class="button strong whole-step" @click="done(task.slug, true)">
            {{ task.rows.length ? "All of it is so" : "Done" }}
          </button>
          <button v-else class="button whole-step" @click="done(task.slug, false)">Not done after all</button>
        </div>
      </article>
    </div>
  </main>
  <main v-else class="page" aria-busy="true"><p class="quiet" role="status">Looking at the body …</p></main>
</template>

<style scoped>
.path {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: 0 48px;
  align-items: start;
}
nav {
  position: sticky;
  top: 12px;
}
.how-far {
  font-weight: 600;
}
.bar {
  height: 8px;
  border: 1px solid var(--ink);
  margin: 6px 0 10px;
}
.bar span {
  display: block;
  height: 100%;
  background: var(--ink);
}
ol {
  list-style: none;
  margin: 0 0 12px;
  padding: 0;
}
.step {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto;
  gap: 0 6px;
  align-items: center;
  width: 100%;
  min-height: 36px;
  text-align: left;
  text-decoration: none;
  border-left: 3px solid transparent;
  padding-left: 8px;
  font-size: 14px;
}
.step b {
  font-weight: 560;
}
.step.done b {
  font-weight: 450;
  color: var(--second);
}
.step.on {
  border-left-color: var(--ink);
  background: var(--raised);
}
.open-title {
  font-size: 18px;
  color: var(--ink);
  padding-top: 0;
}
.how {
  border-left: 3px solid var(--rule);
  padding: 4px 0 4px 12px;
  margin: 8px 0;
  max-width: 70ch;
}
.asks {
  max-width: 860px;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 48px;
}
.asks h2,
.asks .reason,
.asks .button {
  grid-column: 1 / -1;
  justify-self: start;
}
:deep(.pick) {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px var(--ruled) var(--rule);
}
.asks .button {
  margin-top: 14px;
}
.field,
.slot {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 0 12px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px var(--ruled) var(--rule);
}
.slot {
  grid-template-columns: 110px minmax(0, 1fr) auto;
}
.plainly {
  padding: 3px 0;
}
caption {
  text-align: left;
}
.chosen {
  font-weight: 640;
}
@media (max-width: 760px) {
  .path {
    grid-template-columns: minmax(0, 1fr);
  }
  nav {
    position: static;
  }
  .step {
    min-height: 44px;
  }
  .field {
    grid-template-columns: minmax(0, 1fr) 110px;
  }
  .slot {
    grid-template-columns: 64px minmax(0, 1fr);
  }
  .slot .button {
    grid-column: 2;
    justify-self: start;
    margin-bottom: 6px;
  }
}
</style>
