<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { useEventListener, useMediaQuery } from "@vueuse/core";
import MiniSearch from "minisearch";
import { computed, onBeforeUnmount, ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import { client, ProblemError, take, type Configured } from "@/api/client";
import { keyOf, nowKnown } from "@/api/keys";
import { useDialect, useGuide, useHeld, useOutings } from "@/api/queries";
import { offer } from "@/keys/actions";
import GoneKit from "../bench/GoneKit.vue";
import { useBench, whole } from "../bench/useBench";
import Conflict from "../Conflict.vue";
import Limits from "./Limits.vue";
import { useNaming } from "./naming";
import SettingRow from "./SettingRow.vue";
import TickStrip from "./TickStrip.vue";
import SidePane from "./SidePane.vue";
import { useFilter } from "./useFilter";
import Tick from "@/fields/Tick.vue";
import Written from "@/fields/Written.vue";

const props = defineProps<{ id: number }>();
const bench = useBench(props.id, whole);
const { document, setup, errors, saved, savedAt, theirs, missing, steps, kit, gone, change, undo, redo, settle } = bench;
const body = computed(() => document.value?.body ?? "");
const { data: guide } = useGuide();
const { data: dialect } = useDialect(body);
const { data: state } = useHeld(body);
const { data: outings } = useOutings();
const { settings, neutral, own, place, said, groupName } = useNaming(guide, dialect);
const wide = useMediaQuery("(min-width: 761px)");
/** On a phone what differs folds by what it belongs to; what was asked for lies open. */
const folds = computed(() => !wide.value && !asking.value);
const queries = useQueryClient();
const { filter, asking } = useFilter();
const route = useRoute();
const router = useRouter();

/** A setting that is not as the body came, or that a hand set. */
const differs = (row: Configured): boolean => row.value !== row.default || row.origin === "locked";
const others = computed(() =>
  (outings.value ?? []).flatMap((day) => day.situations.filter((s) => s.id !== props.id).map((s) => ({ ...s, day: day.title }))),
);
/** What the settings may be held against. */
const besides = computed(() => [
  { value: "default", shown: "the body as it came" },
  { value: "held", shown: "what the body holds" },
  ...others.value.map((s) => ({ value: `setup-${s.id}`, shown: `${s.starts_at} ${s.title}` })),
]);
const otherId = computed(() => Number(/^setup-(\d+)$/.exec(filter.value.against)?.[1] ?? 0));
const { data: otherSetup, isError: otherFails } = useQuery({
  queryKey: computed(() => keyOf("setup", otherId.value)),
  queryFn: () => take(client.GET("/api/situations/{pk}/setup.json", { params: { path: { pk: otherId.value } } })),
  enabled: computed(() => otherId.value > 0),
});
/** What a setting is held against: the body as it came, another setup, or what the body is believed to hold. */
function against(slug: string, row: Configured): string | undefined {
  const how = filter.value.against;
  if (!how) return undefined;
  if (how === "default") return row.default_shown;
  if (how === "held") {
    const held = state.value?.held[slug];
    return held ? shownOf(slug, held.value) : "unknown";
  }
  return otherSetup.value ? (otherSetup.value.configuration[slug]?.shown ?? "") : undefined;
}
function shownOf(slug: string, value: unknown): string {
  const row = setup.value?.configuration[slug];
  const found = row?.offered.find((c) => c.value === value) ?? settings.value.get(slug)?.values.find((c) => c.value === value);
  if (row && row.value === value) return row.shown;
  return found?.shown ?? String(value);
}

const open = ref<string | null>(typeof route.query.open === "string" ? route.query.open : null);
const rows = computed(() => Object.entries(setup.value?.configuration ?? {}));
const index = computed(() => {
  const made = new MiniSearch<{ id: string; own: string; neutral: string; value: string; place: string }>({
    fields: ["own", "neutral", "value", "place"],
  });
  made.addAll(
    rows.value.map(([slug, row]) => ({
      id: slug,
      own: own(slug),
      neutral: neutral(slug),
      value: row.shown,
      place: place(slug),
    })),
  );
  return made;
});
const shown = computed(() => {
  const f = filter.value;
  const text = f.text.trim();
  const hits = text
    ? new Set(index.value.search(text, { prefix: true, fuzzy: 0.2, combineWith: "AND" }).map((h) => h.id as string))
    : null;
  return rows.value.filter(([slug, row]) => {
    const words = settings.value.get(slug);
    if (!asking.value && !differs(row) && open.value !== slug) return false;
    if (hits && !hits.has(slug)) return false;
    if (f.group && words?.group !== f.group) return false;
    if (f.reach && row.reach !== f.reach) return false;
    if (f.origin && row.origin !== f.origin) return false;
    const other = against(slug, row);
    return !(f.only && other !== undefined && other === row.shown);
  });
});
const groups = computed(() => {
  const made: { group: string; rows: [string, Configured][] }[] = [];
  for (const row of shown.value) {
    const group = settings.value.get(row[0])?.group ?? "";
    const last = made[made.length - 1];
    if (last?.group === group) last.rows.push(row);
    else made.push({ group, rows: [row] });
  }
  return made;
});

function pick(slug: string): void {
  open.value = slug;
  requestAnimationFrame(() => window.document.querySelector<HTMLElement>(`[data-setting="${slug}"]`)?.focus());
}
const settingErrors = computed(() =>
  Object.fromEntries(
    Object.entries(errors.value)
      .filter(([at]) => at.startsWith("/settings/"))
      .map(([at, text]) => [at.split("/")[2] ?? "", text]),
  ),
);
/** Settings held by hand that this body cannot take, and that have no row to show their error at. */
const stray = computed(() =>
  Object.entries(settingErrors.value).filter(([slug]) => !setup.value?.configuration[slug] || open.value !== slug),
);
function set(values: Record<string, string | number | null>): void {
  change((d) => {
    const next: Record<string, string | number> = { ...d.settings };
    for (const [slug, value] of Object.entries(values)) {
      if (value === null) delete next[slug];
      else next[slug] = value;
    }
    d.settings = next;
  });
}
const habitsOf = (slug: string) => (guide.value?.habits ?? []).filter((h) => settings.value.get(slug)?.habits.includes(h.slug));
/** Answer a habit for this situation only; null leaves it to the profile again. */
function answer(habit: string, way: string | null): void {
  change((d) => {
    const next = { ...d.habits };
    if (way) next[habit] = way;
    else delete next[habit];
    d.habits = next;
  });
}
const holdError = ref("");
async function hold(values: Record<string, string | number | null>, verified: boolean): Promise<void> {
  holdError.value = "";
  try {
    const answer = await take(
      client.PUT("/api/kit/bodies/{slug}/state", { params: { path: { slug: body.value } }, body: { values, verified } }),
    );
    await nowKnown(queries, keyOf("held", body.value), answer);
  } catch (error) {
    holdError.value = error instanceof ProblemError ? error.message : "The server cannot be reached; nothing was written down.";
  }
}
const holdAll = (): Promise<void> => hold(Object.fromEntries(shown.value.map(([slug, row]) => [slug, row.value])), true);

function step(by: number): void {
  const lines = [...window.document.querySelectorAll<HTMLElement>(".line")];
  const at = lines.indexOf(window.document.activeElement as HTMLElement);
  lines[Math.max(0, Math.min(lines.length - 1, at + by))]?.focus();
}
const leave = offer([
  { id: "undo", label: "Undo", keys: "z", run: () => void undo() },
  { id: "redo", label: "Redo", keys: "Shift+Z", run: redo },
  { id: "down", label: "Next setting", keys: "j", run: () => step(1) },
  { id: "up", label: "Setting before", keys: "k", run: () => step(-1) },
  {
    id: "search",
    label: "Search these settings",
    keys: "s",
    run: () => window.document.querySelector<HTMLElement>("#search")?.focus(),
  },
  { id: "bench", label: "To the bench", keys: "e", run: () => void router.push({ name: "bench", params: { id: props.id } }) },
]);
onBeforeUnmount(() => {
  leave();
  void bench.put();
});
useEventListener(window, "beforeunload", () => void bench.put());
const bodyName = computed(() => kit.value?.bodies.find((b) => b.slug === body.value)?.document.name ?? body.value);
</script>

<template>
  <Teleport to="#head-place">
    <span v-if="document" class="place">
      <RouterLink :to="{ name: 'bench', params: { id } }"
        >{{ document.starts_at.slice(0, 5) }}&ensp;{{ document.title }}</RouterLink
      >
      <span class="quiet" role="status">{{ saved === "saved" ? `saved ${savedAt}` : saved }}</span>
    </span>
  </Teleport>
  <main v-if="missing" class="empty">
    <p>This situation is not here. <RouterLink :to="{ name: 'outings' }">Go to your outings</RouterLink></p>
  </main>
  <main v-else-if="document && guide" class="whole">
    <h1 class="visually-hidden">All settings: {{ document.title }}</h1>
    <Conflict v-if="saved === 'conflict' && theirs" :mine="document" :theirs="theirs" @settle="settle" />
    <aside class="filters" aria-label="what is shown">
      <h2>Shown</h2>
      <label class="field"
        ><span class="label">search</span><Written id="search" v-model="filter.text" type="search" placeholder="any word of it"
      /></label>
      <Limits v-model="filter" :guide="guide" :besides="besides" :open="wide" />
      <p class="quiet count" role="status">
        {{ shown.length }} of {{ rows.length }} settings of {{ bodyName
        }}<template v-if="!asking">, those that differ from the box</template>
      </p>
      <Tick v-model="filter.all">all {{ rows.length }}</Tick>
      <p v-if="otherFails" class="error" role="alert">That setup cannot be computed as it stands.</p>
      <button v-if="shown.length" class="plain tool" @click="holdAll">All shown are set so on the body</button>
      <p v-if="holdError" class="error" role="alert">{{ holdError }}</p>
      <div class="tools">
        <button class="button" :disabled="!steps.undo && !steps.server" @click="undo">Undo</button>
        <button class="button" :disabled="!steps.redo" @click="redo">Redo</button>
      </div>
      <RouterLink class="tool" :to="{ name: 'walk', params: { id } }">The way through the menus</RouterLink>
      <RouterLink class="tool" :to="{ name: 'fits', params: { id } }">Does another’s fit me?</RouterLink>
      <RouterLink class="tool" :to="{ name: 'body', params: { slug: body } }">The body's own words and state</RouterLink>
    </aside>
    <section v-if="setup" class="list" :class="{ tight: !asking }" aria-label="settings">
      <TickStrip :rows="rows" :differs="differs" :named="(slug) => own(slug) || neutral(slug)" @pick="pick" />
      <div v-for="[slug, text] in stray" :key="slug" class="error stray" role="alert">
        {{ neutral(slug) }}: {{ text }}
        <button class="plain" @click="set({ [slug]: null })">let go of it</button>
      </div>
      <component
        :is="folds ? 'details' : 'section'"
        v-for="part in groups"
        :key="part.rows[0]?.[0]"
        class="part"
        :class="{ fold: folds }"
        :open="folds ? part.rows.some(([slug]) => slug === open) || undefined : undefined"
      >
        <summary v-if="folds">
          {{ groupName(part.group) }} <span class="quiet count">{{ part.rows.length }}</span>
        </summary>
        <h2 v-else>{{ groupName(part.group) }}</h2>
        <SettingRow
          v-for="[slug, row] in part.rows"
          :key="slug"
          :slug="slug"
          :body="body"
          :row="row"
          :words="settings.get(slug)"
          :own="own(slug)"
          :place="place(slug)"
          :say="said"
          :open="open === slug"
          :tight="!asking"
          :other="against(slug, row)"
          :held="state?.held[slug]"
          :held-shown="state?.held[slug] ? shownOf(slug, state.held[slug].value) : ''"
          :error="settingErrors[slug]"
          :unused="setup?.unused.find((one) => one.setting === slug)"
          :habits="habitsOf(slug)"
          :answers="document.habits ?? {}"
          @answer="answer"
          @toggle="open = open === slug ? null : slug"
          @set="(value) => set({ [slug]: value })"
          @hold="(value, verified) => hold({ [slug]: value }, verified)"
        >
          <template #dial
            ><RouterLink :to="{ name: 'bench', params: { id } }">hold it at the bench, where it costs stops</RouterLink></template
          >
        </SettingRow>
      </component>
      <p v-if="!groups.length" class="reason">
        Nothing here fits what is asked for on the left. Take one of the limits away, or search another word.
      </p>
    </section>
    <section v-else class="list">
      <GoneKit :id="id" :gone="gone" />
      <p v-for="(sentence, at) in errors" :key="at" class="error" role="alert">
        {{ sentence }}
        <button v-if="String(at).startsWith('/settings/')" class="plain" @click="set({ [String(at).split('/')[2] ?? '']: null })">
          let go of it
        </button>
      </p>
    </section>
    <SidePane v-if="setup" :setup="setup" :guide="guide" :neutral="neutral" :own="own" @set="set" />
  </main>
</template>

<style scoped>
.place {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  align-items: baseline;
}
.empty {
  padding: 48px 24px;
}
.whole {
  display: grid;
  grid-template-columns: 204px minmax(0, 1fr) 264px;
  gap: 0 30px;
  padding: 0 24px 48px;
}
.filters {
  position: sticky;
  top: 0;
  align-self: start;
}
.filters :deep(.field) {
  display: grid;
  grid-template-columns: 72px minmax(0, 1fr);
  gap: 8px;
  min-height: 36px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
}
@media (min-width: 761px) {
  .filters :deep(.fold > summary) {
    display: none;
  }
}
.filters :deep(.choice) {
  font-weight: 560;
}
.count {
  padding: 10px 0;
}
summary > .count {
  padding: 0 8px;
}
.tool {
  display: block;
  min-height: 36px;
  font-size: 13px;
  margin-right: 18px;
}
.tools {
  display: flex;
  gap: 12px;
  padding-bottom: 10px;
}
.list {
  min-width: 0;
}
/* What differs stands close, in columns; the one that is open has a column's width for its whole reason. */
.tight {
  columns: 3 240px;
  column-gap: 24px;
}
.tight > :deep(.ticks),
.tight > .stray {
  column-span: all;
}
.tight .part {
  break-inside: avoid-column;
}
.stray {
  border: 1px dashed var(--error);
  padding: 8px 12px;
  margin-top: 12px;
}
@media (max-width: 1100px) {
  .whole {
    grid-template-columns: 220px minmax(0, 1fr);
  }
  .whole > :deep(.side) {
    grid-column: 1 / -1;
  }
}
@media (max-width: 760px) {
  .whole {
    grid-template-columns: minmax(0, 1fr);
    padding: 0 16px 48px;
  }
  .filters {
    position: static;
  }
  .filters :deep(.field) {
    min-height: 44px;
  }
}
</style>
