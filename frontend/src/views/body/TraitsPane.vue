<script setup lang="ts">
import { computed } from "vue";
import type { Body, Schemas } from "@/api/client";
import TextField from "@/fields/TextField.vue";
import AsItCame from "./AsItCame.vue";
import ChosenSettings from "./ChosenSettings.vue";
import { useTraitsChange, type Traits } from "./useTraitsChange";

const props = defineProps<{ slug: string; body: Body; version: string; guide: Schemas["Guide"] }>();
const { traits, keep, error, said } = useTraitsChange(props);
/** A view before the shot needs no saying where the finder shows the picture. */
const stated = computed(() =>
  props.guide.features.filter((f) => f.stated && (f.slug !== "live_view" || props.body.finder === "optical")),
);
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
    <label class="tick"
      ><input
        type="checkbox"
        :checked="traits.defaults_known"
        @change="keepFigure('defaults_known', ($event.target as HTMLInputElement).checked, 'kept')"
      />
      I have gone through how it leaves the box: what is not listed is as most bodies have it</label
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
    <label v-for="f in stated" :key="f.slug" class="tick"
      ><input
        type="checkbox"
        :checked="traits.features?.includes(f.slug)"
        @change="feature(f.slug, ($event.target as HTMLInputElement).checked)"
      />
      {{ f.label }}</label
    >
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
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 30px;
}
@media (max-width: 760px) {
  .tick {
    min-height: 44px;
  }
}
</style>
