<script setup lang="ts">
import { computed } from "vue";
import type { Body, Schemas } from "@/api/client";
import TextField from "@/fields/TextField.vue";
import ChosenSettings from "./ChosenSettings.vue";
import { useTraitsChange, type Traits } from "./useTraitsChange";
import Choice from "@/fields/Choice.vue";
import { orNone } from "@/fields/options";

const props = defineProps<{ slug: string; body: Body; version: string; guide: Schemas["Guide"] }>();
const { traits, keep, error, said } = useTraitsChange(props);
const MOST = 10;
const COUNTS = Array.from({ length: MOST }, (_, k) => ({ value: k + 1, shown: String(k + 1) }));
const second = computed(() => traits.value.second_bank ?? null);
const named = (text: string): string[] => (text.trim() ? text.split(",").map((name) => name.trim()) : []);
const change = (part: Partial<NonNullable<Traits["second_bank"]>>, words: string): void =>
  void keep((now) => ({ second_bank: now.second_bank && { ...now.second_bank, ...part } }), words);
/** A second bank begins with what it usually holds: a whole group of settings. */
function begin(group: string): void {
  const only = props.guide.settings.filter((s) => s.group === group).map((s) => s.slug);
  if (only.length) void keep(() => ({ second_bank: { label: group, slots: 2, only, names: [] } }), "written down");
}
const groups = computed(() => [...new Set(props.guide.settings.map((s) => s.group))]);
/** Without anything to hold there is no second bank. */
function drop(slug: string): void {
  const only = (second.value?.only ?? []).filter((s) => s !== slug);
  if (only.length) change({ only }, "kept");
  else void keep(() => ({ second_bank: null }), "there is no second bank");
}
</script>

<template>
  <section>
    <h2>Its slots</h2>
    <label class="field"
      ><span class="label">slots</span
      ><Choice
        name="how many slots"
        :model-value="traits.slots ?? 0"
        :options="[{ value: 0, shown: 'none' }, ...COUNTS]"
        @update:model-value="(slots) => keep(() => ({ slots }), 'slots kept')"
    /></label>
    <template v-if="traits.slots">
      <label class="field"
        ><span class="label">their names</span
        ><TextField
          :value="(traits.slot_names ?? []).join(', ')"
          maxlength="250"
          placeholder="slot 1, slot 2; as A, B or wings, hall"
          @change="(text) => keep(() => ({ slot_names: named(text) }), 'names kept')"
      /></label>
      <ChosenSettings
        name="hold no"
        empty="a setting that a slot leaves as it is…"
        out="they hold it"
        :chosen="traits.slot_leaves_out ?? []"
        :guide="guide"
        :says="(one) => `slots hold ${one}`"
        @add="
          (slug, label) => keep((now) => ({ slot_leaves_out: [...(now.slot_leaves_out ?? []), slug] }), `${label} is in no slot`)
        "
        @drop="(slug) => keep((now) => ({ slot_leaves_out: now.slot_leaves_out?.filter((s) => s !== slug) }), 'kept')"
      />
      <label v-if="!second" class="field"
        ><span class="label">second bank</span
        ><Choice
          name="a second bank of slots, which holds"
          model-value=""
          :options="
            orNone(
              'none; or one that holds all of…',
              groups.map((group) => ({ value: group, shown: group })),
            )
          "
          @update:model-value="begin"
      /></label>
      <template v-else>
        <label class="field"
          ><span class="label">second bank</span
          ><TextField :value="second.label" required maxlength="40" @change="(text) => change({ label: text }, 'name kept')"
        /></label>
        <label class="field"
          ><span class="label">its slots</span
          ><Choice
            name="how many slots of the second bank"
            :model-value="second.slots"
            :options="COUNTS"
            @update:model-value="(slots) => change({ slots }, 'kept')"
        /></label>
        <label class="field"
          ><span class="label">their names</span
          ><TextField
            :value="(second.names ?? []).join(', ')"
            maxlength="250"
            aria-label="names of the slots of the second bank"
            :placeholder="`${second.label} 1, ${second.label} 2`"
            @change="(text) => change({ names: named(text) }, 'names kept')"
        /></label>
        <ChosenSettings
          name="it holds"
          empty="put a setting into it…"
          out="not in it"
          :chosen="second.only"
          :guide="guide"
          :says="(one) => `the second bank does not hold ${one}`"
          @add="(slug, label) => change({ only: [...(second?.only ?? []), slug] }, `${label} is held by it`)"
          @drop="drop"
        />
        <button class="plain" @click="keep(() => ({ second_bank: null }), 'there is no second bank')">
          Take the second bank out
        </button>
      </template>
    </template>
    <p v-if="error" class="error" role="alert">{{ error }}</p>
    <p class="quiet" role="status">{{ said }}</p>
  </section>
</template>

<style scoped src="./beside.css"></style>
