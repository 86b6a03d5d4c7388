<script setup lang="ts">
import { computed, ref } from "vue";
import type { Decided, Row, Schemas, Situation } from "@/api/client";
import Stops from "@/ruler/Stops.vue";
import Told from "@/ruler/Told.vue";
import { figures } from "@/words";
import { useNames } from "@/api/queries";
import type { Dial } from "./byHand";
import Notes from "./Notes.vue";
import DialFigure from "@/fields/DialFigure.vue";
import NumberField from "@/fields/NumberField.vue";

type Neighbour = Schemas["NeighbourOut"];

const props = defineProps<{
  id: number;
  setup: Decided;
  neighbours: Neighbour[];
  /** The level of light that is looked at; none for the light as it is. */
  at: Row | null;
  locks: NonNullable<Situation["locks"]>;
  settings: NonNullable<Situation["settings"]>;
  errors: Record<string, string>;
}>();
const names = useNames();
const emit = defineEmits<{
  lock: [dial: Dial, value: number | null];
  read: [dial: Dial, text: string];
  setting: [slug: string, value: number | null];
  mend: [patch: Record<string, unknown>];
}>();

const shown = computed(() => figures(props.setup, props.at ?? props.setup.exposure));
const DIALS = computed(() => [
  { dial: "shutter_s" as Dial, name: "time", text: shown.value.time },
  { dial: "aperture" as Dial, name: "aperture", text: shown.value.aperture },
  { dial: "iso" as Dial, name: props.setup.iso_limits.automatic ? "ISO, automatic" : "ISO", text: shown.value.iso },
]);
/** Stops that all holds for, either way; what would be shown as none is none. */
const LEAST = 1 / 12;
const holds = computed(() => {
  const { darker_stops: darker, brighter_stops: brighter } = props.setup.holds_until;
  return { darker: darker < LEAST ? 0 : darker, brighter: brighter < LEAST ? 0 : brighter };
});
const open = ref<Dial | null>(null);

function step(dial: Dial, by: number): void {
  const values = props.setup.dials[dial];
  const at = values.findIndex((s) => s.value === props.setup.exposure[dial]);
  const next = values[at + by];
  if (next) emit("lock", dial, next.value);
}
function toggle(dial: Dial): void {
  emit("lock", dial, props.locks[dial] ? null : props.setup.exposure[dial]);
}
const costs = computed(() =>
  props.neighbours
    .filter((n) => n.dial === open.value)
    .map((n: Neighbour) => ({
      key: n.direction,
      to: props.setup.dials[n.dial as Dial].find((s) => s.value === n[n.dial as Dial])?.label,
      parts: Object.entries(n.cost).filter(([, v]) => Math.abs(v) > 0.02),
      over: n.brightness_ev,
    })),
);
</script>

<template>
  <div class="fig">
    <div v-for="row in DIALS" :key="row.dial" :class="{ locked: !!locks[row.dial] }">
      <small class="label">{{ row.name }}</small>
      <DialFigure
        class="strong"
        :name="row.name"
        :text="row.text"
        @look="open = row.dial"
        @step="(by) => step(row.dial, by)"
        @read="(text) => emit('read', row.dial, text)"
        @toggle="toggle(row.dial)"
      />
      <button class="plain lock" :aria-pressed="!!locks[row.dial]" @click="toggle(row.dial)">
        {{ locks[row.dial] ? "held, let go" : "hold" }}
      </button>
    </div>
  </div>
  <p v-for="(sentence, place) in errors" :key="place" class="error" role="alert">{{ sentence }}</p>
  <p v-if="at" class="note reason">
    If the light moves so: {{ at.why
    }}<template v-if="at.alone"> Turn the dial yourself: left alone, the body comes to <Told :text="at.alone.words" />.</template>
  </p>
  <p v-else-if="setup.shortfall" class="note reason">{{ setup.shortfall }}</p>
  <p v-else class="note reason">
    <template v-if="!holds.darker && !holds.brighter">Something gives as soon as the light moves</template>
    <template v-else-if="!holds.darker"
      >Something gives as soon as the light drops; holds until it rises <Stops :value="holds.brighter"
    /></template>
    <template v-else-if="!holds.brighter"
      >Holds until the light drops <Stops :value="holds.darker" />; something gives as soon as it rises</template
    >
    <template v-else
      >Holds until the light drops <Stops :value="holds.darker" /> or rises <Stops :value="holds.brighter" /></template
    ><template v-if="setup.exposure.meters"
      >; the body follows by itself for <Stops :value="setup.hands_off.darker_stops" /> down and
      <Stops :value="setup.hands_off.brighter_stops" /> up</template
    ><template v-if="setup.exposure.nd_stops"
      >; filter of <Stops :value="setup.exposure.nd_stops" /><template v-if="setup.exposure.glass_stops"
        >, <Stops :value="setup.exposure.glass_stops" /> of it glass</template
      ></template
    >.
  </p>
  <p v-if="setup.exposure.meters" class="note compensation" :class="{ locked: settings.compensation !== undefined }">
    <span class="label">compensation</span>
    <NumberField
      label="compensation in stops"
      :step="setup.step_ev"
      :value="typeof settings.compensation === 'number' ? settings.compensation : null"
      :usual="setup.exposure.compensation_ev"
      empty="0"
      @change="(v) => emit('setting', 'compensation', v)"
    /><span class="quiet">under the thumb: the meter is at work</span>
  </p>
  <p v-for="one in setup.unused" :key="one.setting" class="note unused">
    <span class="label">{{ one.label }}</span> {{ one.shown }} is not in use: {{ one.why }}
    <button class="plain" @click="emit('setting', one.setting, null)">let go</button>
  </p>
  <Notes v-if="!at" :id="id" :setup="setup" @mend="(patch) => emit('mend', patch)" />
  <ul v-if="open && costs.length && !at" class="costs" aria-label="one step on this dial">
    <li v-for="cost in costs" :key="cost.key">
      <b>{{ cost.to }}</b>
      <span v-if="!cost.parts.length" class="quiet"
        >costs nothing<template v-if="Math.abs(cost.over) > 0.2"
          >, {{ cost.over > 0 ? "brighter" : "darker" }} by <Stops :value="Math.abs(cost.over)" /></template
      ></span>
      <span v-for="[intent, stops] in cost.parts" :key="intent" class="quiet"
        >{{ names.intent(intent) }} <Stops :value="stops" signed
      /></span>
    </li>
  </ul>
</template>

<style scoped>
.fig {
  position: sticky;
  top: 0;
  z-index: 2;
  background: var(--bg);
  display: flex;
  flex-wrap: wrap;
  gap: 0 24px;
  align-items: flex-end;
  padding-top: 16px;
  border-bottom: 1px solid var(--ink);
}
.fig > div {
  padding-bottom: 6px;
}
.strong {
  display: block;
  font: 600 52px/54px "Archivo Variable";
  font-stretch: 90%;
  letter-spacing: -0.01em;
  cursor: text;
}
small {
  display: block;
  font-size: 12px;
  line-height: 14px;
}
.lock {
  font-size: 12px;
  color: var(--second);
  min-height: 24px;
}
.locked {
  border-left: 3px solid var(--ink);
  padding-left: 8px;
}
@media (max-width: 760px) {
  .fig {
    flex-wrap: nowrap;
    justify-content: space-between;
    gap: 0 12px;
  }
  .strong {
    font-size: 38px;
    line-height: 44px;
  }
}
.note {
  padding: 8px 0;
  border-bottom: 1px var(--ruled) var(--rule);
}
.unused {
  color: var(--second);
}
.unused button {
  min-height: 24px;
  text-decoration: underline;
}
.compensation {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.costs {
  list-style: none;
  margin: 0;
  padding: 6px 0;
  border-bottom: 1px var(--ruled) var(--rule);
}
.costs li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  line-height: 22px;
}
.costs b {
  min-width: 72px;
  font-weight: 560;
}
</style>
