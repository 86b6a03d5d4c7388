<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { useLocalStorage, useMediaQuery } from "@vueuse/core";
import MiniSearch from "minisearch";
import { computed, nextTick, onUnmounted, ref, watch } from "vue";
import { useRouter } from "vue-router";
import { client, take } from "@/api/client";
import { keyOf } from "@/api/keys";
import { useDialect, useGuide, useKit, useMe, useNames } from "@/api/queries";
import { offer } from "@/keys/actions";
import { useNaming } from "../settings/naming";
import Touches from "./Touches.vue";
import { spaced } from "@/words";
import Choice from "@/fields/Choice.vue";
import { pieces } from "@/fields/options";
import Written from "@/fields/Written.vue";

const props = defineProps<{ slug?: string }>();
const { data: guide } = useGuide();
const { data: kit } = useKit();
const { data: me } = useMe();
const names = useNames();
const chosenBody = useLocalStorage("aperture.guide.body", "");
const body = computed(() => {
  const bodies = kit.value?.bodies ?? [];
  return bodies.some((b) => b.slug === chosenBody.value) ? chosenBody.value : (bodies[0]?.slug ?? "");
});
const { data: dialect } = useDialect(body);
const { settings, neutral, own, place, groupName } = useNaming(guide, dialect);
const router = useRouter();
const text = ref("");

const index = computed(() => {
  const made = new MiniSearch<{ id: string; label: string; own: string; called: string; meaning: string }>({
    fields: ["label", "own", "called", "meaning"],
    searchOptions: { boost: { label: 3, own: 3, called: 4 } },
  });
  made.addAll(
    [...settings.value.values()].map((s) => ({
      id: s.slug,
      label: s.label,
      own: own(s.slug),
      called: s.called.join(", "),
      meaning: s.meaning,
    })),
  );
  return made;
});
const found = computed(() => {
  const all = [...settings.value.values()];
  if (!text.value.trim()) return all;
  const named = text.value.trim().toLowerCase();
  const exactly = all.filter((s) => [s.label, own(s.slug), ...s.called].some((word) => word.toLowerCase() === named));
  const near = index.value
    .search(text.value, { prefix: true, fuzzy: 0.2, combineWith: "AND" })
    .map((hit) => settings.value.get(hit.id as string))
    .filter((s) => !!s);
  return [...new Set([...exactly, ...near])];
});
const groups = computed(() => {
  const made = new Map<string, typeof found.value>();
  for (const s of found.value) made.set(s.group, [...(made.get(s.group) ?? []), s]);
  return [...made.entries()];
});

/** Beside the list the first setting is open; on a phone the list stands alone until one is chosen. */
const beside = useMediaQuery("(min-width: 761px)");
const setting = computed(() => settings.value.get(props.slug || (beside.value ? (found.value[0]?.slug ?? "") : "")));
const dependencies = computed(() =>
  (guide.value?.dependencies ?? []).filter((d) => setting.value?.dependencies.includes(d.slug)),
);
const habits = computed(() => (guide.value?.habits ?? []).filter((h) => setting.value?.habits.includes(h.slug)));
const bundles = computed(() => (guide.value?.bundles ?? []).filter((b) => setting.value?.bundles.includes(b.slug)));
const { data: uses } = useQuery({
  queryKey: computed(() => keyOf("uses", setting.value?.slug)),
  queryFn: () => take(client.GET("/api/settings/{slug}/uses", { params: { path: { slug: setting.value?.slug ?? "" } } })),
  enabled: computed(() => !!me.value?.name && !!setting.value),
});
const tally = computed(() => {
  const made = new Map<string, NonNullable<typeof uses.value>>();
  for (const use of uses.value ?? []) {
    const key = use.problem || use.shown;
    made.set(key, [...(made.get(key) ?? []), use]);
  }
  return [...made.entries()];
});
watch(
  () => props.slug,
  async () => {
    await nextTick();
    if (props.slug) window.document.querySelector<HTMLElement>("#setting")?.focus();
  },
);
/** Long words in plain: what a reach means in three words. */
const TOUCHES: Record<string, string> = {
  raw: "Yes, the raw itself.",
  meter: "Yes, by what is exposed.",
  file: "No, the finished file only.",
  preview: "No, only what you see.",
  focus: "Its sharpness, not its values.",
  handling: "No, only the handling.",
  safety: "No, it guards data, kit or people.",
};
onUnmounted(
  offer([
    {
      id: "search",
      label: "Search the settings guide",
      keys: "s",
      run: () => window.document.querySelector<HTMLElement>("#look-up")?.focus(),
    },
  ]),
);
function first(): void {
  const hit = found.value[0];
  if (hit) void router.push({ name: "guide", params: { slug: hit.slug } });
}
</script>

<template>
  <main v-if="guide" class="guide" :class="{ chosen: setting }">
    <aside class="index" aria-label="all settings">
      <h2>Settings guide</h2>
      <label class="visually-hidden" for="look-up">search settings</label>
      <Written
        id="look-up"
        v-model="text"
        class="find"
        type="search"
        placeholder="a setting, in your words or ours"
        @keydown.enter.prevent="first"
      />
      <nav aria-label="settings">
        <details v-for="[group, list] in groups" :key="group" :open="!!text.trim() || group === setting?.group">
          <summary>
            {{ groupName(group) }} <span class="quiet">{{ list.length }}</span>
          </summary>
          <RouterLink v-for="s in list" :key="s.slug" :to="{ name: 'guide', params: { slug: s.slug } }" class="entry">
            {{ s.label }}<span v-if="own(s.slug)" class="quiet">{{ own(s.slug) }}</span>
          </RouterLink>
        </details>
      </nav>
      <p v-if="!groups.length" class="reason">No setting is called that, in our words or this body's.</p>
    </aside>
    <article v-if="setting" class="page">
      <RouterLink class="back" :to="{ name: 'guide', params: { slug: '' } }">all settings</RouterLink>
      <h1 id="setting" tabindex="-1">{{ setting.label }}</h1>
      <p class="quiet">
        {{ groupName(setting.group)
        }}<template v-if="setting.decision">, set by the decision on {{ names.decision(setting.decision) }}</template>
      </p>
      <div class="answer">
        <p class="label">does this touch my raw?</p>
        <p class="big">{{ TOUCHES[setting.reach] }}</p>
        <Touches :reach="setting.reach" :also="setting.also" />
        <p class="reason">
          {{ setting.touches
          }}<template v-if="setting.also.length">
            It reaches the {{ setting.also.map(spaced).join(" and the ") }} as well.</template
          >
        </p>
      </div>
      <p class="reason">{{ setting.meaning }}</p>

      <section v-if="kit?.bodies.length">
        <h2>In my menus</h2>
        <label class="field"
          ><span class="label">body</span>
          <Choice
            name="body"
            :model-value="body"
            :options="pieces(kit.bodies)"
            @update:model-value="(slug) => (chosenBody = slug)"
        /></label>
        <p v-if="own(setting.slug)">
          <b>{{ own(setting.slug) }}</b> <span class="quiet">under {{ place(setting.slug) }}</span>
        </p>
        <p v-else class="reason">
          This body has no word for it yet.
          <RouterLink :to="{ name: 'body', params: { slug: body } }">Write its words down</RouterLink>, if it has the setting.
        </p>
      </section>

      <section>
        <h2>Values</h2>
        <p v-if="setting.values.length">{{ setting.values.map((v) => v.shown).join(", ") }}</p>
        <p v-else>A number, as the body's dial has it.</p>
        <p class="quiet">as most bodies come: {{ setting.default_shown }}</p>
      </section>

      <section v-if="setting.needs.length || setting.after.length || dependencies.length">
        <h2>What goes with it</h2>
        <p v-for="need in setting.needs" :key="need"><span class="label">only where</span> {{ need }}</p>
        <p v-for="after in setting.after" :key="after.reason">
          <span class="label">open only after</span>
          <RouterLink :to="{ name: 'guide', params: { slug: after.setting } }">{{ neutral(after.setting) }}</RouterLink>:
          {{ after.reason }}
        </p>
        <div v-for="d in dependencies" :key="d.slug" class="rule">
          <p class="reason">{{ d.reason }}</p>
          <p class="small">
            <template v-if="d.settings.length > 1"
              ><span class="label">with</span>{{ " "
              }}<template v-for="(other, k) in d.settings.filter((s) => s !== setting?.slug)" :key="other"
                ><template v-if="k">, </template
                ><RouterLink :to="{ name: 'guide', params: { slug: other } }">{{ neutral(other) }}</RouterLink></template
              ></template
            >
            <span class="label">a way out</span> {{ d.way_out
            }}<template v-if="d.applies">&ensp;<span class="label">when</span> {{ d.applies }}</template>
          </p>
        </div>
      </section>

      <section v-if="habits.length">
        <h2>Where photographers differ</h2>
        <div v-for="habit in habits" :key="habit.slug">
          <h3>{{ habit.question }}</h3>
          <p v-for="way in habit.ways" :key="way.slug" class="way">
            <b>{{ way.label }}</b><span class="small">wins when: {{ way.wins_when }}; costs: {{ way.costs }}</span>
          </p>
        </div>
      </section>

      <section v-if="bundles.length">
        <h2>Helps only as a whole</h2>
        <p v-for="bundle in bundles" :key="bundle.slug" class="reason">
          <b>{{ bundle.label }}:</b> {{ bundle.helps }} {{ bundle.why_whole }}
        </p>
      </section>

      <section v-if="me?.name">
        <h2>In my setups</h2>
        <p v-if="uses && !uses.length" class="reason">You have no situations yet; each will show its value here.</p>
        <div v-for="[value, list] in tally" :key="value" class="use">
          <b>{{ value }}</b>
          <ul>
            <li v-for="use in list" :key="use.situation">
              <RouterLink :to="{ name: 'settings', params: { id: use.situation }, query: { open: slug, find: setting.label } }">{{
                use.title
              }}</RouterLink>
            </li>
          </ul>
        </div>
      </section>
    </article>
  </main>
</template>

<style scoped>
.guide {
  display: grid;
  grid-template-columns: 320px minmax(0, 1fr);
  gap: 0 48px;
  padding: 0 24px 48px;
}
.index {
  max-height: calc(100vh - 60px);
  overflow-y: auto;
  position: sticky;
  top: 0;
}
:deep(.find) {
  border-bottom: 1px solid var(--ink);
  min-height: 44px;
  font-size: 15px;
}
h3 {
  font: 600 12px/18px "Archivo Variable";
  color: var(--second);
  padding-top: 14px;
}
summary {
  min-height: 40px;
  display: flex;
  justify-content: space-between;
  align-items: center;
  font-weight: 600;
  cursor: pointer;
  border-bottom: 1px var(--ruled) var(--rule);
}
summary:hover {
  background: var(--raised);
}
details[open] > summary {
  border-bottom-color: var(--ink);
}
.entry {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: center;
  min-height: 30px;
  border-bottom: 1px var(--ruled) var(--rule);
  text-decoration: none;
}
.entry .quiet {
  font-size: 13px;
  text-align: right;
}
.entry.router-link-exact-active {
  font-weight: 640;
  background: var(--raised);
}
.page {
  max-width: 720px;
  padding-top: 18px;
}
h1 {
  font: 600 30px/36px "Archivo Variable";
  font-stretch: 88%;
}
h1::first-letter {
  text-transform: uppercase;
}
h1:focus-visible {
  outline: none;
}
.answer {
  border-top: 1px solid var(--ink);
  border-bottom: 1px solid var(--ink);
  padding: 10px 0 12px;
  margin: 14px 0;
}
.big {
  font: 600 22px/28px "Archivo Variable";
  font-stretch: 90%;
}
.field {
  display: flex;
  gap: 12px;
  min-height: 44px;
  align-items: center;
}
.rule {
  padding: 8px 0;
  border-bottom: 1px var(--ruled) var(--rule);
}
.small {
  font-size: 13px;
  line-height: 18px;
}
.small .label {
  margin-left: 8px;
}
.small .label:first-child {
  margin-left: 0;
}
.way {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: 12px;
  padding: 5px 0;
}
.way .small {
  color: var(--second);
}
.use {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: 12px;
  padding: 5px 0;
  border-bottom: 1px var(--ruled) var(--rule);
}
.use ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.back {
  display: none;
}
@media (max-width: 760px) {
  .guide {
    grid-template-columns: minmax(0, 1fr);
    padding: 0 16px 48px;
  }
  .index {
    position: static;
    max-height: none;
  }
  .guide.chosen .index {
    display: none;
  }
  .back {
    display: inline-flex;
  }
  summary {
    min-height: 44px;
  }
  .guide .index .entry {
    display: flex;
    min-height: 44px;
  }
  .way,
  .use {
    grid-template-columns: 1fr;
    gap: 0;
  }
}
</style>
