<script setup lang="ts">
import { computed, nextTick, onUnmounted, ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { Schemas } from "@/api/client";
import { offer } from "@/keys/actions";
import Choice from "@/fields/Choice.vue";
import { listed, orNone } from "@/fields/options";
import TextField from "@/fields/TextField.vue";
import Written from "@/fields/Written.vue";
import { named } from "@/drawn/menus";
import PageSlips from "./PageSlips.vue";
import { copy, type Entry, type Words } from "./useWords";

/** The menus of a body in its own words: its pages as slips, and the lines of the one that lies open, edited where they stand. */
const props = defineProps<{ words: Words; guide: Schemas["Guide"] }>();
const { entries, errors, keep, edit, undo } = props.words;
const missing = computed(() => {
  const named = new Set(entries.value.map((e) => e.setting));
  return props.guide.settings.filter((s) => !named.has(s.slug));
});
const labels = computed(() => new Map(props.guide.settings.map((s) => [s.slug, s.label])));
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
  (props.guide.settings.find((s) => s.slug === slug)?.values ?? []).map((v) => v.value).filter((v) => typeof v === "string");
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
  <section class="words">
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
</template>

<style scoped>
/* A row that folds as the focus leaves it must not move what is being pressed beside it. */
.words {
  overflow-anchor: none;
}
/* Slips of pages at the left, the one that lies open at the right. */
.words {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  grid-template-rows: repeat(2, auto) 1fr;
  gap: 0 40px;
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
    grid-row: 2 / 4;
  }
  .slips,
  .add {
    grid-column: 1;
    grid-row: 2;
  }
  .add {
    grid-row: 3;
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
