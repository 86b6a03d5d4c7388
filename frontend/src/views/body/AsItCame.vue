<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, ProblemError, take } from "@/api/client";
import { changed } from "@/api/keys";
import { useKit } from "@/api/queries";
import Choice from "@/fields/Choice.vue";
import { type Option } from "@/fields/options";

/** How a setting left the box: a guess until its owner says so, here. */
const props = defineProps<{
  body: string;
  setting: string;
  value: string | number;
  shown: string;
  guessed: boolean;
  choices?: Option<string | number>[];
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
  await changed(queries, "kit");
}
</script>

<template>
  <span class="came">
    <Choice v-if="choices?.length" name="it came with" :model-value="value" :options="choices" @update:model-value="say" />
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
