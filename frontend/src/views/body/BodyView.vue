<script setup lang="ts">
import { computed } from "vue";
import { useDialect, useGuide, useHeld, useKit } from "@/api/queries";
import Conflict from "../Conflict.vue";
import FactsSheet from "./FactsSheet.vue";
import { useWords } from "./useWords";
import WordsSheet from "./WordsSheet.vue";

const props = defineProps<{ slug: string }>();
const { data: kit } = useKit();
const { data: guide } = useGuide();
const { data: stored, isError } = useDialect(() => props.slug);
const { data: state } = useHeld(() => props.slug);
const words = useWords(() => props.slug, stored);
const { entries, said, theirs, past, settle, undo } = words;
const piece = computed(() => kit.value?.bodies.find((b) => b.slug === props.slug));
</script>

<template>
  <main v-if="isError" class="body page"><p class="reason">This body is not in your kit.</p></main>
  <main v-else-if="stored && guide" class="body page">
    <Conflict v-if="theirs" :mine="{ rows: entries.length }" :theirs="{ rows: theirs.entries?.length ?? 0 }" @settle="settle" />
    <h1>{{ piece?.document.name ?? slug }}</h1>
    <p class="reason">
      Its own words: what each menu item is called here, and where it stands. Wherever a setting is shown for this body, these
      words come first. Edit a label or a page where it stands; Alt and the arrows move a row.
    </p>
    <div class="tools">
      <button class="button" :disabled="!past.length" @click="undo">Undo</button>
      <RouterLink :to="{ name: 'first_day', params: { slug } }">The first day with it</RouterLink>
      <RouterLink :to="{ name: 'link', params: { slug } }">Plug it in</RouterLink>
      <a :href="`/api/kit/bodies/${slug}/dialect.csv`" download>Words, CSV</a>
      <a :href="`/api/kit/bodies/${slug}/dialect.json`" :download="`${slug}-words.json`">Words, JSON</a>
      <a :href="`/api/kit/bodies/${slug}/profile.json`" :download="`${slug}.json`">Body and words, JSON</a>
      <span class="quiet" role="status">{{ said }}</span>
    </div>
    <WordsSheet :words="words" :guide="guide" />
    <FactsSheet v-if="piece" :piece="piece" :guide="guide" :state="state" :words="words" />
  </main>
</template>

<style scoped>
.body {
  max-width: none;
}
</style>
