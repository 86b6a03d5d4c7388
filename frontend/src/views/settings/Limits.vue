<script setup lang="ts">
import type { Schemas } from "@/api/client";
import Choice from "@/fields/Choice.vue";
import { listed, orNone, type Option } from "@/fields/options";
import Tick from "@/fields/Tick.vue";
import { ORIGINS } from "./naming";
import type { Filter } from "./useFilter";

/** By what the settings that are shown may be limited, and what they are held against. */
defineProps<{ guide: Schemas["Guide"]; besides: Option<string>[]; open: boolean }>();
const filter = defineModel<Filter>({ required: true });
</script>

<template>
  <details class="fold" :open="open">
    <summary>limits</summary>
    <label class="field"
      ><span class="label">group</span><Choice v-model="filter.group" name="group" :options="orNone('all', listed(guide.groups))"
    /></label>
    <label class="field"
      ><span class="label">touches</span
      ><Choice
        v-model="filter.reach"
        name="touches"
        :options="
          orNone(
            'anything',
            guide.reaches.map(({ slug }) => ({ value: slug as string, shown: slug })),
          )
        "
    /></label>
    <label class="field"
      ><span class="label">origin</span
      ><Choice
        v-model="filter.origin"
        name="origin"
        :options="
          orNone(
            'any',
            Object.entries(ORIGINS).map(([value, shown]) => ({ value, shown })),
          )
        "
    /></label>
    <label class="field"
      ><span class="label">beside it</span
      ><Choice v-model="filter.against" name="beside it" :options="orNone('nothing', besides)"
    /></label>
    <Tick v-if="filter.against" v-model="filter.only">only what differs</Tick>
  </details>
</template>
