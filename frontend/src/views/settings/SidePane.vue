<script setup lang="ts">
import { computed } from "vue";
import type { Schemas, Setup } from "@/api/client";

const props = defineProps<{
  setup: Setup;
  guide: Schemas["Guide"];
  neutral: (slug: string) => string;
  own: (slug: string) => string;
}>();
const emit = defineEmits<{ set: [values: Record<string, string | number | null>] }>();
const named = (slug: string): string => props.own(slug) || props.neutral(slug);
const bundles = computed(() =>
  props.setup.bundles.map((state) => ({ state, words: props.guide.bundles.find((b) => b.slug === state.bundle) })),
);
const taken = (changes: Schemas["ChangedOut"][]): void =>
  emit("set", Object.fromEntries(changes.map((c) => [c.setting, c.value])));
</script>

<template>
  <aside class="side" aria-label="what goes together">
    <h2>Does it go together?</h2>
    <p v-if="!setup.violations.length" class="reason">
      All {{ Object.keys(setup.configuration).length }} settings go together on this body.
    </p>
    <ul v-else class="broken">
      <li v-for="v in setup.violations" :key="v.rule">
        <b>{{ v.settings.map(named).join(" with ") }}</b>
        <p class="reason">{{ v.reason }}</p>
        <p class="small"><span class="label">a way out</span> {{ v.way_out }}</p>
      </li>
    </ul>
    <div v-if="setup.change.values.length" class="fix">
      <p class="label">the smallest change that clears all of it</p>
      <p v-for="c in setup.change.values" :key="c.setting">
        {{ named(c.setting) }}: <span class="was">{{ setup.configuration[c.setting]?.shown }}</span> → <b>{{ c.shown }}</b>
      </p>
      <button class="button strong" @click="taken(setup.change.values)">Change these</button>
    </div>
    <div v-if="setup.change.blocked.length" class="fix">
      <p class="label">these were set by hand and clash; let go of one</p>
      <p v-for="o in setup.change.obstacles" :key="o.setting + o.shown" class="small">
        {{ named(o.setting) }} at <b>{{ o.shown }}</b> would not do: {{ o.reason }}
      </p>
      <button v-for="slug in setup.change.blocked" :key="slug" class="plain" @click="emit('set', { [slug]: null })">
        let go of {{ named(slug) }}
      </button>
    </div>

    <p v-if="setup.change.impossible" class="reason">No other values on this body clear all of it.</p>

    <template v-if="setup.unkept.length">
      <h2>Answers of yours that this body cannot keep</h2>
      <p v-for="u in setup.unkept" :key="u.habit + u.why" class="small">
        {{ u.question }} <b>{{ u.answer }}</b>. {{ u.why }}.
      </p>
    </template>

    <h2>Only as a whole</h2>
    <details v-for="{ state, words } in bundles" :key="state.bundle" class="bundle">
      <summary>
        <span class="title">{{ words?.label }}</span>
        <span class="quiet">{{ state.lacking ? "not here" : state.holds ? "set" : `${state.changes.length} to change` }}</span>
      </summary>
      <p class="reason">{{ words?.helps }} {{ words?.why_whole }}</p>
      <p v-if="state.lacking" class="small">{{ state.lacking }}</p>
      <p v-for="c in state.changes" :key="c.setting" class="small">
        {{ named(c.setting) }}: <span class="was">{{ setup.configuration[c.setting]?.shown }}</span> → <b>{{ c.shown }}</b>
      </p>
      <p v-for="v in state.clashes" :key="v.rule" class="small clash">
        <b>{{ v.settings.map(named).join(" with ") }}</b> would clash: {{ v.reason }} <span class="label">a way out</span>
        {{ v.way_out }}
      </p>
      <p class="small"><span class="label">proof in a minute</span> {{ words?.proof }}</p>
      <button v-if="state.changes.length" class="button" @click="taken(state.sets)">Set all of it</button>
    </details>

    <h2>Handing over</h2>
    <details v-for="row in setup.handing_over" :key="row.what" class="bundle">
      <summary>
        <span class="label">{{ row.what }}</span> <b>{{ row.value }}</b>
      </summary>
      <p class="reason">{{ row.because }}</p>
    </details>
  </aside>
</template>

<style scoped>
.reason {
  font-size: 14px;
  line-height: 20px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 12px;
}
.broken li {
  border-left: 3px double var(--error);
  padding-left: 9px;
}
.fix {
  display: grid;
  gap: 6px;
  padding: 12px 0;
  justify-items: start;
}
.was {
  color: var(--second);
}
.small {
  font-size: 13px;
  line-height: 18px;
  padding-top: 4px;
}
.clash {
  border-left: 3px double var(--error);
  padding-left: 9px;
}
summary {
  min-height: 36px;
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
  cursor: pointer;
}
summary .quiet {
  white-space: nowrap;
}
.title {
  font-weight: 520;
}
.bundle[open] {
  padding-bottom: 12px;
}
.bundle .button {
  margin-top: 8px;
}
</style>
