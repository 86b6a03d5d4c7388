<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, nextTick, onUnmounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { client, newerIn, ProblemError, take, type Schemas } from "@/api/client";
import { keyOf, nowKnown } from "@/api/keys";
import { useDialect, useGuide, useHeld, useKit } from "@/api/queries";
import { useInTurn } from "@/api/inTurn";
import { offer } from "@/keys/actions";
import TextField from "@/fields/TextField.vue";
import Conflict from "../Conflict.vue";
import ControlsPane from "./ControlsPane.vue";
import Folded from "./Folded.vue";
import BanksPane from "./BanksPane.vue";
import OwnRules from "./OwnRules.vue";
import TraitsPane from "./TraitsPane.vue";
import HeldPane from "./HeldPane.vue";
import ListsPane from "./ListsPane.vue";
import PageSlips from "./PageSlips.vue";
import { named } from "./pages";
import PastePane from "./PastePane.vue";
import FollowsPane from "./FollowsPane.vue";
import SensorPane from "./SensorPane.vue";
import StepsPane from "./StepsPane.vue";
import TrafficPane from "./TrafficPane.vue";
import Choice from "@/fields/Choice.vue";
import { listed, orNone } from "@/fields/options";
import Written from "@/fields/Written.vue";

type Entry = { setting: string; label: string; menu: string[]; values: Record<string, string> };
const props = defineProps<{ slug: string }>();
const { data: kit } = useKit();
const { data: guide } = useGuide();
const { data: stored, isError } = useDialect(() => props.slug);
const { data: state } = useHeld(() => props.slug);
const queries = useQueryClient();
const entries = ref<Entry[]>([]);
const version = ref("");
const errors = ref<Record<string, string>>({});
const said = ref("");
const theirs = ref<Schemas["DialectForm"] | null>(null);
const past = ref<Entry[][]>([]);
const copy = (list: Entry[]): Entry[] => JSON.parse(JSON.stringify(list)) as Entry[];
const plain = (form: Schemas["DialectForm"]): Entry[] =>
  (form.entries ?? []).map((e) => ({ setting: e.setting ?? "", label: e.label, menu: [...e.menu], values: { ...e.values } }));
watch(
  stored,
  (found) => {
    if (found && found.version !== version.value) [entries.value, version.value] = [plain(found.document), found.version];
  },
  { immediate: true },
);
const piece = computed(() => kit.value?.bodies.find((b) => b.slug === props.slug));
const missing = computed(() => {
  const named = new Set(entries.value.map((e) => e.setting));
  return (guide.value?.settings ?? []).filter((s) => !named.has(s.slug));
});
const labels = computed(() => new Map((guide.value?.settings ?? []).map((s) => [s.slug, s.label])));
/** Rows under the pages they stand on; a page is named where it begins. */
const rows = computed(() =>
  entries.value.map((entry, k) => {
    const before = entries.value[k - 1]?.menu ?? [];
    const same = entry.menu.findIndex((page, depth) => page !== before[depth]);
    return { entry, k, pages: same < 0 && entry.menu.length === before.length ? [] : entry.menu.slice(Math.max(0, same)) };
  }),
);

const route = useRoute();
const router = useRouter();
/** The page that lies open: what the address says, else the first; or all of them. */
const every = computed(() => route.query.page === "all");
const page = computed(() => {
  const asked = String(route.query.page ?? "");
  return entries.value.some(({ menu }) => named(menu) === asked) ? asked : named(entries.value[0]?.menu ?? []);
});
const turnTo = (name: string): void => void router.replace({ query: { ...route.query, page: name || undefined } });
/** What was just changed stays in sight, on whatever page it stands now. */
const follow = (menu: string[]): void => void (every.value || turnTo(named(menu)));
/** Lines of the page that lies open, under the names of its pages. */
const lines = computed(() => {
  if (every.value) return rows.value;
  const here = rows.value.filter(({ entry }) => named(entry.menu) === page.value);
  return here.map((row, k) => ({ ...row, pages: k ? [] : row.entry.menu }));
});

/** Each save is of all rows as they stand here, based on the version that the save before it made; none while a conflict is open. */
const put = useInTurn(
  () => `dialect-${props.slug}`,
  async (rows: Entry[]) => {
    if (theirs.value) return;
    const answer = await take(
      client.PUT("/api/kit/bodies/{slug}/dialect", {
        params: { path: { slug: props.slug }, header: { "If-Match": version.value } },
        body: { format: "wide-aperture-dialect", version: 1, firmware: stored.value?.document.firmware ?? "", entries: rows },
      }),
    );
    version.value = answer.version;
    if (newest === rows) entries.value = plain(answer.document);
    await nowKnown(queries, keyOf("dialect", props.slug), answer);
  },
);
let newest: Entry[] = [];
/** What can be undone is remembered as it is changed, not as it is saved: undo takes back what stands on the screen. */
async function keep(next: Entry[], words: string, undoing = false): Promise<void> {
  if (!undoing) past.value = [...past.value, copy(entries.value)].slice(-100);
  entries.value = newest = next;
  errors.value = {};
  try {
    await put(next);
    said.value = words;
  } catch (error) {
    const current = newerIn<Schemas["DialectForm"]>(error);
    if (current) [theirs.value, version.value] = [current.document, current.version];
    else
      errors.value =
        error instanceof ProblemError ? { "": error.message, ...error.places } : { "": "The server cannot be reached." };
  }
}
async function took(answer: Schemas["DialectOut"]): Promise<void> {
  [entries.value, version.value] = [plain(answer.document), answer.version];
  await nowKnown(queries, keyOf("dialect", props.slug), answer);
}
function imported(answer: Schemas["DialectOut"]): void {
  past.value = [...past.value, copy(entries.value)].slice(-100);
  void took(answer);
  said.value = `${answer.document.entries?.length ?? 0} rows taken`;
}
async function settle(mine: boolean): Promise<void> {
  const other = theirs.value;
  theirs.value = null;
  if (mine || !other) void keep(copy(entries.value), "kept yours", true);
  else entries.value = plain(other);
}
async function undo(): Promise<void> {
  const before = past.value.pop();
  if (!before) return;
  await keep(before, "undone", true);
}
function edit(k: number, change: (entry: Entry) => void, words: string): void {
  const next = copy(entries.value);
  const entry = next[k];
  if (!entry) return;
  change(entry);
  if (JSON.stringify(next) !== JSON.stringify(entries.value)) void keep(next, words);
}
/** Rename a page for every row under it. */
function renamePage(k: number, depth: number, name: string): void {
  const at = entries.value[k]?.menu.slice(0, depth + 1);
  if (!at || !name || at[depth] === name) return;
  const next = copy(entries.value);
  for (const entry of next) if (at.every((page, d) => entry.menu[d] === page)) entry.menu[depth] = name;
  follow(next[k]?.menu ?? []);
  void keep(next, `page renamed to ${name}`);
}
async function move(k: number, by: number): Promise<void> {
  const to = k + by;
  if (to < 0 || to >= entries.value.length) return;
  const next = copy(entries.value);
  const [row] = next.splice(k, 1);
  const neighbour = next[by > 0 ? to - 1 : to];
  if (!row) return;
  if (neighbour && neighbour.menu.join("\n") !== row.menu.join("\n")) row.menu = [...neighbour.menu];
  next.splice(to, 0, row);
  follow(row.menu);
  await keep(next, `${row.label} moved`);
  await nextTick();
  const now = entries.value.findIndex((e) => e.label === row.label && e.setting === row.setting);
  document.querySelector<HTMLElement>(`[data-row='${now}'] input`)?.focus();
}
const remove = (k: number): void =>
  void keep(
    entries.value.filter((_, at) => at !== k),
    "row taken out",
  );
const adding = ref({ setting: "", label: "", menu: "" });
async function add(): Promise<void> {
  const { setting, label, menu } = adding.value;
  const pages = menu
    .split(/[>›]/)
    .map((page) => page.trim())
    .filter(Boolean);
  if (!label.trim() || !pages.length) {
    errors.value = { "/add": "write a label and a page, such as: Body > Upkeep" };
    return;
  }
  await keep([...copy(entries.value), { setting, label: label.trim(), menu: pages, values: {} }], `${label} written down`);
  if (Object.keys(errors.value).length) return;
  adding.value = { setting: "", label: "", menu };
  follow(pages);
}
/** Tokens of a setting's list, which a body may have words of its own for. */
const tokens = (slug: string): string[] =>
  (guide.value?.settings.find((s) => s.slug === slug)?.values ?? []).map((v) => v.value).filter((v) => typeof v === "string");
const valueWords = (entry: Entry): string =>
  Object.entries(entry.values)
    .map(([token, own]) => `${token}=${own}`)
    .join("; ");
/** What was typed as token=word; token=word. A part without a sign is kept as it is, for the server to refuse. */
function readValues(text: string): Record<string, string> {
  const pairs = text
    .split(";")
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const at = part.indexOf("=");
      return at < 0 ? [part, part] : [part.slice(0, at).trim(), part.slice(at + 1).trim()];
    });
  return Object.fromEntries(pairs) as Record<string, string>;
}
function wrong(k: number): string {
  return Object.entries(errors.value)
    .filter(([at]) => at.startsWith(`/entries/${k}/`))
    .map(([, text]) => text)
    .join("; ");
}
const loose = computed(() =>
  Object.entries(errors.value)
    .filter(([at]) => !at.startsWith("/entries/"))
    .map(([, text]) => text)
    .join("; "),
);
onUnmounted(offer([{ id: "undo-words", label: "Undo the last change of words", keys: "z", run: () => void undo() }]));
</script>

<template>
  <main v-if="isError" class="body page"><p class="reason">This body is not in your kit.</p></main>
  <main v-else-if="stored && guide" class="body page">
    <Conflict v-if="theirs" :mine="{ rows: entries.length }" :theirs="{ rows: theirs.entries?.length ?? 0 }" @settle="settle" />
    <section class="words">
      <h1>{{ piece?.document.name ?? slug }}</h1>
      <p class="reason">
        Its own words: what each menu item is called here, and where it stands. Wherever a setting is shown for this body, these
        words come first. Edit a label or a page where it stands; Alt and the arrows move a row.
      </p>
      <div class="tools">
        <button class="button" :disabled="!past.length" @click="undo">Undo</button>
        <RouterLink :to="{ name: 'first_day', params: { slug } }">The first day with it</RouterLink>
        <RouterLink :to="{ name: 'link', params: { slug } }">Plug it in</RouterLink>
        <a :href="`/api/kit/bodies/${slug}/dialect.csv`" download>Words, CSV</a>
        <a :href="`/api/kit/bodies/${slug}/dialect.json`" :download="`${slug}-words.json`">Words, JSON</a>
        <a :href="`/api/kit/bodies/${slug}/profile.json`" :download="`${slug}.json`">Body and words, JSON</a>
        <span class="quiet" role="status">{{ said }}</span>
      </div>
      <p v-if="loose" class="error" role="alert">{{ loose }}</p>
      <PageSlips
        v-if="entries.length"
        class="slips"
        :menus="entries.map((entry) => entry.menu)"
        :page="every ? '' : page"
        @turn="turnTo"
      />
      <div class="tree" role="list" aria-label="menu items">
        <template v-for="{ entry, k, pages } in lines" :key="k">
          <div v-for="(name, d) in pages" :key="`p-${k}-${d}`" role="listitem" class="leaf">
            <TextField
              :value="name"
              required
              :style="{ paddingLeft: `${(entry.menu.length - pages.length + d) * 18}px` }"
              :aria-label="`page ${entry.menu.slice(0, entry.menu.length - pages.length + d + 1).join(', ')}`"
              maxlength="80"
              @change="(typed) => renamePage(k, entry.menu.length - pages.length + d, typed)"
            />
          </div>
          <div role="listitem" class="item" :data-row="k">
            <TextField
              class="own"
              :value="entry.label"
              :style="{ paddingLeft: `${entry.menu.length * 18}px` }"
              :aria-label="`label of ${labels.get(entry.setting) ?? entry.label}`"
              maxlength="80"
              @change="(label) => edit(k, (e) => (e.label = label), 'label kept')"
              @keydown.alt.up.prevent="move(k, -1)"
              @keydown.alt.down.prevent="move(k, 1)"
            />
            <span class="quiet">{{ labels.get(entry.setting) ?? "none of ours" }}</span>
            <button class="plain" data-repeats :aria-label="`take out ${entry.label}`" @click="remove(k)">take out</button>
            <TextField
              v-if="tokens(entry.setting).length"
              class="values"
              :class="{ filled: valueWords(entry) }"
              :value="valueWords(entry)"
              :aria-label="`words for values of ${labels.get(entry.setting) ?? entry.label}`"
              :placeholder="`its words for values: ${tokens(entry.setting).slice(0, 2).join('=…; ')}=…`"
              maxlength="1000"
              @change="(text) => edit(k, (e) => (e.values = readValues(text)), 'words for values kept')"
            />
            <p v-if="wrong(k)" class="error" role="alert">{{ wrong(k) }}</p>
          </div>
        </template>
        <p v-if="!entries.length" class="reason">
          No words yet. Take the body in your hand, open its menus, and write down the items you use; or paste a list.
        </p>
      </div>
      <form class="add" @submit.prevent="add">
        <h2>Write an item down</h2>
        <label
          ><span class="label">setting</span>
          <Choice v-model="adding.setting" name="which setting" :options="orNone('none of ours', listed(missing))"
        /></label>
        <label><span class="label">its label</span><Written v-model="adding.label" maxlength="80" /></label>
        <label
          ><span class="label">its pages</span><Written v-model="adding.menu" placeholder="Body > Upkeep" maxlength="300"
        /></label>
        <button class="button">Write it down</button>
      </form>
    </section>
    <aside>
      <Folded v-if="piece" title="What it has">
        <TraitsPane :slug="slug" :body="piece.document" :version="piece.version" :guide="guide" />
        <OwnRules :slug="slug" :body="piece.document" :version="piece.version" :guide="guide" />
      </Folded>
      <Folded v-if="piece" title="Its slots">
        <BanksPane :slug="slug" :body="piece.document" :version="piece.version" :guide="guide" />
      </Folded>
      <Folded v-if="piece" title="Its controls">
        <ControlsPane :slug="slug" :body="piece.document" :version="piece.version" />
      </Folded>
      <Folded v-if="piece" title="How fast frames leave it">
        <TrafficPane :slug="slug" :body="piece.document" :version="piece.version" />
      </Folded>
      <Folded v-if="piece" title="How its autofocus runs">
        <FollowsPane :slug="slug" :body="piece.document" :version="piece.version" />
      </Folded>
      <Folded v-if="piece" title="Its sensor">
        <SensorPane :slug="slug" />
      </Folded>
      <Folded v-if="piece" title="Its own steps and presets">
        <StepsPane :slug="slug" :body="piece.document" :version="piece.version" />
      </Folded>
      <Folded v-if="piece" title="Pinned items and the short list">
        <ListsPane :slug="slug" :body="piece.document" :guide="guide" />
      </Folded>
      <Folded title="Paste or choose a list"><PastePane :slug="slug" :version="version" @taken="imported" /></Folded>
      <Folded v-if="state" title="What it is believed to hold">
        <HeldPane :slug="slug" :state="state" :guide="guide" :entries="entries" />
      </Folded>
    </aside>
  </main>
</template>

<style scoped>
/* A row that folds as the focus leaves it must not move what is being pressed beside it. */
.tree {
  overflow-anchor: none;
}
.body {
  max-width: none;
}
/* Slips of pages at the left, the one that lies open at the right; below, what else is known of the body, in columns. */
.words {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  grid-template-rows: repeat(5, auto) 1fr;
  gap: 0 40px;
}
.words > :is(h1, .reason, .tools, .error) {
  grid-column: 1 / -1;
}
.body > aside {
  columns: 3 360px;
  column-gap: 40px;
  border-top: 1px solid var(--ink);
  margin-top: 18px;
}
.body > aside > :deep(*) {
  break-inside: avoid-column;
}
.leaf input {
  font-weight: 640;
  font-stretch: 108%;
  min-height: 40px;
  border-bottom: 1px solid var(--ink);
}
.item {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 220px 70px;
  gap: 0 12px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
  min-height: 36px;
}
.item .quiet {
  font-size: 13px;
}
.item button {
  min-height: 36px;
  font-size: 13px;
  color: var(--second);
}
.own {
  min-height: 36px;
}
.values {
  display: none;
  grid-column: 1 / -1;
  padding: 0 0 8px 36px;
  font-size: 13px;
}
.item:focus-within .values,
.values.filled {
  display: block;
}
.error {
  grid-column: 1 / -1;
}
.add {
  display: grid;
  gap: 0;
  align-content: start;
}
@media (min-width: 1001px) {
  .tree {
    grid-column: 2;
    grid-row: 5 / 7;
  }
  .slips,
  .add {
    grid-column: 1;
    grid-row: 5;
  }
  .add {
    grid-row: 6;
  }
  .item {
    grid-template-columns: minmax(0, 1fr) minmax(0, 190px) 70px;
  }
}
.add label {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 8px;
  min-height: 44px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
}
.add .button {
  justify-self: start;
  margin-top: 12px;
  min-height: 44px;
}
@media (max-width: 1000px) {
  .words {
    grid-template-columns: minmax(0, 1fr);
  }
  .item {
    grid-template-columns: minmax(0, 1fr) 70px;
  }
  .item .quiet {
    grid-row: 2;
    padding-left: 36px;
  }
}
</style>
