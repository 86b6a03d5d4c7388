<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { decimal, inThirds, stops } from "./typed";

const props = defineProps<{
  label: string;
  value: number | null | undefined;
  usual?: number | null;
  unit?: string;
  step?: number;
  empty?: string;
}>();
const emit = defineEmits<{ change: [value: number | null] }>();

const text = ref("");
const wrong = ref("");
const editing = ref(false);
const THIRD = 1 / 3;
const show = (v: number | null | undefined) =>
  v === null || v === undefined ? "" : props.step === THIRD ? inThirds(v) : String(Math.round(v * 100) / 100);
const placeholder = computed(() => show(props.usual) || props.empty);
const width = computed(() => `${Math.max(1, text.value.length || (placeholder.value ?? "").length) + 0.7}ch`);
watch(
  () => props.value,
  (v) => {
    if (!editing.value) text.value = show(v);
  },
  { immediate: true },
);
function typed(): void {
  if (text.value.trim() === "") {
    wrong.value = "";
    emit("change", null);
    return;
  }
  const number = props.step === THIRD ? stops(text.value) : decimal(text.value);
  if (Number.isFinite(number)) {
    wrong.value = "";
    emit("change", number);
  } else wrong.value = `“${text.value}” is not a number; write ${show(props.usual ?? 1)} or 2.5`;
}
function nudge(by: number): void {
  const from = props.value ?? props.usual ?? 0;
  emit("change", Math.round((from + by * (props.step ?? 1)) * 1000) / 1000);
  editing.value = false;
}
function leave(): void {
  editing.value = false;
  if (!wrong.value) text.value = show(props.value);
}
</script>

<template>
  <span class="number">
    <input
      v-model="text"
      class="plain"
      inputmode="decimal"
      :style="{ width }"
      :aria-label="label"
      :aria-invalid="!!wrong"
      :placeholder="placeholder"
      @focus="editing = true"
      @blur="leave"
      @input="typed"
      @keydown.up.prevent="nudge(1)"
      @keydown.down.prevent="nudge(-1)"
    /><span v-if="unit" class="unit">{{ unit }}</span>
    <span v-if="wrong" class="error" role="alert">{{ wrong }}</span>
  </span>
</template>

<style scoped>
.number {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 4px;
  font-weight: 560;
}
input::placeholder {
  color: var(--second);
  font-weight: 450;
  opacity: 1;
}
.unit {
  font-weight: 450;
  color: var(--second);
}
</style>
