<script setup lang="ts">
import { toRef } from "vue";
import type { Asked } from "@/api/client";
import { useTime } from "@/picture/useOnScene";
import { asItIs } from "@/picture/what";
import TimeRuler from "@/ruler/TimeRuler.vue";

/** The ruler of time in the shutter's row, small and without the picture: a hand that draws it holds a time. */
const props = defineProps<{ asked: Asked | null; id: number }>();
const emit = defineEmits<{ time: [seconds: number] }>();
const HIGH = 340;
const { answer: told, wrong } = useTime({ asked: toRef(props, "asked"), what: asItIs() });
</script>

<template>
  <div class="bench-time">
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <template v-if="told">
      <TimeRuler :told="told" :high="HIGH" @time="(t) => emit('time', t)" />
      <div>
        <p v-for="line in told.words" :key="line" class="reason">{{ line }}</p>
        <p><RouterLink :to="{ name: 'rehearse', params: { id }, query: { under: 'time' } }">With the picture</RouterLink></p>
      </div>
    </template>
  </div>
</template>

<style scoped>
.bench-time {
  display: grid;
  grid-template-columns: 252px minmax(0, 1fr);
  gap: 0 16px;
  padding: 6px 0;
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 6px 0;
}
@media (max-width: 760px) {
  .bench-time {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
