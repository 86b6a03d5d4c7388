<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

/** Raw and finished file over the ruler's own stops, by channel: what the preview hides stands between the two. */
const props = defineProps<{ tones: Schemas["ChannelsOut"]; clips: number; warns: number }>();
const WIDE = 262;
const HIGH = 46;
const FROM = -9;
const TO = 5;
const LINES = ["red", "green", "blue"];
const x = (stops: number): number => ((Math.min(Math.max(stops, FROM), TO) - FROM) / (TO - FROM)) * WIDE;
function outline(shares: number[], most: number): string {
  const { lowest, per_stop } = props.tones;
  const points = shares
    .map((share, k) => ({ at: lowest + k / per_stop, share }))
    .filter((bin) => bin.at >= FROM && bin.at < TO)
    .flatMap(({ at, share }) => {
      const high = HIGH - Math.sqrt(share / most) * (HIGH - 3);
      return [`${x(at).toFixed(1)} ${high.toFixed(1)}`, `${x(at + 1 / per_stop).toFixed(1)} ${high.toFixed(1)}`];
    });
  return `M${points.join("L")}`;
}
const charts = computed(() =>
  (["raw", "file"] as const).map((kind) => {
    const channels = props.tones[kind];
    const most = Math.max(1e-6, ...channels.flat());
    const end = kind === "raw" ? props.clips : props.warns;
    return { kind, lines: channels.map((shares) => outline(shares, most)), end, words: kind === "raw" ? "clips" : "warns" };
  }),
);
</script>

<template>
  <figure class="charts">
    <div v-for="chart in charts" :key="chart.kind" class="chart">
      <span class="label">{{ chart.kind === "raw" ? "raw" : "finished file" }}</span>
      <svg
        :viewBox="`0 0 ${WIDE} ${HIGH}`"
        role="img"
        :aria-label="`${chart.kind} histogram; it ${chart.words} ${chart.end.toFixed(1)} stops over the key`"
      >
        <path :d="`M0 ${HIGH - 0.5}H${WIDE}`" class="base" />
        <path :d="`M${x(0)} ${HIGH}v-5`" class="base" />
        <path v-for="(line, k) in chart.lines" :key="k" :d="line" :class="LINES[k]" />
        <path :d="`M${x(chart.end)} 0V${HIGH}`" class="end" />
      </svg>
    </div>
    <figcaption class="quiet">red solid, green dashed, blue dotted; stops from −9 to +5, the key at the tick</figcaption>
  </figure>
</template>

<style scoped>
.charts {
  max-width: 262px;
  margin: 0;
  padding: 8px 0;
}
.chart svg {
  display: block;
  width: 100%;
}
path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.green {
  stroke-dasharray: 5 2;
}
.blue {
  stroke-dasharray: 1 2;
}
.base {
  stroke: var(--second);
  stroke-width: 0.8;
}
.end {
  stroke: var(--binding);
  stroke-width: 1.5;
}
figcaption {
  font-size: 12px;
}
</style>
