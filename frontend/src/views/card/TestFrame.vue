<script setup lang="ts">
import { computed, ref, watch } from "vue";
import type { Schemas } from "@/api/client";
import Stops from "@/ruler/Stops.vue";
import { inShort } from "@/words";

const props = defineProps<{ answers: Schemas["CardSnapshot"]["answers"] }>();
const open = defineModel<boolean>({ required: true });

const asking = ref<"saw" | "much" | "answer">("saw");
const saw = ref("");
const much = ref("");
watch(open, () => (asking.value = "saw"));
const kinds = computed(() => [...new Map(props.answers.map((a) => [a.saw, a.saw_label])).entries()]);
const amounts = computed(() => props.answers.filter((a) => a.saw === saw.value));
const answer = computed(() => props.answers.find((a) => a.saw === saw.value && a.much === much.value));
const costs = computed(() => Object.entries(answer.value?.cost ?? {}).filter(([, v]) => Math.abs(v) > 0.02));
</script>

<template>
  <div v-if="open" class="sheet" role="dialog" aria-label="test frame">
    <template v-if="asking === 'saw'">
      <p>What did the test frame show?</p>
      <button v-for="[key, text] in kinds" :key="key" @click="((saw = key), (asking = 'much'))">{{ text }}</button>
    </template>
    <template v-else-if="asking === 'much'">
      <p>How much?</p>
      <button v-for="one in amounts" :key="one.much" @click="((much = one.much), (asking = 'answer'))">
        {{ one.much_label }}
      </button>
    </template>
    <template v-else-if="answer">
      <p v-if="!answer.move_thirds">Leave it: the raw still holds what the preview warns of.</p>
      <template v-else>
        <p>
          <b>{{ answer.move_thirds }} third{{ answer.move_thirds === 1 ? "" : "s" }} {{ answer.moves }}</b>
        </p>
        <p class="set">{{ answer.shutter }}&ensp;{{ answer.aperture }}&ensp;ISO {{ answer.iso }}</p>
        <p v-for="[intent, stops] in costs" :key="intent">{{ inShort(intent) }} <Stops :value="stops" signed /></p>
        <p v-if="!costs.length">Costs nothing that you asked for.</p>
        <p v-if="!answer.reachable">The dial ends before that.</p>
      </template>
      <p>{{ answer.reason }}</p>
    </template>
    <button @click="open = false">{{ asking === "answer" ? "Done" : "Back" }}</button>
  </div>
</template>

<style scoped>
.sheet {
  position: fixed;
  left: 0;
  right: 0;
  bottom: 72px;
  max-width: 430px;
  margin: 0 auto;
  background: var(--bg);
  border-top: 2px solid var(--ink);
  padding: 12px 16px;
  display: grid;
  gap: 8px;
  z-index: 3;
}
.set {
  font: 600 24px/30px "Archivo Variable";
}
</style>
