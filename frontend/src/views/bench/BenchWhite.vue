<script setup lang="ts">
import { computed, ref, toRef } from "vue";
import type { Asked } from "@/api/client";
import { useWhite } from "@/picture/useOnScene";
import { asItIs } from "@/picture/what";
import Swatches from "@/picture/Swatches.vue";
import WhiteRuler from "@/ruler/WhiteRuler.vue";
import { nextOn } from "@/ruler/white";

/** The ruler of white in its row, small and without the picture: a hand that draws it sets kelvin. */
const props = defineProps<{ asked: Asked | null; id: number }>();
const emit = defineEmits<{ kelvin: [value: number]; tint: [name: string] }>();
const HIGH = 340;
const { answer: told, wrong } = useWhite({ asked: toRef(props, "asked"), what: asItIs() }, ref("faces"));
const rows = computed(() => told.value?.rows.slice(0, 3) ?? []);
function step(by: number): void {
  const next = nextOn(told.value?.kelvins ?? [], told.value?.kelvin ?? 0, by);
  if (next !== undefined) emit("kelvin", next);
}
</script>

<template>
  <div class="bench-white">
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <template v-if="told">
      <WhiteRuler :told="told" :high="HIGH" @kelvin="(k) => emit('kelvin', k)" @tint="(name) => emit('tint', name)" />
      <div>
        <p v-for="row in rows" :key="row.label" class="row">
          <span>{{ row.label }}</span>
          <Swatches :patches="row.patches" :plain="row.kelvin === null" />
        </p>
        <p v-for="line in told.words" :key="line" class="reason">{{ line }}</p>
        <p class="tools">
          <template v-if="told.kelvins.length">
            <button class="button" aria-label="one step of the dial colder" @click="step(-1)">− a step</button>
            <button class="button" aria-label="one step of the dial warmer" @click="step(1)">+ a step</button>
          </template>
          <RouterLink :to="{ name: 'rehearse', params: { id }, query: { under: 'white' } }">With the picture</RouterLink>
        </p>
      </div>
    </template>
  </div>
</template>

<style scoped>
.bench-white {
  display: grid;
  grid-template-columns: 252px minmax(0, 1fr);
  gap: 0 16px;
  padding: 6px 0;
}
.row {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  margin: 0 0 4px;
  font-size: 14px;
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 6px 0;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
@media (max-width: 760px) {
  .bench-white {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
