<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, defineAsyncComponent, onUnmounted, ref } from "vue";
import { useRouter } from "vue-router";
import { awaited } from "@/api/idle";
import { once } from "@/api/once";
import { upload } from "@/api/upload";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { changed, keyOf, nowKnown } from "@/api/keys";
import { useBodyName, useKit, useOutings } from "@/api/queries";
import { offer } from "@/keys/actions";
import { nextDay } from "@/days";
import { beforeUtc } from "@/words";
import OneLine from "./OneLine.vue";
import { useBegin } from "./useBegin";
import DayTide from "./DayTide.vue";
import Picture from "./Picture.vue";

/** Asked for once a day is described: the list does without the library of its dialog. */
const NightSheet = defineAsyncComponent(() => awaited(import("./NightSheet.vue")));
const NightsSheet = defineAsyncComponent(() => awaited(import("./NightsSheet.vue")));
const DayForm = defineAsyncComponent(() => awaited(import("./DayForm.vue")));
const DescribeBody = defineAsyncComponent(() => awaited(import("../kit/DescribeBody.vue")));
type Day = Schemas["OutingOut"];
type Row = Schemas["SituationRow"];
const props = defineProps<{ id?: number }>();
const { data: days, isSuccess } = useOutings();
const { data: kit } = useKit();
const queries = useQueryClient();
const router = useRouter();
/** The day that is asked for; else the next one, or the last there was. */
const day = computed<Day | undefined>(() => {
  const all = days.value ?? [];
  return props.id === undefined ? nextDay(all) : all.find((d) => d.id === props.id);
});
const { data: glance } = useQuery({
  queryKey: computed(() => keyOf("day", day.value)),
  queryFn: () => take(client.GET("/api/outings/{pk}/day", { params: { path: { pk: day.value?.id ?? 0 } } })),
  enabled: computed(() => !!day.value?.situations.length),
});
/** The sky of the day is told apart from the rest of it, which takes longer to compute. */
const { data: sun } = useQuery({
  queryKey: computed(() => keyOf("sun", day.value)),
  queryFn: () => take(client.GET("/api/outings/{pk}/sun", { params: { path: { pk: day.value?.id ?? 0 } } })),
  enabled: computed(() => !!day.value?.lies && day.value.utc_offset_min !== null),
});
const tools = computed(() => {
  const t = glance.value?.tools;
  const gb = t && (t.room_gb >= 10 ? t.room_gb.toFixed(0) : t.room_gb.toFixed(1));
  return [
    { name: "slots", label: "slots", state: t && (t.to_load ? `${t.to_load} to load` : t.slots ? "all loaded" : "none here") },
    {
      name: "fingers",
      label: "fingers",
      state: t && (t.clashes === 1 ? "1 clash" : t.clashes ? `${t.clashes} clashes` : "no clash"),
      warns: !!t?.clashes,
    },
    { name: "checks", label: "checks", state: t && (t.checks_open ? `${t.checks_open} before leaving` : "all seen") },
    { name: "traffic", label: "cards and links", state: gb && `${gb} GB to come` },
    { name: "review", label: "what came back", state: t && (t.came ? `${t.came} frames` : "nothing yet") },
  ];
});
/** The first picture of the day that has no card yet, or an old one. */
const toMake = computed(() => day.value?.situations.find((row) => row.card !== "fresh"));
const bodyName = useBodyName();
/** What the day asks of its slots, body by body. */
const turns = computed(() =>
  (glance.value?.bodies ?? [])
    .filter((b) => b.changes)
    .map(
      (b) =>
        `${bodyName(b.body)} changes its setup ${b.changes === 1 ? "once" : `${b.changes} times`}` +
        (b.held ? `; slots hold ${b.held === 1 ? "one" : b.held} of its ${b.changes + 1} setups` : ""),
    ),
);
const wrong = ref("");
const past = ref<{ text: string; back: () => Promise<unknown> } | null>(null);
/** The day that is being described; null for a new one. */
const form = ref<{ day: Day | null } | null>(null);
const said = ref("");
/** What was changed while a file was read. */
const notes = ref<string[]>([]);

const refresh = () => changed(queries, "outings");
async function run<T>(call: Promise<T>): Promise<T | undefined> {
  wrong.value = "";
  try {
    const answer = await call;
    await refresh();
    return answer;
  } catch (error) {
    wrong.value =
      error instanceof ProblemError
        ? [
            error.message,
            ...Object.entries(error.places)
              .slice(0, 5)
              .map(([k, v]) => `${k}: ${v}`),
          ].join(" ")
        : "The server cannot be reached.";
    return undefined;
  }
}
const pk = (id: number) => ({ params: { path: { pk: id } } });

/** What was saved stands at once: whoever edits it again before the list has come would else begin from the day before it. */
async function saved(saved: Day): Promise<void> {
  const others = (days.value ?? []).filter((d) => d.id !== saved.id);
  await nowKnown(queries, keyOf("outings"), [...others, saved]);
  form.value = null;
  await refresh();
  await router.push({ name: "day", params: { id: saved.id } });
}
const { waiting, busy, begin, described } = useBegin(run, wrong);
async function removeRow(row: Row): Promise<void> {
  await run(take(client.DELETE("/api/situations/{pk}", pk(row.id))));
  past.value = {
    text: `“${row.title}” is put aside for thirty days.`,
    back: () => take(client.POST("/api/situations/{pk}/restore", pk(row.id))),
  };
}
async function removeDay(day: Day): Promise<void> {
  form.value = null;
  await run(take(client.DELETE("/api/outings/{pk}", pk(day.id))));
  past.value = {
    text: `“${day.title}” is put aside for thirty days.`,
    back: () => take(client.POST("/api/outings/{pk}/restore", pk(day.id))),
  };
  if (props.id !== undefined) await router.replace({ name: "outings" });
}
async function move(row: Row, clock: string): Promise<void> {
  const to = (starts_at: string) => take(client.PUT("/api/situations/{pk}/hour", { ...pk(row.id), body: { starts_at } }));
  if (!(await run(to(clock)))) return;
  past.value = { text: `${row.title} moved from ${row.starts_at} to ${clock}.`, back: () => to(row.starts_at) };
  said.value = `${row.title} now begins at ${clock}`;
  document.querySelector<HTMLElement>(`[data-situation="${row.id}"]`)?.focus();
}
async function takeBack(): Promise<void> {
  const last = past.value;
  past.value = null;
  if (last) await run(last.back());
}
async function exportDay(day: Day): Promise<void> {
  const file = await run(take(client.GET("/api/outings/{pk}/export", pk(day.id))));
  if (!file) return;
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([JSON.stringify(file, null, 2)], { type: "application/json" }));
  link.download = `${day.title.toLowerCase().replace(/[^a-z0-9]+/g, "-")}.json`;
  link.click();
  URL.revokeObjectURL(link.href);
}
const picker = ref<HTMLInputElement>();
/** The day a situation file is read into; null for a file of a whole day. */
const into = ref<Day | null>(null);
function pick(day: Day | null): void {
  into.value = day;
  picker.value?.click();
}
async function importWhole(file: File): Promise<void> {
  const signal = new AbortController().signal;
  const brought = await run(upload<Schemas["BroughtOut"]>("/api/outings/import/whole", file, () => undefined, signal));
  if (brought) await router.push({ name: "day", params: { id: brought.id } });
  notes.value = brought?.notes ?? [];
}
async function importFile(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  if (!file) return;
  if (!into.value && /\.zip$/i.test(file.name)) return await importWhole(file);
  const text = await file.text();
  const sent = (header: object) => ({
    body: text as never,
    bodySerializer: (given: unknown) => given as string,
    headers: { "Content-Type": "application/json", ...header },
  });
  const day = into.value;
  if (day) {
    const send = (header: object) => take(client.POST("/api/outings/{pk}/situations/import", { ...pk(day.id), ...sent(header) }));
    await run(once(`${day.id} ${text}`, send));
  } else {
    const brought = await run(once(text, (header) => take(client.POST("/api/outings/import", sent(header)))));
    if (brought) await router.push({ name: "day", params: { id: brought.id } });
    notes.value = brought?.notes ?? [];
  }
}

const lensName = computed(() => new Map(kit.value?.lenses.map((l) => [l.slug, l.document.name])));
const open = (day?: Day) => (form.value = { day: day ?? null });
onUnmounted(
  offer([
    { id: "new-outing", label: "New outing", keys: "n", run: () => open() },
    { id: "import", label: "Import an outing from a file", keys: "i", run: () => pick(null) },
    { id: "undo-delete", label: "Take back what was just moved or put aside", keys: "z", run: () => void takeBack() },
  ]),
);
</script>

<template>
  <main class="outings page whole">
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <p v-if="past" class="past" role="status">{{ past.text }} <button class="plain" @click="takeBack">Take it back</button></p>
    <p v-if="notes.length" class="past" role="status">
      Read; {{ notes.join(", ") }}, since those names cannot stand in an address.
      <button class="plain" @click="notes = []">Good</button>
    </p>
    <section v-if="waiting" class="asked" aria-labelledby="asked">
      <h2 id="asked">Which body takes it?</h2>
      <DescribeBody @saved="described" @by-hand="router.push({ name: 'kit' })" @close="waiting = null" />
    </section>
    <section v-if="isSuccess && !days?.length" class="empty">
      <h1>No outing yet</h1>
      <p class="reason">
        An outing is a day with its situations along it: first light, the race, the dance floor. Each gets a setup computed for
        your body and lens.
      </p>
      <OneLine v-if="!waiting" first :busy="busy" @begin="(told) => begin(undefined, told)" />
    </section>
    <p v-else-if="isSuccess && !day" class="reason">
      This outing is not here. <RouterLink :to="{ name: 'outings' }">Go to your outings</RouterLink>
    </p>
    <section v-if="day" class="day">
      <div class="title">
        <h1>{{ day.title }}</h1>
        <span class="where">{{ day.place }}</span><span>{{ day.day }}</span>
        <span v-if="day.utc_offset_min !== null">{{ beforeUtc(day.utc_offset_min) }}</span>
        <span class="acts">
          <button class="plain" @click="open(day)">edit</button>
          <button class="plain" @click="exportDay(day)">export</button>
          <a :href="`/api/outings/${day.id}/export.zip`" download :aria-label="`export ${day.title} with its pictures`"
            >with its pictures</a
          >
        </span>
      </div>
      <ul class="places">
        <li v-for="tool in tools" :key="tool.name">
          <RouterLink :to="{ name: tool.name, params: { id: day.id } }">{{ tool.label }}</RouterLink>
          <span class="state" :class="{ warns: tool.warns }">{{ tool.state ?? (day.situations.length ? "…" : "") }}</span>
        </li>
        <li v-if="glance">
          <RouterLink v-if="toMake" :to="{ name: 'bench', params: { id: toMake.id } }">cards</RouterLink><b v-else>cards</b>
          <span class="state">{{ glance.tools.cards }} of {{ day.situations.length }} made</span>
        </li>
      </ul>
      <OneLine v-if="!waiting" :key="day.id" :busy="busy" @begin="(told) => begin(day, told)">
        <button class="button" type="button" @click="begin(day, { document: {} })">Add a situation</button>
      </OneLine>
      <DayTide
        v-if="day.situations.length"
        v-slot="{ row, grip, clock }"
        :situations="day.situations"
        :sun="sun ?? null"
        @move="move"
        @add="begin(day, { document: {} }, $event)"
      >
        <Picture
          :row="row"
          :grip="grip"
          :clock="clock"
          :glance="glance?.pictures.find((p) => p.situation === row.id)"
          :kit="`${bodyName(row.body)}, ${lensName.get(row.lens) ?? row.lens}`"
          @duplicate="run(take(client.POST('/api/situations/{pk}/duplicate', pk(row.id))))"
          @remove="removeRow(row)"
        />
      </DayTide>
      <p v-else class="reason">Nothing hangs along this day yet.</p>
      <NightSheet v-if="day.lies && day.utc_offset_min !== null" :key="`night ${day.id}`" :day="day" />
      <NightsSheet v-if="day.lies && day.utc_offset_min !== null" :key="`nights ${day.id}`" :day="day" />
      <div class="foot">
        <p class="reason">
          <template v-for="turn in turns" :key="turn">{{ turn }}. </template>
          <template v-if="sun">{{ sun.told }} Each lies so many stops under the open sky, or over it. </template>
          <span v-if="day.situations.length" class="by-mouse"
            >Drag an hour along the day to move it; press the band to add one at that hour.</span
          >
        </p>
        <p class="acts">
          <button class="button" @click="pick(day)">Read one from a file</button>
        </p>
      </div>
    </section>
    <nav v-if="(days?.length ?? 0) > 1" class="others" aria-label="other days">
      <span class="label">other days</span>
      <RouterLink v-for="d in days?.filter((one) => one.id !== day?.id)" :key="d.id" :to="{ name: 'day', params: { id: d.id } }"
        >{{ d.title }} <span class="quiet">{{ d.day }}</span></RouterLink
      >
    </nav>
    <p class="acts below">
      <button class="button" :class="{ strong: !days?.length }" @click="open()">New outing</button>
      <button class="button" @click="pick(null)">Import a day</button>
      <input
        ref="picker"
        type="file"
        accept=".json,application/json,.zip,application/zip"
        class="visually-hidden"
        tabindex="-1"
        aria-label="file"
        @change="importFile"
      />
    </p>
    <p class="visually-hidden" aria-live="polite">{{ said }}</p>
    <DayForm v-if="form" :day="form.day" @done="saved" @cancel="form = null" @remove="removeDay" />
  </main>
</template>

<style scoped>
.title {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  align-items: baseline;
  border: 0;
}
.where {
  font:
    italic 400 16px/22px "Literata Variable",
    serif;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  align-items: center;
}
.acts a {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
.acts button,
.past button {
  min-height: 44px;
}
.title .acts {
  margin-left: auto;
}
.places {
  list-style: none;
  margin: 0 0 14px;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 34px;
  border-bottom: 1px var(--ruled) var(--rule);
}
.places li {
  display: flex;
  gap: 5px;
  align-items: center;
  min-height: 44px;
}
.places a,
.places b {
  font-weight: 600;
}
.places a {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
.state {
  color: var(--second);
}
.state.warns {
  color: var(--binding);
}
.past {
  border: 1px dashed var(--ink);
  padding: 0 12px;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 48px;
  justify-content: space-between;
  align-items: center;
  padding: 8px 0 18px;
}
.others {
  display: flex;
  flex-wrap: wrap;
  gap: 0 24px;
  align-items: center;
  border-top: 1px var(--ruled) var(--rule);
}
.others a {
  min-height: 44px;
  display: inline-flex;
  gap: 8px;
  align-items: center;
}
@media (max-width: 932px) {
  .by-mouse {
    display: none;
  }
}
.empty {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  padding-bottom: 12px;
}
</style>
