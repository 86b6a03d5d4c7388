<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, nextTick, onUnmounted, ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { useGuide, useLayout } from "@/api/queries";
import { decimal } from "@/fields/typed";
import { offer } from "@/keys/actions";
import { useLayoutChange } from "../useLayoutChange";
import TaskRows from "./TaskRows.vue";

const props = defineProps<{ slug: string }>();
const queries = useQueryClient();
const key = computed(() => ["first", props.slug]);
const { data, error } = useQuery({
  queryKey: key,
  queryFn: () => take(client.GET("/api/kit/bodies/{slug}/first", { params: { path: { slug: props.slug } } })),
  retry: false,
});
const { data: guide } = useGuide();
const { data: layout } = useLayout(() => props.slug);
const { change, said, wrong: refused } = useLayoutChange();
const wrong = ref("");
const at = computed(() => data.value?.tasks.find((task) => !task.done_at)?.slug ?? "");
const number = (slug: string): number => (data.value?.tasks.findIndex((task) => task.slug === slug) ?? 0) + 1;
const label = (slug: string): string => guide.value?.settings.find((s) => s.slug === slug)?.label ?? slug;
const functionLabel = (slug: string): string => layout.value?.functions.find((f) => f.slug === slug)?.label ?? slug;

async function answered(answer: Promise<Schemas["FirstDayOut"]>): Promise<void> {
  wrong.value = "";
  try {
    queries.setQueryData(key.value, await answer);
    await queries.invalidateQueries({ queryKey: ["held", props.slug] });
  } catch (caught) {
    wrong.value = caught instanceof ProblemError ? caught.message : "The server cannot be reached; nothing was written down.";
  }
}
const path = computed(() => ({ path: { slug: props.slug } }));
async function done(step: string, on: boolean): Promise<void> {
  await answered(take(client.PUT("/api/kit/bodies/{slug}/first", { params: path.value, body: { step, done: on } })));
  await nextTick();
  document.querySelector<HTMLElement>(`[data-step='${on ? at.value : step}'] .whole`)?.focus();
}
const asNew = (): Promise<void> => answered(take(client.POST("/api/kit/bodies/{slug}/first/reset", { params: path.value })));
const typed = (event: Event): string => (event.target as HTMLInputElement).value.trim();
/** What was typed and is not kept yet, by field. */
const draft = ref<{ prefix?: string; clock?: string }>({});
async function prefix(event: Event): Promise<void> {
  const text = typed(event).toUpperCase();
  draft.value.prefix = text;
  if (await change(props.slug, () => ({ prefix: text }), "prefix written down")) draft.value = {};
}
async function clock(event: Event): Promise<void> {
  const seconds = typed(event) === "" ? null : decimal(typed(event));
  draft.value.clock = typed(event);
  if (seconds !== null && !Number.isFinite(seconds)) refused.value = "Type seconds, such as 2.5 or −3.";
  else if (await change(props.slug, () => ({ clock_offset_s: seconds }), "clock written down")) draft.value = {};
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
const time = (iso: string): string => new Date(iso).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });
onUnmounted(
  offer([
    {
      id: "next-step",
      label: "To the next step",
      keys: "n",
      run: () => document.querySelector<HTMLElement>(`[data-step='${at.value}'] .whole`)?.focus(),
    },
  ]),
);
</script>

<template>
  <main v-if="error" class="first page">
    <p class="reason">{{ error instanceof ProblemError ? error.message : "This body is not in your kit." }}</p>
  </main>
  <main v-else-if="data" class="first page">
    <h1>The first day with {{ data.name }}</h1>
    <p class="reason">
      In the order in which people work, each step with its reason. Leave it and come back: what is done stays done. What each
      setting should hold is taken from {{ data.basis }}.
    </p>
    <div class="tools">
      <button class="button" @click="asNew">It is new, or was reset: begin</button>
      <a :href="`/api/kit/bodies/${slug}/first.pdf`" download>The record, PDF</a>
      <a :href="`/api/kit/bodies/${slug}/first.csv`" download>CSV</a>
      <a :href="`/api/kit/bodies/${slug}/first`" :download="`record-${slug}.json`">JSON</a>
      <RouterLink :to="{ name: 'body', params: { slug } }">its words</RouterLink>
      <span class="quiet" role="status">{{
        data.left ? `${data.left} of ${data.tasks.length} steps left` : "every step is done"
      }}</span>
    </div>
    <p v-if="!data.left" class="big">
      {{
        data.unverified
          ? `${data.unverified} settings are not as they should be, or nobody has looked.`
          : "Looked at, and as it should be."
      }}
    </p>
    <p v-if="wrong || refused" class="error" role="alert">{{ wrong || refused }}</p>
    <p class="quiet" role="status">{{ said }}</p>
    <details
      v-for="task in data.tasks"
      :key="task.slug"
      :data-step="task.slug"
      class="task"
      :open="task.slug === at || (!at && task.slug === 'slots')"
    >
      <summary data-repeats>
        <span class="label">{{ number(task.slug) }}</span>
        <b :class="{ done: task.done_at }">{{ task.title }}</b>
        <span class="quiet">{{ task.done_at ? time(task.done_at) : "" }}</span>
      </summary>
      <p class="reason">{{ task.because }}</p>
      <TaskRows :rows="task.rows" />
      <label v-if="task.also === 'clock'" class="field"
        ><span class="label">its clock is ahead by, in seconds</span
        ><input
          class="plain"
          :value="draft.clock ?? data.clock_offset_s ?? ''"
          inputmode="decimal"
          placeholder="0"
          maxlength="9"
          @change="clock"
      /></label>
      <template v-if="task.also === 'prefix'">
        <label class="field"
          ><span class="label">its prefix</span
          ><input
            class="plain"
            :value="draft.prefix ?? data.prefix"
            placeholder="letters, figures, _"
            maxlength="8"
            @change="prefix"
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
        <RouterLink :to="{ name: 'body', params: { slug } }">Write them down</RouterLink>
      </template>
      <template v-if="task.also === 'slots'">
        <p v-if="!data.slots" class="quiet">Put this body on an outing: its setups fill the slots.</p>
        <template v-for="bank in data.slots?.banks ?? []" :key="bank.bank">
          <div v-for="slot in bank.slots" :key="slot.number" class="slot">
            <span class="label">{{ bank.bank > 1 ? bank.label : "slot" }} {{ slot.number }}</span>
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
            <RouterLink v-if="slot.situation" class="button" :to="load(slot, bank.bank)">load slot {{ slot.number }}</RouterLink>
          </div>
        </template>
        <RouterLink v-if="data.outing" :to="{ name: 'slots', params: { id: data.outing } }"
          >Which setups, and why: {{ data.outing_title }}</RouterLink
        >
      </template>
      <div class="tools">
        <button v-if="!task.done_at" class="button strong whole" @click="done(task.slug, true)">
          {{ task.rows.length ? "All of it is so" : "Done" }}
        </button>
        <button v-else class="button whole" @click="done(task.slug, false)">Not done after all</button>
      </div>
    </details>
  </main>
  <main v-else class="page" aria-busy="true"><p class="quiet" role="status">Looking at the body …</p></main>
</template>

<style scoped>
.task {
  border-bottom: 1px solid var(--rule);
}
.task[open] {
  padding-bottom: 12px;
}
summary {
  display: grid;
  grid-template-columns: 28px minmax(0, 1fr) auto;
  align-items: center;
  min-height: 44px;
  cursor: pointer;
  list-style: none;
}
summary b {
  font-weight: 560;
  font-size: 15px;
}
.task[open] summary b {
  font-size: 18px;
}
.done {
  font-weight: 450;
  color: var(--second);
}
.field,
.slot {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 0 12px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--rule);
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
