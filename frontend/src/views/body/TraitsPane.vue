<script setup lang="ts">
import { computed } from "vue";
import type { Body, Schemas } from "@/api/client";
import { saidFirst } from "@/fields/saidFirst";
import TextField from "@/fields/TextField.vue";
import AsItCame from "./AsItCame.vue";
import ChosenSettings from "./ChosenSettings.vue";
import { useTraitsChange, type Traits } from "./useTraitsChange";
import Tick from "@/fields/Tick.vue";

const props = defineProps<{ slug: string; body: Body; version: string; guide: Schemas["Guide"] }>();
const { traits, keep, error, said } = useTraitsChange(props);
/** A view before the shot needs no saying where the finder shows the picture. */
const stated = computed(() =>
  props.guide.features.filter((f) => f.stated && (f.slug !== "live_view" || props.body.finder === "optical")),
);
/** What it had as the page came stands first, the rest folded; of a body of which nothing is said, all of it is there. */
const first = new Set(props.body.traits?.features ?? []);
const parts = computed(() => saidFirst(stated.value, (f) => first.has(f.slug)));
const label = (slug: string): string => props.guide.settings.find((s) => s.slug === slug)?.label ?? slug;
/** Defaults that were said one by one. */
const came = computed(() =>
  Object.entries(traits.value.defaults ?? {}).map(([setting, value]) => {
    const values = props.guide.settings.find((s) => s.slug === setting)?.values ?? [];
    return { setting, value, shown: values.find((v) => v.value === value)?.shown ?? String(value) };
  }),
);

const keepFigure = <K extends keyof Traits>(key: K, figure: Traits[K], words: string): Promise<boolean> =>
  keep(() => ({ [key]: figure }) as Partial<Traits>, words);
function feature(token: string, on: boolean): void {
  void keep((now) => {
    const rest = (now.features ?? []).filter((f) => f !== token);
    return { features: on ? [...rest, token] : rest };
  }, "kept");
}
</script>

<template>
  <section>
    <h2>What it has</h2>
    <p class="reason">What cannot be read off its figures. A setting is asked for only where the body has what it needs.</p>
    <label class="field"
      ><span class="label">firmware</span
      ><TextField
        :value="traits.firmware ?? ''"
        maxlength="40"
        placeholder="as the menu shows it"
        @change="(text) => keepFigure('firmware', text, 'firmware kept')"
    /></label>
    <Tick :model-value="traits.defaults_known" @update:model-value="(on) => keepFigure('defaults_known', on, 'kept')"
      >I have gone through how it leaves the box: what is not listed is as most bodies have it</Tick
    >
    <p class="small">
      <span class="quiet"
        >{{ came.length }} {{ came.length === 1 ? "setting" : "settings" }} said one by one; each is said where it stands in all
        settings, or among the checks.</span
      ><span v-for="row in came" :key="row.setting" class="one"
        >{{ label(row.setting) }}:
        <AsItCame :body="slug" :setting="row.setting" :value="row.value" :shown="row.shown" :guessed="false"
      /></span>
    </p>
    <component
      :is="part.folds ? 'details' : 'div'"
      v-for="part in parts"
      :key="String(part.folds)"
      :class="part.folds ? 'fold' : 'many'"
    >
      <summary v-if="part.folds">{{ part.rows.length }} more that it may have</summary>
      <Tick
        v-for="f in part.rows"
        :key="f.slug"
        :model-value="traits.features?.includes(f.slug)"
        @update:model-value="(on) => feature(f.slug, on)"
        >{{ f.label }}</Tick
      >
    </component>
    <ChosenSettings
      name="it lacks"
      empty="a setting that others have…"
      out="it has it"
      :chosen="traits.absent ?? []"
      :guide="guide"
      :says="(one) => `this body has ${one}`"
      @add="(slug, label) => keep((now) => ({ absent: [...(now.absent ?? []), slug] }), `${label} is not on this body`)"
      @drop="(slug) => keep((now) => ({ absent: now.absent?.filter((a) => a !== slug) }), 'kept')"
    />
    <p v-if="traits.dropped?.length" class="small quiet">
      Free of: {{ traits.dropped.map((slug) => slug.replaceAll("_", " ")).join(", ") }}
    </p>
    <p v-if="error" class="error" role="alert">{{ error }}</p>
    <p class="quiet" role="status">{{ said }}</p>
  </section>
</template>

<style scoped src="./beside.css"></style>
<style scoped>
.many {
  columns: 2 300px;
  column-gap: 40px;
}
.many > :deep(*) {
  break-inside: avoid-column;
}
</style>
