<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, ProblemError, take } from "@/api/client";
import { useKit } from "@/api/queries";

type Choice = { value: string | number; shown: string };
/** How a setting left the box: a guess until its owner says so, here. */
const props = defineProps<{
  body: string;
  setting: string;
  value: string | number;
  shown: string;
  guessed: boolean;
  choices?: Choice[];
}>();
const queries = useQueryClient();
const { data: kit } = useKit();
/** Said of this setting by itself, and not only of all of them at once. */
const listed = computed(
  () => props.setting in (kit.value?.bodies.find((b) => b.slug === props.body)?.document.traits?.defaults ?? {}),
);
const error = ref("");
async function say(value: string | number | null): Promise<void> {
  error.value = "";
  try {
    await take(
      client.PUT("/api/kit/bodies/{slug}/defaults", {
        params: { path: { slug: props.body } },
        body: { values: { [props.setting]: value } },
      }),
    );
  } catch (caught) {
    error.value = caught instanceof ProblemError ? caught.message : "The server cannot be reached; nothing was written down.";
    return;
  }
  for (const stale of ["kit", "checks", "walk", "slots", "first"]) await queries.invalidateQueries({ queryKey: [stale] });
}
function otherwise(event: Event): void {
  const chosen = props.choices?.find((c) => String(c.value) === (event.target as HTMLSelectElement).value);
  if (chosen) void say(chosen.value);
}
</script>

<template>
  <span class="came">
    <select v-if="choices?.length" class="plain" aria-label="it came with" :value="String(value)" @change="otherwise">
      <option v-for="choice in choices" :key="String(choice.value)" :value="String(choice.value)">{{ choice.shown }}</option>
    </select>
    <span v-else>{{ shown }}</span>
    <template v-if="guessed">
      <span class="quiet">a guess</span>
      <button class="plain" data-repeats @click="say(value)">it came so</button>
    </template>
    <button v-else-if="listed" class="plain" data-repeats @click="say(null)">not sure after all</button>
    <span v-if="error" class="error" role="alert">{{ error }}</span>
  </span>
</template>

<style scoped>
.came {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
}
</style>
