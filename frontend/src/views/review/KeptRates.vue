<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

/** Of judged frames by stops, how many are kept, each with the span of nineteen in twenty; and where it falls to half. */
const props = defineProps<{
  rates: Schemas["RateOut"][];
  label: string;
  at?: number | null;
  low?: number | null;
  high?: number | null;
}>();
const [WIDE, HIGH, STEP, LEFT] = [30, 110, 74, 46];
const first = computed(() => props.rates[0]?.stops ?? 0);
const last = computed(() => props.rates[props.rates.length - 1]?.stops ?? 0);
const x = (stops: number): number => LEFT + 34 + (stops - first.value) * STEP;
const y = (share: number): number => 12 + HIGH * (1 - share);
const width = computed(() => x(last.value) + 50);
const percent = (share: number): string => `${Math.round(100 * share)} %`;
const told = computed(() =>
  props.rates.map((one) => `${one.label}: ${one.kept} of ${one.frames}, ${percent(one.kept / one.frames)}`).join("; "),
);
const bands = computed(() =>
  props.at == null || props.low == null || props.high == null
    ? null
    : { at: x(props.at), low: x(Math.max(props.low, first.value - 0.4)), high: x(Math.min(props.high, last.value + 0.4)) },
);
</script>

<template>
  <div class="scroll" tabindex="0" role="group" :aria-label="label">
    <svg :width="width" :height="HIGH + 54" role="img" :aria-label="told">
      <g v-for="share in [0, 0.5, 1]" :key="share">
        <path :d="`M${LEFT} ${y(share)}H${width - 8}`" class="rule" />
        <text :x="LEFT - 6" :y="y(share) + 4" text-anchor="end">{{ percent(share) }}</text>
      </g>
      <template v-if="bands">
        <rect :x="bands.low" y="12" :width="bands.high - bands.low" :height="HIGH" class="band" />
        <path :d="`M${bands.at} 6V${HIGH + 12}`" class="limit" />
      </template>
      <g v-for="one in rates" :key="one.stops" :transform="`translate(${x(one.stops)} 0)`">
        <rect :x="-WIDE / 2" :y="y(one.kept / one.frames)" :width="WIDE" :height="y(0) - y(one.kept / one.frames)" class="bar" />
        <path :d="`M0 ${y(one.low)}V${y(one.high)}M-5 ${y(one.low)}h10M-5 ${y(one.high)}h10`" class="span" />
        <text :y="HIGH + 30" text-anchor="middle">{{ one.label }}</text>
        <text :y="HIGH + 46" text-anchor="middle" class="count">{{ one.kept }} of {{ one.frames }}</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
svg {
  display: block;
}
text {
  font-size: 12px;
  fill: var(--ink);
}
.count {
  fill: var(--second);
}
.rule {
  stroke: var(--rule);
}
.bar {
  fill: var(--sunk);
  stroke: var(--ink);
}
.span {
  stroke: var(--ink);
  fill: none;
}
.band {
  fill: none;
  stroke: var(--second);
  stroke-dasharray: 3 3;
}
.limit {
  stroke: var(--ink);
  stroke-width: 3;
}
</style>
