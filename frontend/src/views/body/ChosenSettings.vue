<script setup lang="ts">
import type { Schemas } from "@/api/client";
import Choice from "@/fields/Choice.vue";
import { listed, orNone } from "@/fields/options";

/** Settings that were chosen, each with a way out again, and a list of the others to choose from. */
const props = defineProps<{
  chosen: readonly string[];
  guide: Schemas["Guide"];
  /** What is chosen for. */
  name: string;
  empty: string;
  /** What takes one out again, and what that says of it. */
  out: string;
  says: (label: string) => string;
}>();
const emit = defineEmits<{ add: [slug: string, label: string]; drop: [slug: string] }>();
const label = (slug: string): string => props.guide.settings.find((s) => s.slug === slug)?.label ?? slug;
function add(slug: string): void {
  if (slug) emit("add", slug, label(slug));
}
</script>

<template>
  <label class="field"
    ><span class="label">{{ name }}</span
    ><Choice
      :name="name"
      model-value=""
      :options="orNone(empty, listed(guide.settings.filter((g) => !chosen.includes(g.slug))))"
      @update:model-value="add"
  /></label>
  <p v-if="chosen.length" class="small">
    <span v-for="one in chosen" :key="one" class="one"
      >{{ label(one)
      }}<button class="plain" data-repeats :aria-label="says(label(one))" @click="emit('drop', one)">{{ out }}</button></span
    >
  </p>
</template>

<style scoped src="./beside.css"></style>
