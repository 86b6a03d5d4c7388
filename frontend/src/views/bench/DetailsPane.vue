<script setup lang="ts">
import { ref } from "vue";
import type { Decided, Schemas, Situation } from "@/api/client";
import { notStops, stopsIn } from "@/fields/typed";
import TextField from "@/fields/TextField.vue";
import FieldRow from "./FieldRow.vue";
import NumberField from "@/fields/NumberField.vue";
import Choice from "@/fields/Choice.vue";
import { orNone } from "@/fields/options";
import Tick from "@/fields/Tick.vue";

const props = defineProps<{
  document: Situation;
  setup: Decided | null;
  words: Schemas["Words"];
  bag: number[];
  errors: Record<string, string>;
}>();
const emit = defineEmits<{ change: [edit: (d: Situation) => void] }>();
const set = (edit: (d: Situation) => void) => emit("change", edit);
const filtersWrong = ref("");
function setFilters(text: string): void {
  const stops = stopsIn(text);
  filtersWrong.value = stops ? "" : notStops(text);
  if (stops) set((d) => (d.filters_stops = text ? stops : null));
}
/** What a light may be made of, by the list that comes with the words. */
type MadeOf = Situation["light"]["made_of"];
const INDOORS = [
  { value: "", shown: "indoors or out, as usual" },
  { value: true, shown: "indoors" },
  { value: false, shown: "outdoors" },
] as const;
const error = (place: string) => Object.entries(props.errors).find(([pointer]) => pointer.startsWith(place))?.[1];
</script>

<template>
  <details class="fold">
    <summary>More about it</summary>
    <FieldRow name="called" :error="error('/title')">
      <TextField
        class="wide"
        aria-label="title"
        maxlength="120"
        :value="document.title"
        required
        @change="(title) => set((d) => (d.title = title))"
      />
    </FieldRow>
    <FieldRow name="begins" :error="error('/starts_at')">
      <TextField
        type="time"
        aria-label="begins at"
        :value="document.starts_at.slice(0, 5)"
        required
        @change="(at) => set((d) => (d.starts_at = at))"
      />
    </FieldRow>
    <FieldRow name="its parts" :error="error('/motion/limb') ?? error('/motion/followed')">
      <NumberField
        label="speed of its fastest part against it"
        unit="m/s, its fastest part"
        :step="0.5"
        :value="document.motion?.limb_m_s"
        :usual="setup?.taken.limb_m_s"
        @change="(v) => set((d) => (d.motion = { ...d.motion, limb_m_s: v }))"
      />
      <span class="quiet">left when followed</span>
      <NumberField
        label="share of its movement left when the camera follows, none to one"
        :step="0.05"
        :value="document.motion?.followed"
        :usual="setup?.taken.followed"
        @change="(v) => set((d) => (d.motion = { ...d.motion, followed: v }))"
      />
    </FieldRow>
    <FieldRow name="deep" :error="error('/motion/depth')">
      <NumberField
        label="depth about the distance"
        unit="m, half on either side"
        :step="0.1"
        :value="document.motion?.depth_m"
        empty="by near and far"
        @change="(v) => set((d) => (d.motion = { ...d.motion, depth_m: v, near_m: null, far_m: null }))"
      />
    </FieldRow>
    <FieldRow name="filters" :error="error('/filters') ?? filtersWrong">
      <TextField
        class="wide"
        aria-label="neutral filters in the bag, in stops"
        :placeholder="bag.length ? `${bag.join(', ')} stops, your bag` : 'none; write 3, 6, 10 for stops'"
        :value="document.filters_stops?.join(', ') ?? ''"
        @change="setFilters"
      />
    </FieldRow>
    <FieldRow name="crosses at" :error="error('/motion/angle')">
      <NumberField
        label="angle of movement"
        unit="°, 90 straight across"
        :step="5"
        :value="document.motion?.angle_deg"
        :usual="setup?.taken.angle_deg ?? undefined"
        @change="(v) => set((d) => (d.motion = { ...d.motion, angle_deg: v, plan: null }))"
      />
      <span v-if="document.motion?.plan" class="quiet">as drawn</span>
    </FieldRow>
    <FieldRow v-if="document.genre === 'night_sky'" name="looks to" :error="error('/overhead')">
      <NumberField
        label="bearing that the camera looks to, degrees from north by east"
        unit="°, 90 is east"
        :step="5"
        :value="document.overhead?.toward_deg"
        empty="as its subject"
        @change="(v) => set((d) => (d.overhead = { ...d.overhead, toward_deg: v }))"
      />
    </FieldRow>
    <FieldRow v-if="document.genre === 'night_sky'" name="declination" :error="error('/motion/declination')">
      <NumberField
        label="declination of the stars"
        unit="°"
        :step="5"
        :value="document.motion?.declination_deg"
        :usual="0"
        @change="(v) => set((d) => (d.motion = { ...d.motion, declination_deg: v ?? 0 }))"
      />
    </FieldRow>
    <FieldRow name="made of" :error="error('/light/made_of')">
      <Choice
        name="what the light is made of"
        :model-value="document.light.made_of ?? ''"
        :options="orNone('as usual', words.choices.made_of)"
        @update:model-value="
          (v) => set((d) => (d.light = { ...d.light, made_of: (v || null) as MadeOf, kelvin: v ? null : d.light.kelvin }))
        "
      />
    </FieldRow>
    <FieldRow name="colour" :error="error('/light/kelvin') ?? error('/light/keeps_colour') ?? error('/light/sources')">
      <NumberField
        label="colour temperature"
        unit="K"
        :step="100"
        :value="document.light.kelvin"
        empty="as usual"
        @change="(v) => set((d) => (d.light.kelvin = v))"
      />
      <span class="quiet">kept</span>
      <NumberField
        label="share of the light's own colour that is kept, none to one"
        :step="0.25"
        :value="document.light.keeps_colour"
        empty="as usual"
        @change="(v) => set((d) => (d.light.keeps_colour = v))"
      />
      <Choice
        name="place"
        :model-value="document.light.indoors ?? ''"
        :options="INDOORS"
        @update:model-value="(v) => set((d) => (d.light.indoors = v === '' ? null : v))"
      />
      <span class="quiet">kinds of light</span>
      <NumberField
        label="kinds of light"
        :value="document.light.sources"
        :usual="1"
        @change="(v) => set((d) => (d.light.sources = v))"
      />
    </FieldRow>
    <FieldRow name="flicker" :error="error('/light/flicker')">
      <NumberField
        label="flicker of the lamps"
        unit="Hz, 0 for none"
        :step="10"
        :value="document.light.flicker_hz"
        empty="as usual"
        @change="(v) => set((d) => (d.light.flicker_hz = v))"
      />
    </FieldRow>
    <FieldRow name="looked at" :error="error('/output/acuity')">
      <Choice
        name="how closely it is looked at"
        :model-value="document.output?.acuity ?? ''"
        :options="orNone('as in my profile', words.choices.acuity)"
        @update:model-value="(v) => set((d) => (d.output = { ...d.output, acuity: (v || undefined) as never }))"
      />
    </FieldRow>
    <FieldRow name="cable" :error="error('/delivery/cable')">
      <Tick
        :model-value="document.delivery?.cable"
        @update:model-value="(cable) => set((d) => (d.delivery = { ...d.delivery, cable }))"
        >to a computer, as frames are taken</Tick
      >
    </FieldRow>
    <FieldRow name="handed over" :error="error('/delivery')">
      <NumberField
        label="pictures to hand over"
        unit="pictures"
        :step="10"
        :value="document.delivery?.count"
        empty="any"
        @change="(v) => set((d) => (d.delivery = { ...d.delivery, count: v }))"
      />
      <span class="quiet">of</span>
      <NumberField
        label="frames that you expect to shoot"
        unit="frames"
        :step="50"
        :value="document.delivery?.frames"
        empty="as usual"
        @change="(v) => set((d) => (d.delivery = { ...d.delivery, frames: v }))"
      />
      <TextField
        class="shape"
        aria-label="shape, width to height"
        placeholder="3:2"
        :value="document.delivery?.shape ?? ''"
        @change="(shape) => set((d) => (d.delivery = { ...d.delivery, shape: shape || null }))"
      />
      <Choice
        name="colour space"
        :model-value="document.delivery?.colour_space ?? ''"
        :options="orNone('any colour space', words.choices.colour_space)"
        @update:model-value="(v) => set((d) => (d.delivery = { ...d.delivery, colour_space: (v || null) as never }))"
      />
    </FieldRow>
    <FieldRow name="note" :error="error('/note')">
      <TextField
        class="wide"
        aria-label="note"
        :rows="2"
        maxlength="2000"
        :value="document.note ?? ''"
        @change="(note) => set((d) => (d.note = note))"
      />
    </FieldRow>
  </details>
</template>

<style scoped>
.wide {
  width: 100%;
}
.shape {
  width: 6ch;
}
:deep(textarea) {
  resize: vertical;
}
</style>
