<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

const props = defineProps<{ situations: Schemas["SituationRow"][] }>();
const LOW = -10;
const HIGH = 16;
const hours = (clock: string) => Number(clock.slice(0, 2)) + Number(clock.slice(3, 5)) / 60;
const height = (ev: number | null | undefined) => 108 - (((ev ?? 0) - LOW) / (HIGH - LOW)) * 100;
const curve = computed(() =>
  props.situations
    .filter((s) => s.ev100 !== null)
    .map((s, k) => `${k ? "L" : "M"}${((hours(s.starts_at) / 24) * 1000).toFixed(1)} ${height(s.ev100).toFixed(1)}`)
    .join(""),
);
</script>

<template>
  <div class="line" role="img" :aria-label="`The light along the day, from ${situations[0]?.starts_at ?? 'morning'} on`">
    <svg viewBox="0 0 1000 120" preserveAspectRatio="none">
      <path d="M0 112H1000" class="ink" />
      <path :d="curve" class="light" />
    </svg>
    <span v-for="h in [0, 6, 12, 18]" :key="h" class="hour" :style="{ left: `${(h / 24) * 100}%` }"
      >{{ String(h).padStart(2, "0") }}:00</span
    >
    <span
      v-for="s in situations"
      :key="s.id"
      class="dot"
      :style="{ left: `${(hours(s.starts_at) / 24) * 100}%`, top: `${height(s.ev100)}px` }"
      ><b :class="{ before: hours(s.starts_at) > 20 }"
        >EV {{ s.ev100 === null ? "–" : String(Math.round(s.ev100 * 10) / 10).replace("-", "−") }}</b
      ></span
    >
  </div>
</template>

<style scoped>
.line {
  position: relative;
  height: 132px;
  margin: 12px 0;
}
.line svg {
  width: 100%;
  height: 120px;
}
.ink {
  stroke: var(--ink);
  vector-effect: non-scaling-stroke;
}
.light {
  fill: none;
  stroke: var(--second);
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}
.dot b.before {
  left: auto !important;
  right: -4px;
}
.hour {
  position: absolute;
  top: 116px;
  font-size: 12px;
  color: var(--second);
}
.dot {
  position: absolute;
  width: 9px;
  height: 9px;
  margin: -4px 0 0 -4px;
  background: var(--ink);
}
.dot b {
  position: absolute;
  left: -4px;
  top: -20px;
  font-size: 12px;
  font-weight: 560;
  white-space: nowrap;
}
@media (max-width: 900px) {
  .dot b {
    display: none;
  }
}
</style>
