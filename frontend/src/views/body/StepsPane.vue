<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, take, type Body, type Schemas } from "@/api/client";
import { keyOf } from "@/api/keys";
import { decimal } from "@/fields/typed";
import TextField from "@/fields/TextField.vue";
import Tick from "@/fields/Tick.vue";
import { useTraitsChange, type Traits } from "./useTraitsChange";

/** The steps that a body prints in place of words, and its presets of them: what it shows on either side of our words. */
type Preset = Schemas["PresetForm"];
const props = defineProps<{ slug: string; body: Body; version: string }>();
const { traits, keep, error, said } = useTraitsChange(props);
const wrong = ref("");
const { data: told } = useQuery({
  queryKey: computed(() => keyOf("steps", props.slug, props.version)),
  queryFn: () => take(client.GET("/api/kit/bodies/{slug}/steps", { params: { path: { slug: props.slug } } })),
});
const scales = computed(() => told.value?.scales ?? []);
const known = computed(() => scales.value.filter((scale) => traits.value.scales?.[scale.setting]));
const presets = computed<Preset[]>(() => traits.value.presets ?? []);
/** What an end of a scale reads; its highest step may be either end. */
function end(setting: string, last: boolean): string {
  const scale = traits.value.scales?.[setting];
  if (!scale) return "";
  return String(last !== Boolean(scale.turned) ? scale.highest : scale.lowest);
}
function whole(text: string, what: string): number | null {
  const number = text ? decimal(text) : NaN;
  wrong.value = Number.isInteger(number) ? "" : `${what}: type a whole number, such as 2 or -2`;
  return wrong.value ? null : number;
}
/** Half a scale is kept here until its other end is typed. */
const half = ref<Record<string, Partial<Record<"first" | "last", number>>>>({});
function setEnd(scale: Schemas["OwnScaleOut"], last: boolean, text: string): void {
  const { setting } = scale;
  if (!text) {
    half.value[setting] = {};
    wrong.value = "";
    void keep((now) => ({ scales: without(now.scales ?? {}, setting), presets: bare(now, setting) }), "not known any more");
    return;
  }
  const number = whole(text, last ? scale.last : scale.first);
  if (number === null) return;
  const other = half.value[setting]?.[last ? "first" : "last"] ?? decimal(end(setting, !last) || "x");
  half.value[setting] = { ...half.value[setting], [last ? "last" : "first"]: number };
  if (!Number.isInteger(other)) return;
  const [first, final] = last ? [other, number] : [number, other];
  const value = { lowest: Math.min(first, final), highest: Math.max(first, final), turned: first > final };
  void keep((now) => ({ scales: { ...now.scales, [setting]: value } }), "kept");
}
const without = <T,>(of: Record<string, T>, setting: string): Record<string, T> =>
  Object.fromEntries(Object.entries(of).filter(([slug]) => slug !== setting));
/** Presets say nothing any more of a scale that has gone; one that says nothing at all goes with it. */
const bare = (now: Traits, setting: string): Preset[] =>
  (now.presets ?? [])
    .map((preset) => ({ ...preset, steps: without(preset.steps, setting) }))
    .filter((preset) => Object.keys(preset.steps).length);
function change(k: number, preset: Preset | null, words: string): void {
  void keep((now) => {
    const presets = (now.presets ?? []).flatMap((one, at) => (at === k ? (preset ? [preset] : []) : [one]));
    return { presets, presets_only: Boolean(now.presets_only) && presets.length > 0 };
  }, words);
}
function setStep(k: number, preset: Preset, setting: string, text: string): void {
  const number = text ? whole(text, preset.name) : null;
  if (text && number === null) return;
  const steps = number === null ? without(preset.steps, setting) : { ...preset.steps, [setting]: number };
  if (Object.keys(steps).length) change(k, { ...preset, steps }, "kept");
  else wrong.value = `${preset.name}: leave it at least one step, or take it out`;
}
function add(): void {
  const names = new Set(presets.value.map((preset) => preset.name));
  const name = Array.from({ length: names.size + 1 }, (_, k) => `preset ${k + 1}`).find((one) => !names.has(one)) ?? "";
  const steps = Object.fromEntries(
    known.value.map((scale) => [scale.setting, traits.value.scales?.[scale.setting]?.lowest ?? 0]),
  );
  void keep((now) => ({ presets: [...(now.presets ?? []), { name, steps }] }), "written down: give it its name and its steps");
}
</script>

<template>
  <section>
    <h2>Its own steps</h2>
    <fieldset v-for="scale in scales" :key="scale.setting">
      <legend>{{ scale.label }}</legend>
      <label
        ><span>{{ scale.first }} is</span
        ><TextField
          inputmode="text"
          maxlength="4"
          placeholder="a word"
          :aria-label="`${scale.label}: ${scale.first} is step`"
          :value="end(scale.setting, false)"
          @change="(text) => setEnd(scale, false, text)"
      /></label>
      <label
        ><span>{{ scale.last }} is</span
        ><TextField
          inputmode="text"
          maxlength="4"
          placeholder="a word"
          :aria-label="`${scale.label}: ${scale.last} is step`"
          :value="end(scale.setting, true)"
          @change="(text) => setEnd(scale, true, text)"
      /></label>
      <p v-if="scale.steps.length" class="steps">
        <span v-for="step in scale.steps" :key="step.value"
          ><b>{{ step.printed }}</b> {{ step.label }}</span
        >
      </p>
    </fieldset>
    <template v-if="known.length">
      <h3>Its presets of these</h3>
      <fieldset v-for="(preset, k) in presets" :key="k">
        <label class="name"
          ><span class="quiet">name</span
          ><TextField
            required
            maxlength="40"
            :value="preset.name"
            :aria-label="`name of preset ${k + 1}`"
            @change="(name) => change(k, { ...preset, name }, 'kept')"
        /></label>
        <label v-for="scale in known" :key="scale.setting" class="of-preset"
          ><span>{{ scale.label }}</span
          ><TextField
            inputmode="text"
            maxlength="4"
            placeholder="stays"
            :value="String(preset.steps[scale.setting] ?? '')"
            :aria-label="`${preset.name}: ${scale.label}`"
            @change="(text) => setStep(k, preset, scale.setting, text)"
        /></label>
        <p class="steps">
          <span>{{ told?.presets[k]?.words }}</span>
          <button class="plain" :aria-label="`take ${preset.name} out`" @click="change(k, null, 'taken out')">take out</button>
        </p>
      </fieldset>
      <button class="button" @click="add">Write a preset down</button>
      <p v-if="presets.length">
        <Tick
          :model-value="traits.presets_only ?? false"
          @update:model-value="(presets_only) => keep(() => ({ presets_only }), 'kept')"
          >they are set in no other way</Tick
        >
      </p>
    </template>
    <p class="quiet" role="status">{{ said }}</p>
    <p v-if="error || wrong" class="error" role="alert">{{ wrong || error }}</p>
  </section>
</template>

<style scoped>
fieldset {
  border: 0;
  border-bottom: 1px var(--ruled) var(--rule);
  margin: 0;
  padding: 6px 0;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 16px;
}
legend {
  padding: 0;
  margin: 0;
  float: left;
  grid-column: 1 / -1;
  font: 480 14px/20px "Archivo Variable";
}
label {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 76px;
  gap: 8px;
  align-items: center;
  min-height: 36px;
}
.name {
  grid-column: 1 / -1;
  grid-template-columns: 60px minmax(0, 1fr);
}
.of-preset {
  grid-column: 1 / -1;
}
.steps {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  margin: 2px 0;
  font-size: 13px;
  color: var(--second);
}
.steps b {
  color: var(--ink);
}
h3 {
  margin: 14px 0 0;
}
.plain {
  text-decoration: underline;
  text-underline-offset: 4px;
}
@media (max-width: 760px) {
  label,
  .plain {
    min-height: 44px;
  }
}
</style>
