<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { Modal } from "ant-design-vue";
import { computed, onUnmounted, ref } from "vue";
import { useRouter } from "vue-router";
import { VueDraggable } from "vue-draggable-plus";
import { client, ProblemError, take, type Schemas, type Situation } from "@/api/client";
import { useKit, useOutings, useWords } from "@/api/queries";
import { offer } from "@/keys/actions";
import { sceneAt } from "@/picture/frames";
import Still from "@/picture/Still.vue";
import TimeLine from "./TimeLine.vue";

type Day = Schemas["OutingOut"];
type Row = Schemas["SituationRow"];
const { data: days, isSuccess } = useOutings();
const { data: kit } = useKit();
const { data: words } = useWords();
const queries = useQueryClient();
const router = useRouter();
const wrong = ref("");
const gone = ref<{ text: string; back: () => Promise<unknown> } | null>(null);
type Lamps = Day["mains_hz"];
const form = ref<{
  id: number;
  title: string;
  place: string;
  day: string;
  lamps: Lamps;
  errors: Record<string, string>;
} | null>(null);
const said = ref("");

const refresh = () => queries.invalidateQueries({ queryKey: ["outings"] });
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

async function save(): Promise<void> {
  const f = form.value;
  if (!f) return;
  const body = { title: f.title, place: f.place, day: f.day, mains_hz: f.lamps };
  try {
    await take(f.id ? client.PUT("/api/outings/{pk}", { ...pk(f.id), body }) : client.POST("/api/outings", { body }));
    form.value = null;
    await refresh();
  } catch (error) {
    f.errors = error instanceof ProblemError ? error.places : { "": "The server cannot be reached." };
  }
}
async function add(day: Day): Promise<void> {
  const built = new Set(kit.value?.bodies.map((b) => b.document.fixed_lens).filter(Boolean));
  const body = kit.value?.bodies.find((b) => !b.document.fixed_lens) ?? kit.value?.bodies[0];
  const lens = body?.document.fixed_lens ?? kit.value?.lenses.find((l) => !built.has(l.slug))?.slug;
  if (!body || !lens) {
    wrong.value = "A situation needs a body and a lens: add yours under Kit first.";
    return;
  }
  const document = {
    title: "New situation",
    starts_at: "12:00",
    genre: "everyday",
    body: body.slug,
    lens,
    light: { condition: "overcast" },
  } as Situation;
  const made = await run(take(client.POST("/api/outings/{pk}/situations", { ...pk(day.id), body: document })));
  if (made) await router.push({ name: "bench", params: { id: made.id } });
}
async function removeRow(row: Row): Promise<void> {
  await run(take(client.DELETE("/api/situations/{pk}", pk(row.id))));
  gone.value = {
    text: `“${row.title}” is put aside for thirty days.`,
    back: () => take(client.POST("/api/situations/{pk}/restore", pk(row.id))),
  };
}
async function removeDay(day: Day): Promise<void> {
  await run(take(client.DELETE("/api/outings/{pk}", pk(day.id))));
  gone.value = {
    text: `“${day.title}” is put aside for thirty days.`,
    back: () => take(client.POST("/api/outings/{pk}/restore", pk(day.id))),
  };
}
async function bringBack(): Promise<void> {
  if (gone.value) await run(gone.value.back());
  gone.value = null;
}
const reorder = (day: Day, rows: Row[]) =>
  run(take(client.PUT("/api/outings/{pk}/order", { ...pk(day.id), body: { order: rows.map((r) => r.id) } })));
async function move(day: Day, k: number, by: number): Promise<void> {
  const rows = [...day.situations];
  const [row] = rows.splice(k, 1);
  if (!row || k + by < 0 || k + by > rows.length) return;
  rows.splice(k + by, 0, row);
  said.value = `${row.title} is now number ${k + by + 1}`;
  await reorder(day, rows);
  document.querySelector<HTMLElement>(`[data-situation="${row.id}"]`)?.focus();
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
async function importFile(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  if (!file) return;
  const sent = {
    body: (await file.text()) as never,
    bodySerializer: (text: unknown) => text as string,
    headers: { "Content-Type": "application/json" },
  };
  if (into.value) await run(take(client.POST("/api/outings/{pk}/situations/import", { ...pk(into.value.id), ...sent })));
  else await run(take(client.POST("/api/outings/import", sent)));
}

const genre = (slug: string) => words.value?.genres.find((g) => g.slug === slug)?.label ?? slug;
const bodyName = computed(() => new Map(kit.value?.bodies.map((b) => [b.slug, b.document.name])));
const lensName = computed(() => new Map(kit.value?.lenses.map((l) => [l.slug, l.document.name])));
const today = () => new Date().toISOString().slice(0, 10);
const open = (day?: Day) =>
  (form.value = {
    id: day?.id ?? 0,
    title: day?.title ?? "",
    place: day?.place ?? "",
    day: day?.day ?? today(),
    lamps: day?.mains_hz ?? null,
    errors: {},
  });
onUnmounted(
  offer([
    { id: "new-outing", label: "New outing", keys: "n", run: () => open() },
    { id: "import", label: "Import an outing from a file", keys: "i", run: () => pick(null) },
    { id: "undo-delete", label: "Bring back what was just put aside", keys: "z", run: () => void bringBack() },
  ]),
);
</script>

<template>
  <main class="outings">
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <p v-if="gone" class="gone" role="status">{{ gone.text }} <button class="plain" @click="bringBack">Bring it back</button></p>
    <section v-if="isSuccess && !days?.length" class="empty">
      <h1>No outing yet</h1>
      <p class="reason">
        An outing is a day with its situations along it: first light, the race, the dance floor. Each gets a setup computed for
        your body and lens.
      </p>
    </section>
    <section v-for="day in days" :key="day.id" class="day">
      <div class="title">
        <h1>{{ day.title }}</h1>
        <span class="quiet">{{ day.place }}</span><span>{{ day.day }}</span>
        <span class="acts">
          <button class="plain" @click="open(day)">edit</button>
          <RouterLink class="act" :to="{ name: 'slots', params: { id: day.id } }">slots</RouterLink>
          <RouterLink class="act" :to="{ name: 'fingers', params: { id: day.id } }">fingers</RouterLink>
          <RouterLink class="act" :to="{ name: 'traffic', params: { id: day.id } }">cards and links</RouterLink>
          <RouterLink class="act" :to="{ name: 'checks', params: { id: day.id } }">checks</RouterLink>
          <button class="plain" @click="exportDay(day)">export</button>
          <button class="plain" @click="removeDay(day)">delete</button>
        </span>
      </div>
      <TimeLine :situations="day.situations" />
      <VueDraggable
        tag="ol"
        :model-value="day.situations"
        :animation="0"
        force-fallback
        handle=".grip"
        @update:model-value="reorder(day, $event as Row[])"
      >
        <li v-for="(s, k) in day.situations" :key="s.id" :class="{ stale: s.card === 'stale' }">
          <button
            class="grip plain"
            :data-situation="s.id"
            :aria-label="`${s.title}: Alt and arrows move it`"
            @keydown.alt.up.prevent="move(day, k, -1)"
            @keydown.alt.down.prevent="move(day, k, 1)"
          >
            {{ s.starts_at }}
          </button>
          <RouterLink class="scene" :to="{ name: 'rehearse', params: { id: s.id } }" :aria-label="`rehearse ${s.title}`"
            ><Still :src="sceneAt(s.id, s.version, 144)"
          /></RouterLink>
          <RouterLink :to="{ name: 'bench', params: { id: s.id } }">{{ s.title }}</RouterLink>
          <span class="quiet">{{ genre(s.genre) }}</span>
          <span class="quiet kit">{{ bodyName.get(s.body) ?? s.body }}, {{ lensName.get(s.lens) ?? s.lens }}</span>
          <span class="state">
            <RouterLink v-if="s.card_id" :to="{ name: 'card', params: { id: s.card_id } }">{{
              s.card === "stale" ? "card is stale" : "card"
            }}</RouterLink><span v-else class="quiet">no card</span>
          </span>
          <span class="acts">
            <button class="plain" @click="run(take(client.POST('/api/situations/{pk}/duplicate', pk(s.id))))">duplicate</button>
            <button class="plain" @click="removeRow(s)">delete</button>
          </span>
        </li>
      </VueDraggable>
      <p class="acts">
        <button class="button" @click="add(day)">Add a situation</button>
        <button class="button" @click="pick(day)">Read one from a file</button>
      </p>
    </section>
    <p class="acts below">
      <button class="button strong" @click="open()">New outing</button>
      <button class="button" @click="pick(null)">Import a day</button>
      <input
        ref="picker"
        type="file"
        accept=".json,application/json"
        class="visually-hidden"
        tabindex="-1"
        aria-label="file"
        @change="importFile"
      />
    </p>
    <p class="visually-hidden" aria-live="polite">{{ said }}</p>
    <Modal
      v-if="form"
      :open="true"
      :title="form.id ? 'Outing' : 'New outing'"
      ok-text="Save"
      :transition-name="''"
      :mask-transition-name="''"
      @ok="save"
      @cancel="form = null"
    >
      <form class="form" @submit.prevent="save">
        <label for="o-title" class="label">title</label
        ><input id="o-title" v-model="form.title" class="plain box" maxlength="120" />
        <p class="error" role="alert">{{ form.errors["/title"] }}</p>
        <label for="o-place" class="label">place</label
        ><input id="o-place" v-model="form.place" class="plain box" maxlength="120" />
        <label for="o-lamps" class="label">lamps there</label
        ><select id="o-lamps" v-model="form.lamps" class="plain box">
          <option :value="null">on the mains that I usually work by</option>
          <option :value="50">on 50 Hz: they pulse 100 times a second</option>
          <option :value="60">on 60 Hz: they pulse 120 times a second</option>
        </select>
        <label for="o-day" class="label">day</label><input id="o-day" v-model="form.day" type="date" class="plain box" />
        <p class="error" role="alert">{{ form.errors["/day"] ?? form.errors[""] }}</p>
        <button type="submit" hidden>Save</button>
      </form>
    </Modal>
  </main>
</template>

<style scoped>
.outings {
  padding: 18px 24px 48px;
  display: grid;
  gap: 30px;
}
.act {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
h1 {
  font: 600 18px/24px "Archivo Variable";
  font-stretch: 112%;
}
.title {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
}
.acts {
  display: flex;
  gap: 14px;
}
.acts button,
.grip,
li a,
.gone button {
  min-height: 44px;
}
li a {
  line-height: 44px;
}
.title .acts {
  margin-left: auto;
}
ol {
  list-style: none;
  margin: 0 0 12px;
  padding: 0;
  border-top: 1px solid var(--ink);
}
li {
  display: grid;
  grid-template-columns: 56px 72px minmax(180px, 1.4fr) 96px minmax(0, 1.4fr) 96px auto;
  gap: 0 18px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--rule);
}
li.stale {
  outline: 1px dashed var(--ink);
  outline-offset: -1px;
}
li a {
  font-weight: 560;
  text-decoration: none;
}
.state a {
  text-decoration: underline;
  font-weight: 450;
}
.grip {
  cursor: grab;
  text-decoration: none;
}
.kit {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.gone {
  border: 1px dashed var(--ink);
  padding: 0 12px;
}
.below {
  flex-wrap: wrap;
}
.button {
  min-height: 44px;
}
.empty,
.form {
  display: grid;
  gap: 6px;
}
.box {
  border-bottom: 1px solid var(--ink);
  padding: 8px 0;
  min-height: 44px;
}
@media (max-width: 900px) {
  .outings {
    padding: 12px 16px 48px;
  }
  li {
    grid-template-columns: 56px 72px 1fr auto;
    gap: 0 12px;
    padding: 4px 0;
  }
  li > .quiet {
    display: none;
  }
  li .acts {
    grid-column: 2 / -1;
  }
}
li .scene {
  padding: 3px 0;
  line-height: 0;
}
</style>
