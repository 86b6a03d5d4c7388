<script setup lang="ts">
import { FOOT } from "@/ruler/distance";
import { computed } from "vue";
import type { Schemas, Decided, Situation } from "@/api/client";
import FieldRow from "./FieldRow.vue";
import FromPicture from "./FromPicture.vue";
import OthersRows from "./OthersRows.vue";
import NumberField from "@/fields/NumberField.vue";
import Choice from "@/fields/Choice.vue";
import { listed, orNone, pieces } from "@/fields/options";

const props = defineProps<{
  document: Situation;
  setup: Decided | null;
  words: Schemas["Words"];
  kit: Schemas["KitOut"];
  feet: boolean;
  /** Minutes of the day's clock before universal time, where somebody said. */
  clock: number | null;
  errors: Record<string, string>;
}>();
const emit = defineEmits<{ change: [edit: (d: Situation) => void] }>();

const genre = computed(() => props.words.genres.find((g) => g.slug === props.document.genre));
const subject = computed(() => genre.value?.subjects.find((s) => s.slug === props.document.subject) ?? genre.value?.subjects[0]);
const body = computed(() => props.kit.bodies.find((b) => b.slug === props.document.body)?.document);
const lens = computed(() => props.kit.lenses.find((l) => l.slug === props.document.lens)?.document);
const lenses = computed(() => {
  const built = new Set(props.kit.bodies.map((b) => b.document.fixed_lens).filter(Boolean));
  return props.kit.lenses.filter((l) => (body.value?.fixed_lens ? l.slug === body.value.fixed_lens : !built.has(l.slug)));
});
const lightAs = computed(
  () =>
    (["ev100", "lux", "condition", "metered", "sky"] as const).find(
      (k) => props.document.light[k] !== undefined && props.document.light[k] !== null,
    ) ?? "ev100",
);
const condition = computed(() => props.words.conditions.find((c) => c.slug === props.document.light.condition));

/** How far tones reach where nobody says: of a described light its own, of the sky's what its hour makes of it. */
const tones = computed(() => {
  const taken = props.document.light.sky ? props.setup?.taken : undefined;
  return {
    below: taken?.stops_below ?? condition.value?.stops_below ?? 4,
    above: taken?.stops_above ?? condition.value?.stops_above ?? 2,
  };
});
const far = (m: number | null | undefined) => (m === null || m === undefined ? m : props.feet ? m / FOOT : m);
const near = (v: number | null) => (v === null ? null : props.feet ? v * FOOT : v);
const rounded = (v: number | null | undefined) => (v ? Number(v.toPrecision(2)) : v);
const unit = computed(() => (props.feet ? "ft" : "m"));

function error(...places: string[]): string | undefined {
  for (const [pointer, sentence] of Object.entries(props.errors)) if (places.some((p) => pointer.startsWith(p))) return sentence;
  return undefined;
}
/** What is wrong with the light itself; its contrast and colour have rows of their own. */
const lightError = computed(() => {
  const found = Object.entries(props.errors).find(([p]) => /^\/light(\/(ev100|lux|condition|metered|sky)|$)/.test(p));
  return found?.[1];
});
const set = (edit: (d: Situation) => void) => emit("change", edit);
const works = computed(() =>
  props.words.genres.flatMap((g) =>
    g.subjects.map((s) => ({ value: `${g.slug}/${s.slug}`, shown: `${g.label}: ${s.label.toLowerCase()}`, group: g.label })),
  ),
);
const LIGHT_AS = [
  { value: "ev100", shown: "EV" },
  { value: "lux", shown: "lux" },
  { value: "condition", shown: "described" },
  { value: "metered", shown: "metered" },
  { value: "sky", shown: "the sky’s" },
];
const METERED = [
  { at: "shutter_s", name: "time", before: "" },
  { at: "aperture", name: "aperture", before: "" },
  { at: "iso", name: "ISO", before: "ISO " },
] as const;
function setWork(value: string): void {
  const [g = "sports", s = ""] = value.split("/");
  set((d) => {
    d.genre = g as Situation["genre"];
    d.subject = s;
    d.motion = {};
    d.other_subjects = [];
    d.aims = {};
    d.support = null;
    d.concessions = null;
  });
}
function setBody(slug: string): void {
  const own = props.kit.bodies.find((b) => b.slug === slug)?.document.fixed_lens;
  set((d) => {
    d.body = slug;
    d.locks = {};
    const built = new Set(props.kit.bodies.map((b) => b.document.fixed_lens).filter(Boolean));
    const next = own ?? (built.has(d.lens) ? props.kit.lenses.find((l) => !built.has(l.slug))?.slug : d.lens);
    if (next && next !== d.lens) [d.lens, d.focal_length_mm] = [next, null];
  });
}
function setLens(slug: string): void {
  const chosen = props.kit.lenses.find((l) => l.slug === slug)?.document;
  set((d) => {
    d.lens = slug;
    if (d.focal_length_mm && chosen && (d.focal_length_mm < chosen.focal_min_mm || d.focal_length_mm > chosen.focal_max_mm))
      d.focal_length_mm = null;
    if (d.locks) d.locks.aperture = null;
  });
}
function setLightAs(kind: string): void {
  const ev = props.setup?.light.ev100 ?? 11;
  set((d) => {
    const { ev100: _e, lux: _l, condition: _c, metered: _m, sky: _s, ...beside } = d.light;
    const usual = condition.value;
    const kept = usual
      ? { stops_below: usual.stops_below, stops_above: usual.stops_above, kelvin: usual.kelvin, ...beside }
      : beside;
    if (kind === "ev100") d.light = { ...kept, ev100: Math.round(ev * 3) / 3 };
    else if (kind === "lux") d.light = { ...kept, lux: Math.round(2.5 * 2 ** ev * 10) / 10 };
    else if (kind === "sky") d.light = { swing_stops: beside.swing_stops, sky: { cloud: "clear" } };
    else if (kind === "condition") d.light = { swing_stops: beside.swing_stops, condition: "overcast" };
    else
      d.light = {
        ...kept,
        metered: {
          shutter_s: props.setup?.exposure.shutter_s ?? 0.004,
          aperture: props.setup?.exposure.aperture ?? 5.6,
          iso: props.setup?.exposure.iso ?? 100,
        },
      };
  });
}
const speed = computed(() => props.document.motion?.speed_m_s);
</script>

<template>
  <section aria-labelledby="situation">
    <h2 id="situation">Situation</h2>
    <FieldRow name="work" :error="error('/genre', '/subject')">
      <Choice name="work" :model-value="`${document.genre}/${subject?.slug}`" :options="works" @update:model-value="setWork" />
    </FieldRow>
    <FieldRow name="body" :error="error('/body')">
      <Choice name="body" :model-value="document.body" :options="pieces(kit.bodies)" @update:model-value="setBody" />
    </FieldRow>
    <FieldRow name="lens" :error="error('/lens', '/focal_length_mm')">
      <Choice name="lens" :model-value="document.lens" :options="pieces(lenses)" @update:model-value="setLens" />
      <template v-if="lens && lens.focal_max_mm > lens.focal_min_mm"
        ><span class="quiet">at</span>
        <NumberField
          label="focal length"
          unit="mm"
          :value="document.focal_length_mm"
          :usual="setup?.taken.focal_length_mm ?? lens.focal_max_mm"
          @change="(v) => set((d) => (d.focal_length_mm = v))"
      /></template>
    </FieldRow>
    <FieldRow name="light" :error="lightError">
      <Choice class="kind" name="light given as" :model-value="lightAs" :options="LIGHT_AS" @update:model-value="setLightAs" />
      <FromPicture :lenses="lenses" :clock="clock" @change="(edit) => set(edit)" />
      <NumberField
        v-if="lightAs === 'ev100'"
        label="EV at ISO 100"
        :step="1 / 3"
        :value="document.light.ev100"
        @change="(v) => v !== null && set((d) => (d.light.ev100 = v))"
      />
      <NumberField
        v-else-if="lightAs === 'lux'"
        label="lux"
        :step="10"
        :value="document.light.lux"
        @change="(v) => v !== null && set((d) => (d.light.lux = v))"
      />
      <Choice
        v-else-if="lightAs === 'condition'"
        name="described light"
        :model-value="document.light.condition ?? ''"
        :options="listed(words.conditions)"
        @update:model-value="(slug) => set((d) => (d.light.condition = slug))"
      />
      <template v-else-if="document.light.sky">
        <Choice
          name="how cloudy it is"
          :model-value="document.light.sky.cloud"
          :options="words.choices.cloud ?? []"
          @update:model-value="(cloud) => set((d) => (d.light.sky = { cloud: String(cloud) as 'clear' }))"
        />
        <span v-if="setup" class="quiet">at {{ document.starts_at.slice(0, 5) }}: EV {{ setup.light.ev100.toFixed(1) }}</span>
      </template>
      <span v-else-if="document.light.metered && setup" class="metered">
        <Choice
          v-for="dial in METERED"
          :key="dial.at"
          :name="`metered ${dial.name}`"
          :model-value="document.light.metered[dial.at]"
          :options="setup.dials[dial.at].map((s) => ({ value: s.value, shown: dial.before + s.label }))"
          @update:model-value="(v) => set((d) => d.light.metered && (d.light.metered[dial.at] = v))"
        />
      </span>
    </FieldRow>
    <FieldRow name="contrast" :error="error('/light/stops', '/light/swing', '/light/holds')">
      <span class="quiet">−</span>
      <NumberField
        label="stops below the key"
        :step="1 / 3"
        :value="document.light.stops_below"
        :usual="tones.below"
        @change="(v) => set((d) => (d.light.stops_below = v))"
      />
      <span class="quiet">to +</span>
      <NumberField
        label="stops above the key"
        :step="1 / 3"
        :value="document.light.stops_above"
        :usual="tones.above"
        @change="(v) => set((d) => (d.light.stops_above = v))"
      />
      <span class="quiet">must hold +</span>
      <NumberField
        label="brightest tone that must hold, stops above the key"
        :step="1 / 3"
        :value="document.light.holds_above"
        :usual="setup?.light.holds_above"
        @change="(v) => set((d) => (d.light.holds_above = v))"
      />
      <span class="quiet">swings</span>
      <NumberField
        label="swing of the light in stops"
        empty="usual"
        :step="1 / 3"
        :value="document.light.swing_stops"
        @change="(v) => set((d) => (d.light.swing_stops = v))"
      />
    </FieldRow>
    <FieldRow name="moves" :error="error('/motion/speed', '/motion/distance')">
      <NumberField
        label="speed"
        unit="m/s"
        :step="0.5"
        :value="speed"
        :usual="setup?.taken.speed_m_s ?? subject?.speed_m_s"
        @change="(v) => set((d) => (d.motion = { ...d.motion, speed_m_s: v }))"
      />
      <span class="quiet">at</span>
      <NumberField
        label="distance"
        :unit="unit"
        :value="far(document.motion?.distance_m)"
        :usual="far(setup?.taken.distance_m)"
        @change="(v) => set((d) => (d.motion = { ...d.motion, distance_m: near(v) }))"
      />
      <Choice
        name="movement shown as"
        :model-value="document.aims?.motion ?? ''"
        :options="orNone('as usual', words.choices.motion)"
        @update:model-value="(v) => set((d) => (d.aims = { ...d.aims, motion: (v || null) as never }))"
      />
    </FieldRow>
    <FieldRow name="must be sharp" :error="error('/motion/depth', '/motion/near', '/motion/far')">
      <span class="quiet">from</span>
      <NumberField
        label="sharp from"
        :unit="unit"
        :step="0.5"
        :value="far(document.motion?.near_m)"
        :usual="rounded(far(setup?.taken.near_m))"
        @change="(v) => set((d) => (d.motion = { ...d.motion, near_m: near(v), depth_m: null }))"
      />
      <span class="quiet">to</span>
      <NumberField
        label="sharp to"
        :unit="unit"
        :step="0.5"
        :value="far(document.motion?.far_m)"
        :usual="rounded(far(setup?.taken.far_m))"
        empty="infinity"
        @change="(v) => set((d) => (d.motion = { ...d.motion, far_m: near(v), depth_m: null }))"
      />
      <Choice
        name="depth aimed at"
        :model-value="document.aims?.depth ?? ''"
        :options="orNone('as usual', words.choices.depth)"
        @update:model-value="(v) => set((d) => (d.aims = { ...d.aims, depth: (v || null) as never }))"
      />
    </FieldRow>
    <OthersRows
      :document="document"
      :words="words"
      :shown="{ unit, far, metres: near }"
      :usual="{ distance_m: setup?.taken.distance_m, ev100: setup?.light.ev100 }"
      :error="error"
      @change="(edit) => set(edit)"
    />
    <FieldRow name="support">
      <Choice
        name="support"
        :model-value="document.support ?? ''"
        :options="orNone(`${genre?.support ?? ''}, as usual`, words.choices.support)"
        @update:model-value="(v) => set((d) => (d.support = (v || null) as never))"
      />
    </FieldRow>
    <FieldRow name="seen through">
      <Choice
        name="what it is seen through"
        :model-value="document.sight?.through ?? ''"
        :options="orNone('nothing', words.choices.through)"
        @update:model-value="(v) => set((d) => (d.sight = { ...d.sight, through: (v || null) as never }))"
      />
    </FieldRow>
    <FieldRow name="stands out">
      <Choice
        name="how it stands out"
        :model-value="document.sight?.outline ?? ''"
        :options="orNone('as most do', words.choices.outline)"
        @update:model-value="(v) => set((d) => (d.sight = { ...d.sight, outline: (v || null) as never }))"
      />
    </FieldRow>
    <FieldRow name="shown at" :error="error('/output/width', '/output/viewing')">
      <NumberField
        label="output width"
        unit="cm"
        :value="document.output?.width_cm"
        :usual="40"
        @change="(v) => set((d) => (d.output = { ...d.output, width_cm: v }))"
      />
      <span class="quiet">from</span>
      <NumberField
        label="viewing distance"
        unit="cm"
        :value="document.output?.viewing_distance_cm"
        :usual="50"
        @change="(v) => set((d) => (d.output = { ...d.output, viewing_distance_cm: v }))"
      />
    </FieldRow>
    <FieldRow name="file" :error="error('/delivery/deadline', '/file')">
      <Choice
        name="file"
        :model-value="document.file ?? ''"
        :options="orNone('decide for me', words.choices.file)"
        @update:model-value="(v) => set((d) => (d.file = (v || null) as never))"
      />
      <span class="quiet">due in</span>
      <NumberField
        label="hours to delivery"
        unit="h"
        empty="–"
        :value="document.delivery?.deadline_h"
        @change="(v) => set((d) => (d.delivery = { ...d.delivery, deadline_h: v }))"
      />
    </FieldRow>
  </section>
</template>

<style scoped>
:deep(.kind) {
  color: var(--second);
  font-weight: 450;
}
.metered {
  display: inline-flex;
  gap: 8px;
}
</style>
