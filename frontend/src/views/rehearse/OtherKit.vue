<script setup lang="ts">
import { computed, ref } from "vue";
import { client, ProblemError, take, type Asked, type Schemas } from "@/api/client";
import Choice from "@/fields/Choice.vue";
import { orNone, pieces } from "@/fields/options";

/** The same scene at the same light with another body or lens, to be set beside. */
const props = defineProps<{
  asked: Asked | null;
  kit: Schemas["KitOut"];
  what: { scene: string | null; own: number | null; seed: number };
}>();
const emit = defineEmits<{ beside: [frame: { token: string; label: string; aspect: number }] }>();
const body = ref("");
const lens = ref("");
const wrong = ref("");
const bodies = computed(() => props.kit.bodies.filter((b) => b.slug !== ""));
async function ask(): Promise<void> {
  const found = props.kit.bodies.find((b) => b.slug === body.value)?.document;
  const other = lens.value || found?.fixed_lens || "";
  const glass = props.kit.lenses.find((l) => l.slug === other)?.document;
  if (!props.asked || (!found && !glass)) return;
  const document = {
    ...props.asked.document,
    ...(found ? { body: body.value } : {}),
    ...(glass ? { lens: other, focal_length_mm: null } : {}),
    locks: {},
  };
  const situation = { ...props.asked, document };
  wrong.value = "";
  try {
    const { frame, aspect } = await take(client.POST("/api/rehearse/frame", { body: { situation, ...props.what } }));
    const label = `${found?.name ?? ""}${found && glass ? ", " : ""}${glass?.name ?? ""}: ${frame.figures.said}`;
    emit("beside", { token: frame.token, label, aspect });
  } catch (error) {
    wrong.value = error instanceof ProblemError ? error.message : "The server cannot be reached.";
  }
}
</script>

<template>
  <section aria-labelledby="other">
    <h2 id="other">The same with other kit</h2>
    <div class="row">
      <Choice v-model="body" name="another body" :options="orNone('this body', pieces(bodies))" />
      <Choice v-model="lens" name="another lens" :options="orNone('this lens', pieces(kit.lenses))" />
      <button class="button" :disabled="!body && !lens" @click="ask">Set it beside</button>
    </div>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
  </section>
</template>

<style scoped>
.row {
  display: grid;
  gap: 4px;
}
:deep(.choice) {
  min-height: 44px;
  max-width: 100%;
  border-bottom: 1px var(--ruled) var(--rule);
}
.button {
  justify-self: start;
  min-height: 44px;
  margin-top: 8px;
}
</style>
