<script setup lang="ts">
import { useElementSize } from "@vueuse/core";
import { computed, useTemplateRef } from "vue";
import type { Schemas } from "@/api/client";
import Still from "@/picture/Still.vue";

type Body = Schemas["BodySlots"];
type Slot = Schemas["SlotOut"];
/** A body's slots as positions in a row, and the day as a path over them with the presses of each step. */
const props = defineProps<{
  body: Body;
  name: string;
  specials: Schemas["SpecialOut"][];
  still: (situation: number | null) => string;
}>();
const emit = defineEmits<{ choose: [bank: number, number: number, picked: string] }>();
const frame = useTemplateRef("frame");
const { width } = useElementSize(frame);
const GAP = 20;
const BETWEEN_BANKS = 44;
const HEIGHT = 76;
const SPAN = 16;
const positions = computed(() => props.body.banks.flatMap((bank) => bank.slots.map((slot) => ({ bank, slot }))));
const columns = computed(() => Math.max(1, positions.value.length, props.body.reached.length));
/** As wide as the fuller of the two rows allows; past ten in a row the drawing is left out and the rows wrap. */
const each = computed(() => Math.min(200, (width.value - BETWEEN_BANKS + GAP) / columns.value - GAP));
const drawn = computed(() => width.value >= 520 && each.value >= 96);
const slotAt = (bank: number, number: number): number => {
  const k = positions.value.findIndex((p) => p.bank.bank === bank && p.slot.number === number);
  return k * (each.value + GAP) + (bank > 1 ? BETWEEN_BANKS : 0) + each.value / 2;
};
const stepAt = (k: number): number => k * (each.value + GAP) + each.value / 2;
const steps = computed(() =>
  props.body.reached.map((r, k) => ({
    ...r,
    from: r.slots.flatMap((n, bank) => (n === null || n === undefined ? [] : [slotAt(bank + 1, n)])),
    at: stepAt(k),
    mends: r.presses > r.slots.filter((n) => n !== null).length,
  })),
);
const bend = (from: number, to: number): string => `M${from} 0 C${from} ${HEIGHT / 2} ${to} ${HEIGHT / 2} ${to} ${HEIGHT}`;
const turned = (slots: (number | null)[]): string =>
  slots
    .map((n, k) => (n === null ? "" : (props.body.banks[k]?.slots[n - 1]?.name ?? "")))
    .filter(Boolean)
    .join(" and ");
const pressed = (n: number): string => (n === 1 ? "1 press" : `${n} presses`);
function reached(step: (typeof steps.value)[number], k: number): string {
  const turn = turned(step.slots);
  const how = turn ? `turn to ${turn}${step.mends ? ", mend the rest" : ""}` : k === 0 ? "set at home" : "through the menus";
  if (props.body.words) return step.presses ? `${how}: ${pressed(step.presses)}` : how;
  return k === 0 || turn ? how : `change ${step.changes} settings`;
}
/** What changes from the situation before, where no press can be counted. */
const changes = (step: (typeof steps.value)[number]): string =>
  props.body.words || !step.changes
    ? ""
    : step.changed.join(", ") + (step.changes > step.changed.length ? ` and ${step.changes - step.changed.length} more` : "");
const chosen = (slot: Slot): string => (!slot.by_hand ? "" : slot.special || String(slot.situation));
const load = (slot: Slot, bank: number) => ({
  name: "walk",
  params: { id: slot.situation ?? 0 },
  query: { slot: String(slot.number), bank: String(bank), ...(slot.special ? { special: slot.special } : {}) },
});
function now(slot: Slot): string {
  if (!slot.now) return "nobody wrote down what it holds";
  if (slot.now.differs === 0) return `holds ${slot.now.title}, as it should`;
  return `holds ${slot.now.title}${slot.now.differs ? `, ${slot.now.differs} settings otherwise` : ""}`;
}
</script>

<template>
  <div ref="frame" :class="{ drawn }" :style="{ '--each': `${each}px` }">
    <ol v-if="positions.length" class="positions" aria-label="slots">
      <li
        v-for="({ bank, slot }, k) in positions"
        :key="`${bank.bank} ${slot.number}`"
        :class="{ apart: k && positions[k - 1]?.bank.bank !== bank.bank, free: !slot.title }"
      >
        <span class="label">{{ slot.name }}</span>
        <Still :src="still(slot.situation)" />
        <b v-if="slot.title">{{ slot.title }}</b>
        <span v-else class="quiet">free: nothing of this day is worth keeping here</span>
        <span class="quiet now">{{ now(slot) }}</span>
        <span class="acts">
          <select
            class="plain"
            :value="chosen(slot)"
            :aria-label="`what ${slot.name} of ${name} should hold`"
            @change="emit('choose', bank.bank, slot.number, ($event.target as HTMLSelectElement).value)"
          >
            <option value="">as computed</option>
            <option v-for="r in body.reached" :key="r.situation" :value="String(r.situation)">{{ r.title }}</option>
            <option v-for="s in specials" :key="s.slug" :value="s.slug">{{ s.label }}</option>
          </select>
          <RouterLink v-if="slot.situation" class="button" :to="load(slot, bank.bank)">load it</RouterLink>
        </span>
      </li>
    </ol>
    <svg v-if="drawn && positions.length && steps.length > 1" :width="width" :height="HEIGHT" aria-hidden="true">
      <template v-for="step in steps" :key="step.situation">
        <path v-for="from in step.from" :key="from" :d="bend(from, step.at)" class="turn" :class="{ mends: step.mends }" />
        <circle v-for="from in step.from" :key="`${from} end`" :cx="from" cy="2" r="3" class="end" />
        <text v-if="body.words && step.presses" :x="step.at + 8" :y="HEIGHT - 6">{{ pressed(step.presses) }}</text>
      </template>
      <path
        v-for="k in Math.max(0, steps.length - 1)"
        :key="k"
        :d="`M${stepAt(k - 1) + SPAN} ${HEIGHT - 1} H${stepAt(k) - SPAN}`"
        class="day"
      />
    </svg>
    <ol v-if="body.reached.length > 1 || !positions.length" class="steps" aria-label="the day">
      <li v-for="(step, k) in steps" :key="step.situation">
        <Still :src="still(step.situation)" />
        <span>
          <RouterLink :to="{ name: 'walk', params: { id: step.situation } }">{{ step.title }}</RouterLink>
          <span class="figures">{{ step.figures }}</span>
          <span class="quiet how">{{ reached(step, k) }}</span>
          <span v-if="changes(step)" class="quiet how">{{ changes(step) }}</span>
          <span v-if="step.darker" class="quiet how">{{ step.darker }}</span>
        </span>
      </li>
    </ol>
  </div>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
}
.drawn ol {
  display: flex;
  gap: 0 20px;
}
.drawn li {
  width: var(--each);
  flex: none;
}
.positions li {
  display: grid;
  gap: 2px;
  align-content: start;
  border: 1.5px solid var(--ink);
  padding: 6px 8px;
}
.drawn .apart {
  margin-left: 44px;
}
.positions .free {
  border-style: dashed;
}
.positions :deep(.still) {
  width: 100%;
}
.positions b {
  font-weight: 600;
}
.now,
.how {
  font-size: 13px;
  line-height: 17px;
  display: block;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  align-items: center;
  justify-content: space-between;
}
.acts select {
  max-width: 110px;
}
svg {
  display: block;
  overflow: visible;
}
.turn {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.turn.mends {
  stroke-dasharray: 5 4;
}
.end {
  fill: var(--ink);
}
.day {
  stroke: var(--rule);
}
text {
  font-size: 13px;
  font-weight: 600;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--bg);
  stroke-width: 4px;
}
.steps :deep(.still) {
  width: 100%;
  max-width: 132px;
}
.figures {
  display: block;
  font-weight: 600;
}
:not(.drawn) > .positions {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
  gap: 10px;
}
:not(.drawn) > .steps {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(300px, 100%), 1fr));
  gap: 8px 24px;
  margin-top: 10px;
}
:not(.drawn) > .steps li {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  gap: 12px;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
.steps a {
  font-weight: 560;
}
@media (max-width: 760px) {
  .steps a {
    min-height: 44px;
    display: inline-flex;
    align-items: center;
  }
}
</style>
