<script setup lang="ts">
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import { useTheme } from "@/stores/theme";
import Choice from "@/fields/Choice.vue";
import { listed, orNone } from "@/fields/options";

type Body = Schemas["BodySlots"];
type Slot = Schemas["SlotOut"];
/** A body's banks of slots as dials with their pictures about them, and the day as numbered ways from one position to the next. */
const props = defineProps<{
  body: Body;
  name: string;
  specials: Schemas["SpecialOut"][];
  still: (situation: number | null) => string;
}>();
const emit = defineEmits<{ choose: [bank: number, number: number, picked: string] }>();
const theme = useTheme();
const pictured = computed(() => theme.name !== "red" || theme.pictures);

const [SIZE, HUB, INNER, OUTER] = [340, 62, 76, 150];
/** Positions stand about the top, over three quarters of a turn at the most. */
const [EACH, MOST] = [80, 270];
const sweep = (count: number): number => Math.min(MOST, EACH * (count - 1));
const angle = (k: number, count: number): number => (count < 2 ? 0 : -sweep(count) / 2 + (sweep(count) * k) / (count - 1));
/** How far down the drawing goes: no farther than its last position. */
const deep = (count: number): number =>
  Math.max(SIZE / 2 + HUB + 14, ...[0, count - 1].map((k) => at(angle(k, count), OUTER)[1] + 30));
const at = (degrees: number, radius: number): [number, number] => {
  const turn = (degrees * Math.PI) / 180;
  return [SIZE / 2 + radius * Math.sin(turn), SIZE / 2 - radius * Math.cos(turn)];
};
const point = ([x, y]: [number, number]): string => `${x.toFixed(1)} ${y.toFixed(1)}`;
function wedge(middle: number, half: number): string {
  const [a, b] = [middle - half, middle + half];
  return `M${point(at(a, INNER))} L${point(at(a, OUTER))} A${OUTER} ${OUTER} 0 0 1 ${point(at(b, OUTER))} L${point(at(b, INNER))} A${INNER} ${INNER} 0 0 0 ${point(at(a, INNER))}Z`;
}
/** A way is as thick as its presses. */
const thick = (presses: number): number => Math.min(12, 1.5 + presses / 4);
const dials = computed(() =>
  props.body.banks
    .filter((bank) => bank.slots.length)
    .map((bank) => {
      const half = Math.min(38, sweep(bank.slots.length) / Math.max(1, bank.slots.length - 1) / 2 - 1.5 || 38);
      const slots = bank.slots.map((slot, k) => {
        const degrees = angle(k, bank.slots.length);
        return {
          slot,
          path: wedge(degrees, half),
          middle: at(degrees, (INNER + OUTER) / 2),
          name: at(degrees, OUTER + 10),
          side: Math.sign(Math.round(Math.sin((degrees * Math.PI) / 180) * 4)),
        };
      });
      const place = (n: number | null | undefined): [number, number] =>
        n === null || n === undefined ? [SIZE / 2, SIZE / 2] : at(angle(n - 1, bank.slots.length), HUB);
      const ways = props.body.reached.slice(1).map((step, k) => {
        const from = place(props.body.reached[k]?.slots[bank.bank - 1]);
        const to = place(step.slots[bank.bank - 1]);
        const same = Math.hypot(from[0] - to[0], from[1] - to[1]) < 1;
        const bent: [number, number] = [(from[0] + to[0] + SIZE / 2) / 3, (from[1] + to[1] + SIZE / 2) / 3];
        const mid: [number, number] = same
          ? [from[0] * 0.82 + SIZE * 0.09, from[1] * 0.82 + SIZE * 0.09]
          : [(from[0] + to[0]) / 4 + bent[0] / 2, (from[1] + to[1]) / 4 + bent[1] / 2];
        return {
          number: k + 2,
          path: same ? "" : `M${point(from)} Q${point(bent)} ${point(to)}`,
          mid,
          width: thick(step.presses),
          menus: step.slots[bank.bank - 1] === null,
        };
      });
      return { bank, slots, ways, high: deep(bank.slots.length) };
    }),
);
const key = (bank: number, slot: Slot): string => `${bank} ${slot.number}`;
const picked = ref("");
const positions = computed(() => props.body.banks.flatMap((bank) => bank.slots.map((slot) => ({ bank: bank.bank, slot }))));
/** What is chosen; else the first that does not hold what it should. */
const chosen = computed(
  () =>
    positions.value.find((p) => key(p.bank, p.slot) === picked.value) ??
    positions.value.find((p) => p.slot.title && p.slot.now?.differs !== 0) ??
    positions.value[0],
);
const turned = (slots: (number | null)[]): string =>
  slots
    .map((n, k) => (n === null ? "" : (props.body.banks[k]?.slots[n - 1]?.name ?? "")))
    .filter(Boolean)
    .join(" and ");
const pressed = (n: number): string => (n === 1 ? "1 press" : `${n} presses`);
type Step = Schemas["ReachedOut"];
function reached(step: Step, k: number): string {
  const turn = turned(step.slots);
  const mends = step.presses > step.slots.filter((n) => n !== null).length;
  const how = turn ? `turn to ${turn}${mends ? ", mend the rest" : ""}` : k === 0 ? "set at home" : "through the menus";
  if (props.body.words) return step.presses ? `${how}: ${pressed(step.presses)}` : how;
  return k === 0 || turn ? how : `change ${step.changes} settings`;
}
/** What changes from the situation before, where no press can be counted. */
const changes = (step: Step): string =>
  props.body.words || !step.changes
    ? ""
    : step.changed.join(", ") + (step.changes > step.changed.length ? ` and ${step.changes - step.changed.length} more` : "");
const held = (slot: Slot): string => (!slot.by_hand ? "" : slot.special || String(slot.situation));
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
  <div class="both">
    <svg
      v-for="dial in dials"
      :key="dial.bank.bank"
      class="dial"
      :viewBox="`-44 -6 ${SIZE + 88} ${dial.high + 6}`"
      role="group"
      :aria-label="dials.length > 1 ? `${dial.bank.label} of ${name}` : `slots of ${name}`"
    >
      <circle :cx="SIZE / 2" :cy="SIZE / 2" :r="HUB + 6" class="rim" />
      <path v-for="k in 40" :key="k" :d="`M${point(at(k * 9, HUB + 3))} L${point(at(k * 9, HUB + 9))}`" class="knurl" />
      <circle :cx="SIZE / 2" :cy="SIZE / 2" r="4" class="menus" />
      <template v-for="way in dial.ways" :key="way.number">
        <path :d="way.path" class="way" :class="{ dashed: way.menus }" :stroke-width="way.width" />
      </template>
      <g v-for="way in dial.ways" :key="`n ${way.number}`">
        <circle :cx="way.mid[0]" :cy="way.mid[1]" r="9" class="plate" />
        <text :x="way.mid[0]" :y="way.mid[1] + 4.5" text-anchor="middle" class="number">{{ way.number }}</text>
      </g>
      <g
        v-for="{ slot, path, middle, name: label, side } in dial.slots"
        :key="slot.number"
        class="slot"
        :class="{ on: chosen?.slot === slot, free: !slot.title }"
        role="button"
        tabindex="0"
        :aria-label="`${slot.name}: ${slot.title || 'free'}`"
        :aria-pressed="chosen?.slot === slot"
        @click="picked = key(dial.bank.bank, slot)"
        @keydown.enter.prevent="picked = key(dial.bank.bank, slot)"
        @keydown.space.prevent="picked = key(dial.bank.bank, slot)"
      >
        <clipPath :id="`w-${body.body}-${dial.bank.bank}-${slot.number}`"><path :d="path" /></clipPath>
        <image
          v-if="pictured && still(slot.situation)"
          :href="still(slot.situation)"
          :x="middle[0] - 96"
          :y="middle[1] - 76"
          width="192"
          height="152"
          preserveAspectRatio="xMidYMid slice"
          :clip-path="`url(#w-${body.body}-${dial.bank.bank}-${slot.number})`"
        />
        <path :d="path" class="edge" />
        <text :x="label[0]" :y="label[1] + 4" :text-anchor="side < 0 ? 'end' : side > 0 ? 'start' : 'middle'" class="name">
          {{ slot.name.replace(/^slot /, "") }}
        </text>
      </g>
    </svg>
    <div class="told">
      <section v-if="chosen" class="chosen" :aria-label="`the chosen slot of ${name}`">
        <p>
          <span class="label">{{ chosen.slot.name }}</span> <b>{{ chosen.slot.title || "free" }}</b>
        </p>
        <p class="quiet">
          {{ now(chosen.slot) }}<template v-if="!chosen.slot.title">; nothing of this day is worth keeping here</template>
        </p>
        <p class="acts">
          <Choice
            :name="`what ${chosen.slot.name} of ${name} should hold`"
            :model-value="held(chosen.slot)"
            :options="
              orNone('as computed', [
                ...body.reached.map((r) => ({ value: String(r.situation), shown: r.title })),
                ...listed(specials),
              ])
            "
            @update:model-value="(what) => emit('choose', chosen!.bank, chosen!.slot.number, what)"
          />
          <RouterLink v-if="chosen.slot.situation" class="button strong" :to="load(chosen.slot, chosen.bank)">load it</RouterLink>
        </p>
      </section>
      <ol v-if="body.reached.length > 1 || !positions.length" class="steps" aria-label="the day">
        <li v-for="(step, k) in body.reached" :key="step.situation">
          <span class="number">{{ k + 1 }}</span>
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
  </div>
</template>

<style scoped>
.both {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 28px;
  align-items: flex-start;
}
.dial {
  width: min(100%, 300px);
  flex: none;
  overflow: visible;
}
.told {
  flex: 1 1 240px;
  min-width: 0;
}
.rim {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.knurl,
.edge {
  stroke: var(--ink);
  fill: none;
}
.edge {
  pointer-events: all;
}
.menus,
.plate {
  fill: var(--bg);
  stroke: var(--ink);
}
.plate {
  stroke-width: 0.8;
}
.way {
  fill: none;
  stroke: var(--ink);
  stroke-linecap: round;
  opacity: 0.85;
}
.dashed {
  stroke-dasharray: 6 5;
  stroke-linecap: butt;
}
.number {
  font-size: 12px;
  font-weight: 640;
  fill: var(--ink);
}
.name {
  font-size: 13px;
  font-weight: 600;
  fill: var(--ink);
}
.slot {
  cursor: pointer;
}
.slot:focus-visible {
  outline: none;
}
.slot:focus-visible .edge {
  stroke-width: 3;
  stroke-dasharray: 4 3;
}
.on .edge {
  stroke-width: 4;
}
.free .edge {
  stroke-dasharray: 4 4;
}
.chosen {
  border-bottom: 1px solid var(--ink);
  padding: 8px 0 12px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  padding-top: 6px;
}
.acts :deep(.choice) {
  min-height: 44px;
  max-width: 200px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.steps li {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr);
  padding: 6px 0;
  border-bottom: 1px var(--ruled) var(--rule);
}
.steps a {
  font-weight: 560;
}
.figures {
  font-weight: 600;
  margin-left: 10px;
}
.how {
  font-size: 13px;
  line-height: 17px;
  display: block;
}
@media (max-width: 760px) {
  .steps a {
    min-height: 44px;
    display: inline-flex;
    align-items: center;
  }
}
</style>
