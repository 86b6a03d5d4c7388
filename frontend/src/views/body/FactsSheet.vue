<script setup lang="ts">
import { computed, type Component } from "vue";
import { useRoute } from "vue-router";
import type { Schemas } from "@/api/client";
import BanksPane from "./BanksPane.vue";
import ControlsPane from "./ControlsPane.vue";
import FollowsPane from "./FollowsPane.vue";
import HeldPane from "./HeldPane.vue";
import ListsPane from "./ListsPane.vue";
import OwnRules from "./OwnRules.vue";
import PastePane from "./PastePane.vue";
import SensorPane from "./SensorPane.vue";
import StepsPane from "./StepsPane.vue";
import TrafficPane from "./TrafficPane.vue";
import TraitsPane from "./TraitsPane.vue";
import PhoneFold from "../PhoneFold.vue";
import type { Words } from "./useWords";

/** What else is known of a body: sheets in groups by what they decide, one of them open at the desk. */
const props = defineProps<{
  piece: Schemas["KitOut"]["bodies"][number];
  guide: Schemas["Guide"];
  state: Schemas["StateOut"] | undefined;
  words: Words;
}>();
const { entries, version: words } = props.words;
type Sheet = { name: string; title: string; pane: Component; with: object; count?: number | undefined };
/** Sheets by what they decide, each with how much is written on it. */
const groups = computed<{ decides: string; sheets: Sheet[] }[]>(() => {
  const { slug, version, document: body } = props.piece;
  const traits = body.traits ?? {};
  const follows = Object.values(traits.following ?? {}).filter((one) => one !== null);
  const [written, told] = [
    { slug, body, version },
    { slug, body, version, guide: props.guide },
  ];
  const held: Sheet[] = props.state
    ? [
        {
          name: "held",
          title: "What it is believed to hold",
          pane: HeldPane,
          with: { slug, state: props.state, guide: props.guide, entries: entries.value },
          count: Object.keys(props.state.held).length,
        },
      ]
    : [];
  return [
    {
      decides: "which settings there are",
      sheets: [
        { name: "has", title: "What it has", pane: TraitsPane, with: told, count: traits.features?.length },
        { name: "rules", title: "What does not go together", pane: OwnRules, with: told, count: traits.added?.length },
      ],
    },
    {
      decides: "where they are set",
      sheets: [
        { name: "slots", title: "Its slots", pane: BanksPane, with: told, count: traits.slots },
        { name: "controls", title: "Its controls", pane: ControlsPane, with: written, count: traits.controls?.length },
        { name: "lists", title: "Pinned items and the short list", pane: ListsPane, with: { slug, body, guide: props.guide } },
      ],
    },
    {
      decides: "how it focuses",
      sheets: [
        { name: "follows", title: "How its autofocus runs", pane: FollowsPane, with: written, count: follows.length },
        { name: "steps", title: "Its own steps and presets", pane: StepsPane, with: written, count: traits.presets?.length },
      ],
    },
    {
      decides: "what its frames are like",
      sheets: [
        { name: "sensor", title: "Its sensor", pane: SensorPane, with: { slug } },
        { name: "speeds", title: "How fast frames leave it", pane: TrafficPane, with: written },
      ],
    },
    {
      decides: "what is taken for known",
      sheets: [
        ...held,
        {
          name: "list",
          title: "Paste or choose a list",
          pane: PastePane,
          with: { slug, version: words.value, onTaken: props.words.imported },
          count: entries.value.length,
        },
      ],
    },
  ];
});
const route = useRoute();
/** The sheet that lies open: what the address says; every one of them beside all pages of its menus. */
const asked = computed(() => String(route.query.sheet ?? ""));
const every = computed(() => route.query.page === "all" && !asked.value);
const shown = (name: string): boolean => every.value || (asked.value || "has") === name;
</script>

<template>
  <div class="facts">
    <nav class="slips" aria-label="what else is known of it">
      <div v-for="group in groups" :key="group.decides" class="group">
        <b>{{ group.decides }}</b>
        <RouterLink
          v-for="sheet in group.sheets"
          :key="sheet.name"
          class="slip"
          replace
          :to="{ query: { ...route.query, sheet: sheet.name } }"
          :aria-current="!every && shown(sheet.name) ? 'true' : undefined"
          >{{ sheet.title }} <span class="quiet">{{ sheet.count ?? "" }}</span></RouterLink
        >
      </div>
    </nav>
    <div class="sheets">
      <template v-for="group in groups" :key="group.decides">
        <PhoneFold
          v-for="sheet in group.sheets"
          :key="sheet.name"
          :title="sheet.title"
          :shown="shown(sheet.name)"
          :open="asked === sheet.name"
        >
          <component :is="sheet.pane" v-bind="sheet.with" />
        </PhoneFold>
      </template>
    </div>
  </div>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: 0 40px;
  border-top: 1px solid var(--ink);
  margin-top: 18px;
  padding-top: 14px;
}
.group {
  padding-bottom: 10px;
}
.group b {
  display: block;
  font-weight: 450;
  font-size: 13px;
  color: var(--second);
  border-bottom: 1px solid var(--ink);
  padding-bottom: 2px;
}
.sheets :deep(.part > section > h2:first-child) {
  margin-top: 0;
}
@media (max-width: 760px) {
  .facts {
    display: block;
  }
  .slips {
    display: none;
  }
  .fold {
    border-bottom: 1px var(--ruled) var(--rule);
  }
  .fold > :deep(summary) {
    color: var(--ink);
    font-weight: 600;
  }
  .sheets :deep(.part > section > h2:first-child) {
    display: none;
  }
}
</style>
