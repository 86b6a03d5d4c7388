<script setup lang="ts">
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";

/** A test frame of a cast: which, how much, and what to set. */
const props = defineProps<{ answers: Schemas["CastOut"][] }>();
const emit = defineEmits<{ set: [values: Record<string, string | number>] }>();
const saw = ref("");
const much = ref("");
const kinds = computed(() => [...new Map(props.answers.map((one) => [one.saw, one.saw_label])).entries()]);
const answer = computed(() => props.answers.find((one) => one.saw === saw.value && one.much === much.value));
</script>

<template>
  <p class="tools">
    <span class="small">it came out</span>
    <button v-for="[slug, label] in kinds" :key="slug" class="plain" :aria-pressed="saw === slug" @click="saw = slug">
      {{ label }}
    </button>
    <template v-if="saw">
      <span class="small">by</span>
      <button
        v-for="one in answers.filter((a) => a.saw === saw)"
        :key="one.much"
        class="plain"
        :aria-pressed="much === one.much"
        @click="much = one.much"
      >
        {{ one.much_label }}
      </button>
    </template>
  </p>
  <p v-if="answer" class="tools" role="status">
    <b>{{ answer.words }}</b>
    <button v-if="Object.keys(answer.set).length" class="button" @click="emit('set', answer.set)">Set it</button>
  </p>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  margin: 6px 0;
}
.plain {
  min-height: 44px;
  padding: 0 6px;
  text-decoration: underline;
  text-underline-offset: 4px;
}
.plain[aria-pressed="true"] {
  font-weight: 640;
}
.small {
  font-size: 13px;
  color: var(--second);
}
</style>
