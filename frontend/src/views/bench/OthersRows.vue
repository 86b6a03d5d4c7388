<script setup lang="ts">
import { computed } from "vue";
import type { Schemas, Situation } from "@/api/client";
import NumberField from "@/fields/NumberField.vue";
import FieldRow from "./FieldRow.vue";
import Choice from "@/fields/Choice.vue";
import { listed, orNone } from "@/fields/options";

/** What else is in the picture: further lights, and others that are to be sharp with the subject. */
const props = defineProps<{
  document: Situation;
  words: Schemas["Words"];
  /** Metres in the unit that is shown, and back. */
  shown: {
    unit: string;
    far: (m: number | null | undefined) => number | null | undefined;
    metres: (v: number | null) => number | null;
  };
  usual: { distance_m?: number | null; ev100?: number };
  error: (place: string) => string | undefined;
}>();
const emit = defineEmits<{ change: [edit: (d: Situation) => void] }>();

type Light = NonNullable<Situation["other_lights"]>[number];
type Other = NonNullable<Situation["other_subjects"]>[number];
const lights = computed(() => props.document.other_lights ?? []);
const others = computed(() => props.document.other_subjects ?? []);
const condition = (light: Light) => props.words.conditions.find((c) => c.slug === light.condition);

function changeLight(k: number, to: Partial<Light> | null): void {
  emit("change", (d) => {
    d.other_lights = lights.value.flatMap((light, at) => (at === k ? (to ? [{ ...light, ...to }] : []) : [light]));
  });
}
function changeOther(k: number, to: Partial<Other> | null): void {
  emit("change", (d) => {
    d.other_subjects = others.value.flatMap((other, at) => (at === k ? (to ? [{ ...other, ...to }] : []) : [other]));
  });
}
function describe(k: number, slug: string): void {
  changeLight(
    k,
    slug ? { condition: slug, ev100: null, kelvin: null } : { condition: null, ev100: condition(lights.value[k]!)?.ev100 ?? 8 },
  );
}
const addLight = () =>
  emit("change", (d) => (d.other_lights = [...lights.value, { ev100: Math.round((props.usual.ev100 ?? 8) * 3) / 3 }]));
const addOther = () =>
  emit(
    "change",
    (d) => (d.other_subjects = [...others.value, { distance_m: Number((props.usual.distance_m ?? 5).toPrecision(2)) }]),
  );
</script>

<template>
  <FieldRow name="also lit by" :error="error('/other_lights')">
    <span v-for="(light, k) in lights" :key="k" class="one">
      <Choice
        :name="`further light ${k + 1}`"
        :model-value="light.condition ?? ''"
        :options="orNone('EV', listed(words.conditions))"
        @update:model-value="(slug) => describe(k, slug)"
      />
      <NumberField
        v-if="!light.condition"
        :label="`EV of further light ${k + 1}`"
        :step="1 / 3"
        :value="light.ev100"
        @change="(v) => v !== null && changeLight(k, { ev100: v })"
      />
      <NumberField
        :label="`kelvin of further light ${k + 1}`"
        unit="K"
        :step="100"
        :value="light.kelvin"
        :usual="condition(light)?.kelvin ?? 5500"
        @change="(v) => changeLight(k, { kelvin: v })"
      />
      <button class="plain small" :aria-label="`leave out further light ${k + 1}`" @click="changeLight(k, null)">
        leave out
      </button>
    </span>
    <button v-if="lights.length < words.most_others" class="plain small" @click="addLight">
      {{ lights.length ? "and another" : "a further light" }}
    </button>
  </FieldRow>
  <FieldRow name="also sharp" :error="error('/other_subjects')">
    <span v-for="(other, k) in others" :key="k" class="one">
      <span class="quiet">at</span>
      <NumberField
        :label="`distance of other ${k + 1}`"
        :unit="shown.unit"
        :step="0.5"
        :value="shown.far(other.distance_m)"
        @change="(v) => v !== null && changeOther(k, { distance_m: shown.metres(v)! })"
      />
      <span class="quiet">moving</span>
      <NumberField
        :label="`speed of other ${k + 1}`"
        :unit="other.speed_m_s === null || other.speed_m_s === undefined ? undefined : 'm/s'"
        :step="0.5"
        :value="other.speed_m_s"
        empty="with it"
        @change="(v) => changeOther(k, { speed_m_s: v })"
      />
      <button class="plain small" :aria-label="`leave out other ${k + 1}`" @click="changeOther(k, null)">leave out</button>
    </span>
    <button v-if="others.length < words.most_others" class="plain small" @click="addOther">
      {{ others.length ? "and another" : "somebody else" }}
    </button>
  </FieldRow>
</template>

<style scoped>
.one {
  display: flex;
  flex-wrap: wrap;
  gap: 0 6px;
  align-items: baseline;
  width: 100%;
}
</style>
