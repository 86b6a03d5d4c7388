<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { ProblemError, type Schemas } from "@/api/client";
import { upload } from "@/api/upload";
import { scaled } from "@/picture/scaled";
import Stops from "@/ruler/Stops.vue";
import { useNames } from "@/api/queries";

const props = defineProps<{ id: number; answers: Schemas["CardSnapshot"]["answers"]; casts: Schemas["CastOut"][] }>();
const names = useNames();
const open = defineModel<boolean>({ required: true });

const asking = ref<"saw" | "much" | "answer">("saw");
const saw = ref("");
const much = ref("");
/** What the frame itself was found to show, where it was given. */
const shown = ref<Schemas["FrameShownOut"] | null>(null);
const said = ref("");
watch(open, () => {
  [asking.value, shown.value, said.value] = ["saw", null, ""];
});
async function give(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  if (!file) return;
  said.value = "looking at it";
  try {
    const path = `/api/cards/${props.id}/frame`;
    const tell = (part: number): void => void (said.value = part < 1 ? `sent ${Math.round(part * 100)} %` : "looking at it");
    const found = await upload<Schemas["FrameShownOut"]>(path, await scaled(file), tell, new AbortController().signal);
    [shown.value, said.value] = [found, ""];
    [saw.value, much.value, asking.value] = [found.saw, found.much, "answer"];
  } catch (error) {
    const places = error instanceof ProblemError ? Object.values(error.places) : [];
    said.value = `${places[0] ?? (error as Error).message} The two taps work without it.`;
  }
}
const kinds = computed(() => [...new Map([...props.answers, ...props.casts].map((a) => [a.saw, a.saw_label])).entries()]);
const amounts = computed(() => [
  ...props.answers.filter((a) => a.saw === saw.value),
  ...props.casts.filter((a) => a.saw === saw.value),
]);
/** What to do about white, where it was white that was wrong. */
const cast = computed(() => props.casts.find((a) => a.saw === saw.value && a.much === much.value));
const answer = computed(() => props.answers.find((a) => a.saw === saw.value && a.much === much.value));
const costs = computed(() => Object.entries(answer.value?.cost ?? {}).filter(([, v]) => Math.abs(v) > 0.02));
</script>

<template>
  <div v-if="open" class="sheet" role="dialog" aria-label="test frame">
    <template v-if="asking === 'saw'">
      <p>What did the test frame show?</p>
      <button v-for="[key, text] in kinds" :key="key" @click="((saw = key), (asking = 'much'))">{{ text }}</button>
      <label class="give"
        >give it the frame<input
          type="file"
          accept="image/*"
          class="visually-hidden"
          aria-label="give it the test frame"
          @change="give"
      /></label>
      <p v-if="said" role="status">{{ said }}</p>
    </template>
    <template v-else-if="asking === 'much'">
      <p>How much?</p>
      <button v-for="one in amounts" :key="one.much" @click="((much = one.much), (asking = 'answer'))">
        {{ one.much_label }}
      </button>
    </template>
    <p v-else-if="cast" class="set">{{ cast.words }}</p>
    <template v-else-if="answer || shown">
      <template v-if="shown">
        <img class="shown" :src="shown.marked" alt="the test frame: white hatched, black dotted" />
        <p>{{ shown.words }}</p>
      </template>
      <p v-if="!answer">Leave it as it is.</p>
      <p v-else-if="!answer.move_thirds">Leave it: the raw still holds what the preview warns of.</p>
      <template v-else>
        <p>
          <b>{{ answer.move_thirds }} third{{ answer.move_thirds === 1 ? "" : "s" }} {{ answer.moves }}</b>
        </p>
        <p class="set">{{ answer.shutter }}&ensp;{{ answer.aperture }}&ensp;ISO {{ answer.iso }}</p>
        <p v-for="[intent, stops] in costs" :key="intent">{{ names.intent(intent) }} <Stops :value="stops" signed /></p>
        <p v-if="!costs.length">Costs nothing that you asked for.</p>
        <p v-if="!answer.reachable">The dial ends before that.</p>
      </template>
      <p v-if="answer">{{ answer.reason }}</p>
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
.give {
  display: grid;
  place-items: center;
  min-height: 44px;
  border: 1px solid var(--ink);
  cursor: pointer;
}
.give:focus-within {
  outline: 2px solid var(--ink);
}
.shown {
  width: 100%;
  max-height: 36vh;
  object-fit: contain;
}
.set {
  font: 600 24px/30px "Archivo Variable";
}
</style>
