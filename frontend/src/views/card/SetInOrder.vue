<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { useNames } from "@/api/queries";
import Stops from "@/ruler/Stops.vue";

/** What is set before the first frame, in the order of setting, ticked as it is done. */
const props = defineProps<{ setup: Schemas["CardSnapshot"]["setup"]; pocket: Schemas["PocketOut"] | null | undefined }>();
const ticks = defineModel<Record<string, boolean>>({ required: true });
const names = useNames();
/** What is set on the body, in the order of setting; a flash is set on itself, before. */
const ORDER = [
  "exposure_mode",
  "metering",
  "iso_limits",
  "range",
  "white",
  "focus",
  "drive",
  "shutter_type",
  "stabiliser",
  "bracketing",
  "file",
];
const decided = (name: string): { name: string; value: string }[] => {
  const made = props.setup.decisions.find((d) => d.decision === name);
  return made ? [{ name, value: made.value || made.label }] : [];
};
const onBody = computed(() => ORDER.flatMap(decided));
const onFlash = computed(() => (props.setup.flash ? decided("flash") : []));
/** A slot that brings all of it: one turn, and nothing else is set on the body; a flash is set on itself. */
const held = computed(() => {
  const { pocket } = props;
  return !!pocket?.turns.length && !pocket.changes.length && !pocket.more;
});
</script>

<template>
  <h2>Set, in this order</h2>
  <label v-if="pocket?.turns.length" class="tick">
    <span class="label">turn to</span><span>{{ pocket.turns.join(", ") }}</span
    ><input v-model="ticks.turns" type="checkbox" />
  </label>
  <label v-for="item in onFlash" :key="item.name" class="tick">
    <span class="label">{{ names.decision(item.name) }}</span><span>{{ item.value }}</span
    ><input v-model="ticks[item.name]" type="checkbox" />
  </label>
  <component :is="held ? 'details' : 'div'" :class="{ held, fold: held }">
    <summary v-if="held">It holds all of it: one by one</summary>
    <label v-if="setup.exposure.meters" class="tick">
      <span class="label">compensation</span><span><Stops :value="setup.exposure.compensation_ev" signed /></span
      ><input v-model="ticks.compensation" type="checkbox" />
    </label>
    <label v-for="item in onBody" :key="item.name" class="tick">
      <span class="label">{{ names.decision(item.name) }}</span><span>{{ item.value }}</span
      ><input v-model="ticks[item.name]" type="checkbox" />
    </label>
  </component>
</template>

<style scoped>
.tick {
  min-height: 44px;
  display: grid;
  grid-template-columns: 124px 1fr 44px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
  font-weight: 560;
}
.tick .label {
  font-weight: 450;
}
.held > summary {
  cursor: pointer;
  min-height: 48px;
  display: flex;
  align-items: center;
}
</style>
