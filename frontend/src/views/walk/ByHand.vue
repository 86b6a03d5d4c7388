<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { keyOf, nowKnown } from "@/api/keys";
import { useInTurn } from "@/api/inTurn";
import Written from "@/fields/Written.vue";

type Row = Schemas["ByHandOut"];
const props = defineProps<{ rows: Row[]; words: number; slug: string; done: Record<string, boolean>; heading?: string }>();
const emit = defineEmits<{ tick: [row: Row]; written: [] }>();
const queries = useQueryClient();

const first = computed(() => props.rows.filter((row) => row.decided));
const rest = computed(() => {
  const groups = new Map<string, Row[]>();
  for (const row of props.rows.filter((one) => !one.decided)) groups.set(row.group, [...(groups.get(row.group) ?? []), row]);
  return [...groups.entries()];
});

/** The setting whose own words are being typed. */
const writing = ref("");
const label = ref("");
const pages = ref("");
const wrong = ref("");
function write(row: Row): void {
  writing.value = writing.value === row.setting ? "" : row.setting;
  label.value = pages.value = wrong.value = "";
}
const add = useInTurn(
  () => `dialect-${props.slug}`,
  async (entry: Schemas["EntryForm"]) => {
    const path = { path: { slug: props.slug } };
    const known = await take(client.GET("/api/kit/bodies/{slug}/dialect", { params: path }));
    const kept = await take(
      client.PUT("/api/kit/bodies/{slug}/dialect", {
        params: { ...path, header: { "If-Match": known.version } },
        body: { ...known.document, entries: [...(known.document.entries ?? []), entry] },
      }),
    );
    await nowKnown(queries, keyOf("dialect", props.slug), kept);
  },
);
/** Add one item to the body's own words; this is how its menus come to be known. */
async function keep(row: Row): Promise<void> {
  const menu = pages.value
    .split(/[>›]/)
    .map((part) => part.trim())
    .filter(Boolean);
  if (!label.value.trim() || !menu.length) {
    wrong.value = "write what it is called there and on which page, as Main > Exposure";
    return;
  }
  try {
    await add({ setting: row.setting, label: label.value.trim(), menu });
    writing.value = "";
    emit("written");
  } catch (error) {
    wrong.value = error instanceof ProblemError ? error.message : "The server cannot be reached.";
  }
}
</script>

<template>
  <section v-if="rows.length" :aria-label="heading ?? 'what to set by hand'">
    <h2>{{ heading ?? (words ? "Not in the menus as they are written down" : "What to set") }}</h2>
    <p v-if="!words && !heading" class="reason">
      Nobody has written down the words of this body’s menus yet, so presses cannot be counted. Here is all of it with its values,
      what the setup decides first. Where you find an item, write its name and page beside it: from then on the way there is
      computed.
    </p>
    <template v-for="[title, list] in [['the setup', first] as [string, Row[]], ...rest]" :key="title">
      <component :is="title === 'the setup' ? 'div' : 'details'" v-if="list.length" class="group">
        <component :is="title === 'the setup' ? 'h3' : 'summary'">{{ title }}, {{ list.length }}</component>
        <div v-for="row in list" :key="row.setting" class="one" :class="{ done: done[row.setting] }">
          <label>
            <b>{{ row.label }}</b>
            <span class="to"
              ><span class="quiet">{{ row.before ?? "unknown" }} →</span> <b>{{ row.shown }}</b></span
            >
            <input type="checkbox" :checked="!!done[row.setting]" @change="emit('tick', row)" />
          </label>
          <button
            class="plain"
            data-repeats
            :aria-label="`write where ${row.label} is`"
            :aria-expanded="writing === row.setting"
            @click="write(row)"
          >
            where is it?
          </button>
          <form v-if="writing === row.setting" class="words" @submit.prevent="keep(row)">
            <Written v-model="label" class="box" maxlength="80" aria-label="its name on the body" placeholder="its name there" />
            <Written v-model="pages" class="box" maxlength="200" aria-label="its pages" placeholder="Main > Exposure" />
            <button class="button" type="submit">Keep it</button>
            <span v-if="wrong" class="error" role="alert">{{ wrong }}</span>
          </form>
        </div>
      </component>
    </template>
  </section>
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 18px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
}
.one label {
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr) 44px;
  align-items: center;
  min-height: 44px;
  gap: 12px;
}
.one b {
  font-weight: 520;
}
.one > button {
  font-size: 13px;
  min-height: 44px;
}
.done b {
  color: var(--second);
}
summary {
  min-height: 44px;
  display: flex;
  align-items: center;
  cursor: pointer;
}
.words {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  padding: 4px 0 12px;
}
:deep(.box) {
  border-bottom: 1px solid var(--ink);
  min-height: 44px;
  min-width: 200px;
}
input[type="checkbox"] {
  width: 22px;
  height: 22px;
  justify-self: end;
}
@media (max-width: 640px) {
  .one label {
    grid-template-columns: minmax(0, 1fr) 44px;
  }
  .to {
    grid-row: 2;
  }
}
</style>
