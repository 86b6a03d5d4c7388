<script setup lang="ts">
import { computed } from "vue";
import { useRoute } from "vue-router";
import type { Schemas } from "@/api/client";
import BanksPane from "./BanksPane.vue";
import ControlsPane from "./ControlsPane.vue";
import Folded from "./Folded.vue";
import FollowsPane from "./FollowsPane.vue";
import HeldPane from "./HeldPane.vue";
import ListsPane from "./ListsPane.vue";
import OwnRules from "./OwnRules.vue";
import PastePane from "./PastePane.vue";
import SensorPane from "./SensorPane.vue";
import StepsPane from "./StepsPane.vue";
import TrafficPane from "./TrafficPane.vue";
import TraitsPane from "./TraitsPane.vue";
import type { Words } from "./useWords";

/** What else is known of a body: sheets in groups by what they decide, one of them open at the desk. */
const props = defineProps<{
  piece: Schemas["KitOut"]["bodies"][number];
  guide: Schemas["Guide"];
  state: Schemas["StateOut"] | undefined;
  words: Words;
}>();
const { entries, version } = props.words;
const body = computed(() => props.piece.document);
const traits = computed(() => body.value.traits ?? {});
/** Sheets by what they decide, each with how much is written on it. */
const groups = computed(() => [
  {
    decides: "which settings there are",
    sheets: [
      { name: "has", title: "What it has", count: traits.value.features?.length },
      { name: "rules", title: "What does not go together", count: traits.value.added?.length },
    ],
  },
  {
    decides: "where they are set",
    sheets: [
      { name: "slots", title: "Its slots", count: traits.value.slots },
      { name: "controls", title: "Its controls", count: traits.value.controls?.length },
      { name: "lists", title: "Pinned items and the short list", count: undefined },
    ],
  },
  {
    decides: "how it focuses",
    sheets: [
      {
        name: "follows",
        title: "How its autofocus runs",
        count: Object.values(traits.value.following ?? {}).filter((one) => one !== null).length,
      },
      { name: "steps", title: "Its own steps and presets", count: traits.value.presets?.length },
    ],
  },
  {
    decides: "what its frames are like",
    sheets: [
      { name: "sensor", title: "Its sensor", count: undefined },
      { name: "speeds", title: "How fast frames leave it", count: undefined },
    ],
  },
  {
    decides: "what is taken for known",
    sheets: [
      { name: "held", title: "What it is believed to hold", count: Object.keys(props.state?.held ?? {}).length },
      { name: "list", title: "Paste or choose a list", count: entries.value.length },
    ],
  },
]);
const route = useRoute();
/** The sheet that lies open: what the address says; every one of them beside all pages of its menus. */
const asked = computed(() => String(route.query.sheet ?? ""));
const every = computed(() => route.query.page === "all" && !asked.value);
const first = computed(() => asked.value || "has");
const shown = (name: string): boolean => every.value || first.value === name;
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
      <Folded title="What it has" :shown="shown('has')">
        <TraitsPane :slug="piece.slug" :body="body" :version="piece.version" :guide="guide" />
      </Folded>
      <Folded title="What does not go together" :shown="shown('rules')">
        <OwnRules :slug="piece.slug" :body="body" :version="piece.version" :guide="guide" />
      </Folded>
      <Folded title="Its slots" :shown="shown('slots')">
        <BanksPane :slug="piece.slug" :body="body" :version="piece.version" :guide="guide" />
      </Folded>
      <Folded title="Its controls" :shown="shown('controls')">
        <ControlsPane :slug="piece.slug" :body="body" :version="piece.version" />
      </Folded>
      <Folded title="Pinned items and the short list" :shown="shown('lists')">
        <ListsPane :slug="piece.slug" :body="body" :guide="guide" />
      </Folded>
      <Folded title="How its autofocus runs" :shown="shown('follows')">
        <FollowsPane :slug="piece.slug" :body="body" :version="piece.version" />
      </Folded>
      <Folded title="Its own steps and presets" :shown="shown('steps')">
        <StepsPane :slug="piece.slug" :body="body" :version="piece.version" />
      </Folded>
      <Folded title="Its sensor" :shown="shown('sensor')"><SensorPane :slug="piece.slug" /></Folded>
      <Folded title="How fast frames leave it" :shown="shown('speeds')">
        <TrafficPane :slug="piece.slug" :body="body" :version="piece.version" />
      </Folded>
      <Folded v-if="state" title="What it is believed to hold" :shown="shown('held')">
        <HeldPane :slug="piece.slug" :state="state" :guide="guide" :entries="entries" />
      </Folded>
      <Folded title="Paste or choose a list" :shown="shown('list')">
        <PastePane :slug="piece.slug" :version="version" @taken="words.imported" />
      </Folded>
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
.slip {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  min-height: 30px;
  align-items: center;
  text-decoration: none;
  border-bottom: 1px var(--ruled) var(--rule);
}
.slip[aria-current] {
  font-weight: 640;
  background: var(--raised);
  border-left: 3px solid var(--ink);
  padding-left: 6px;
}
@media (max-width: 760px) {
  .facts {
    display: block;
  }
  .slips {
    display: none;
  }
}
</style>
