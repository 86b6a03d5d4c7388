<script setup lang="ts">
import { computed } from "vue";
import type { Decided, Schemas, Situation } from "@/api/client";
import Choice from "@/fields/Choice.vue";
import NumberField from "@/fields/NumberField.vue";
import Tick from "@/fields/Tick.vue";
import { orNone } from "@/fields/options";
import { FOOT, far as away } from "@/ruler/distance";
import FieldRow from "./FieldRow.vue";

/** The two lights on the subject in stops, how far each power reaches, and how the flash is used. */
const props = defineProps<{
  document: Situation;
  setup: Decided;
  words: Schemas["Words"];
  flashes: Schemas["FlashForm"][];
  feet: boolean;
  errors: Record<string, string>;
}>();
const emit = defineEmits<{ change: [edit: (d: Situation) => void] }>();
const taken = computed(() => props.setup.flash);
const beside = computed(() => taken.value?.further ?? []);
const use = computed(() => props.document.flash ?? {});
const set = (part: Partial<Schemas["FlashUseForm"]>): void => emit("change", (d) => (d.flash = { ...d.flash, ...part }));
const error = (place: string) => Object.entries(props.errors).find(([pointer]) => pointer.startsWith(`/flash/${place}`))?.[1];
const per = computed(() => (props.feet ? FOOT : 1));
const shown = (m: number | null | undefined) => (m === null || m === undefined ? m : Math.round((m / per.value) * 100) / 100);

/** Stops from the metered exposure, from left to right: a stop is as wide as everywhere. */
const STOP = 36;
const FLOOR = -6;
const x = (stops: number): number => (Math.max(stops, FLOOR) - FLOOR) * STOP;
const ZERO = x(0);
const bars = computed(() => {
  const t = taken.value;
  if (!t) return [];
  const flash = t.power_words || t.gives_stops > FLOOR ? t.gives_stops : FLOOR;
  return [
    { name: "the light that is there", stops: -t.room_under_stops, kind: "room" },
    { name: t.name || "the flash", stops: flash, kind: "flash" },
    ...beside.value.map((one) => ({ name: `${one.name} on ${lit(one.lights)}`, stops: one.gives_stops, kind: "further" })),
    { name: beside.value.length ? "all on the subject" : "both on the subject", stops: t.together_stops, kind: "both" },
  ];
});
const lit = (lights: Schemas["FlashLights"]): string =>
  props.words.choices.lights?.find((one) => one.value === lights)?.shown ?? lights;
const FOOT_PX = 22;
const BAR_PX = 24;
const high = computed(() => bars.value.length * BAR_PX + FOOT_PX);

const further = computed(() => use.value.further ?? []);
/** Flashes of the bag that stand nowhere yet. */
const idle = computed(() => {
  const standing = [taken.value?.name ?? use.value.name, ...further.value.map((one) => one.name)];
  return props.flashes.map((one) => one.name).filter((name) => !standing.includes(name));
});
type Further = Schemas["FurtherForm"];
const put = (k: number, part: Partial<Further>): void =>
  set({ further: further.value.map((one, i) => (i === k ? { ...one, ...part } : one)) });
const add = (): void => {
  const [name] = idle.value;
  if (name) set({ further: [...further.value, { name }] });
};
const given = (k: number): string => {
  const one = beside.value[k];
  if (!one?.power_words) return "";
  if (one.over_stops > 0.2) return `at ${one.power_words}, its least: ${one.over_stops.toFixed(1)} stops too much`;
  return one.lacks_stops > 0.2 ? `full, and lacks ${one.lacks_stops.toFixed(1)} stops` : `at ${one.power_words}`;
};
const signed = (stops: number): string =>
  Math.abs(stops) < 0.05 ? "0" : `${stops > 0 ? "+" : "−"}${Math.abs(stops).toFixed(1)}`;

/** Distances by doublings, as on every ruler of distance; the powers stand where they reach. */
const WIDE = 340;
const NEAREST = 0.5;
const DOUBLINGS = 6;
const at = (m: number): number => (Math.min(Math.max(Math.log2(m / NEAREST), 0), DOUBLINGS) / DOUBLINGS) * (WIDE - 12) + 6;
const distances = [0.5, 1, 2, 4, 8, 16, 32];
const edge = (m: number): string => (m === distances[0] ? "start" : m === distances.at(-1) ? "end" : "middle");
const powers = computed(() => (taken.value?.powers ?? []).filter((one) => one.reach_m >= NEAREST && one.reach_m <= 32));
</script>

<template>
  <div class="bench-flash">
    <template v-if="taken">
      <svg
        :viewBox="`-4 0 ${x(1) + 44} ${high}`"
        :width="x(1) + 44"
        role="img"
        :aria-label="bars.map((b) => `${b.name} ${signed(b.stops)} stops`).join(', ')"
      >
        <path v-for="k in 7" :key="k" :d="`M${x(k - 6)} 4v${high - 20}`" class="grid" />
        <g v-for="(bar, k) in bars" :key="k">
          <rect :x="0" :y="8 + k * BAR_PX" :width="Math.max(x(bar.stops), 1)" height="14" :class="bar.kind" />
          <text v-if="bar.kind === 'further'" x="4" :y="19 + k * BAR_PX">{{ bar.name }}</text>
          <text :x="x(1) + 6" :y="20 + k * BAR_PX">{{ signed(bar.stops) }}</text>
        </g>
        <path :d="`M${ZERO} 2v${high - 16}`" class="zero" />
        <text :x="ZERO" :y="high - 2" text-anchor="middle" class="second">as metered</text>
        <text x="0" :y="high - 2" class="second">−6 and less</text>
      </svg>
      <p class="key">
        <i class="room" /> the light that is there <i class="flash" /> {{ taken.name || "the flash" }} <i class="both" />
        {{ bars.at(-1)?.name }}
      </p>
      <svg
        v-if="powers.length"
        :viewBox="`0 0 ${WIDE} 74`"
        :width="WIDE"
        role="img"
        :aria-label="`at ${away(taken.distance_m, feet)} it takes ${taken.power_words} of its power`"
      >
        <path :d="`M6 40H${WIDE - 6}`" class="zero" />
        <g v-for="m in distances" :key="m">
          <path :d="`M${at(m)} 40v5`" class="zero" />
          <text :x="at(m)" y="58" :text-anchor="edge(m)" class="second">{{ away(m, feet) }}</text>
        </g>
        <g v-for="(one, k) in powers" :key="one.words">
          <path :d="`M${at(one.reach_m)} 40v${k % 2 ? -8 : -16}`" class="zero" />
          <text v-if="k % 2 === 0" :x="at(one.reach_m)" y="20" :text-anchor="at(one.reach_m) < 24 ? 'start' : 'middle'">
            {{ one.share === 1 ? "full" : one.words }}
          </text>
        </g>
        <path :d="`M${at(taken.distance_m)} 30l-5 -9h10z`" class="here" />
        <text :x="at(taken.distance_m)" y="72" text-anchor="middle">{{ away(taken.distance_m, feet) }}</text>
      </svg>
    </template>
    <p v-if="!flashes.length" class="reason">
      No flash is in your bag. <RouterLink :to="{ name: 'kit' }">Describe one</RouterLink>, and its power and reach are computed.
    </p>
    <template v-else>
      <FieldRow name="which" :error="error('name')">
        <Choice
          name="which flash"
          :model-value="use.name ?? ''"
          :options="
            orNone(
              'the strongest on the camera',
              flashes.map((one) => ({ value: one.name, shown: one.name })),
            )
          "
          @update:model-value="(v) => set({ name: v || null })"
        />
      </FieldRow>
      <FieldRow name="turned" :error="error('aim')">
        <Choice
          name="how the flash is turned"
          :model-value="use.aim ?? ''"
          :options="orNone('as the place offers', words.choices.aim)"
          @update:model-value="(v) => set({ aim: (v || null) as never })"
        />
        <Tick :model-value="use.gelled" @update:model-value="(gelled) => set({ gelled })">filtered to the room's colour</Tick>
      </FieldRow>
      <FieldRow name="stands" :error="error('distance')">
        <NumberField
          label="distance from flash to subject"
          :unit="feet ? 'ft from the subject' : 'm from the subject'"
          :step="0.5"
          :value="shown(use.distance_m)"
          :usual="shown(taken?.distance_m)"
          empty="on the camera"
          @change="(v) => set({ distance_m: v === null ? null : v * per })"
        />
      </FieldRow>
      <FieldRow name="meter reads" :error="error('metered')">
        <NumberField
          label="aperture that a flash meter reads at the subject, at ISO 100"
          unit="f-number at ISO 100"
          :value="use.metered_aperture"
          empty="nobody metered it"
          @change="(v) => set({ metered_aperture: v })"
        />
      </FieldRow>
      <FieldRow v-for="(one, k) in further" :key="one.name" name="beside it" :error="error(`further/${k}`)">
        <Choice
          :name="`flash ${k + 2}`"
          :model-value="one.name"
          :options="[one.name, ...idle].map((name) => ({ value: name, shown: name }))"
          @update:model-value="(name) => put(k, { name })"
        />
        <Choice
          :name="`what flash ${k + 2} lights`"
          :model-value="one.lights ?? 'subject'"
          :options="words.choices.lights ?? []"
          @update:model-value="(lights) => put(k, { lights: lights as Further['lights'] })"
        />
        <NumberField
          :label="`stops of flash ${k + 2} under the first`"
          unit="stops under the first"
          :step="0.5"
          :value="one.under_stops"
          :usual="2"
          @change="(v) => put(k, { under_stops: v ?? 2 })"
        />
        <NumberField
          :label="`distance from flash ${k + 2} to what it lights`"
          :unit="feet ? 'ft away' : 'm away'"
          :step="0.5"
          :value="shown(one.distance_m)"
          :usual="shown(beside[k]?.distance_m)"
          @change="(v) => put(k, { distance_m: v === null ? null : v * per })"
        />
        <Choice
          :name="`how flash ${k + 2} is turned`"
          :model-value="one.aim ?? ''"
          :options="orNone('as the place offers', words.choices.aim)"
          @update:model-value="(v) => put(k, { aim: (v || null) as never })"
        />
        <span class="given">{{ given(k) }}</span>
        <button
          class="plain"
          :aria-label="`take flash ${k + 2} away`"
          @click="set({ further: further.filter((_, i) => i !== k) })"
        >
          take away
        </button>
      </FieldRow>
      <button v-if="taken?.name && idle.length && further.length < 4" class="plain" @click="add">a flash beside it</button>
    </template>
  </div>
</template>

<style scoped>
.bench-flash {
  padding: 6px 0;
}
svg {
  display: block;
  max-width: 100%;
  margin: 4px 0;
}
text {
  font-size: 12px;
  fill: var(--ink);
}
text.second {
  fill: var(--second);
}
.grid {
  stroke: var(--rule);
  stroke-width: 0.6;
}
.zero {
  stroke: var(--ink);
  fill: none;
}
.here {
  fill: var(--ink);
}
rect {
  stroke: var(--ink);
  stroke-width: 1;
}
rect.room,
i.room {
  fill: var(--sunk);
  background: var(--sunk);
}
rect.further {
  fill: var(--bg);
  stroke-dasharray: 3 2;
}
rect.flash,
i.flash {
  fill: var(--bg);
  background: var(--bg);
}
rect.both,
i.both {
  fill: var(--ink);
  background: var(--ink);
}
.key {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 8px;
  font-size: 13px;
  color: var(--second);
  margin: 0 0 6px;
}
i {
  width: 14px;
  height: 12px;
  border: 1px solid var(--ink);
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 6px 0;
}
</style>
