<script setup lang="ts">
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import { useTheme } from "@/stores/theme";

/** Two bodies at one moment: their frames side by side, pair by pair, and every pair as a point of how far they differ. */
const props = defineProps<{ one: Schemas["BodiesTogether"] }>();
const theme = useTheme();
const hidden = computed(() => theme.name === "red" && !theme.pictures);
const at = ref(0);
const pair = computed(() => props.one.moments[Math.min(at.value, props.one.moments.length - 1)]);
const go = (by: number): void => {
  at.value = Math.min(Math.max(0, at.value + by), props.one.moments.length - 1);
};
const amount = (value: number | null, digits: number, unit: string, ways: [string, string]): string =>
  value === null ? "" : `${Math.abs(value).toFixed(digits)} ${unit} ${value < 0 ? ways[0] : ways[1]}`;
const later = (s: number): string => (Math.abs(s) < 0.05 ? "at once" : amount(s, 1, "s", ["earlier", "later"]));
const words = computed(() => {
  const now = pair.value;
  return now
    ? [
        later(now.apart_s),
        amount(now.stops, 1, "stops", ["darker", "brighter"]),
        amount(now.mired, 0, "mired", ["colder", "warmer"]),
      ]
        .filter(Boolean)
        .join(", ")
    : "";
});
const SIDE = 210;
const PAD = 26;
const points = computed(() =>
  props.one.moments.flatMap((moment, k) =>
    moment.stops === null || moment.mired === null ? [] : [{ k, stops: moment.stops, mired: moment.mired }],
  ),
);
const far = computed(() => ({
  stops: Math.max(0.5, ...points.value.map((one) => Math.abs(one.stops))),
  mired: Math.max(10, ...points.value.map((one) => Math.abs(one.mired))),
}));
const x = (mired: number): number => SIDE / 2 + (mired / far.value.mired) * (SIDE / 2 - PAD);
const y = (stops: number): number => SIDE / 2 - (stops / far.value.stops) * (SIDE / 2 - PAD);
const small = (id: number): string => `/api/came/${id}/small.jpg`;
</script>

<template>
  <section class="moment" :aria-label="`${one.first} and ${one.second} at one moment`">
    <p>{{ one.text }}</p>
    <div v-if="pair" class="three">
      <figure v-for="(id, k) in [pair.first, pair.second]" :key="k">
        <img v-if="!hidden" :src="small(id)" :alt="`by ${k ? one.second : one.first} at ${pair.at}`" />
        <p v-else class="quiet">pictures are off by this lamp</p>
        <figcaption>
          <b>{{ k ? one.second : one.first }}</b> <span class="quiet">{{ k ? words : pair.at }}</span>
        </figcaption>
      </figure>
      <svg
        v-if="points.length"
        :width="SIDE"
        :height="SIDE"
        role="img"
        :aria-label="`how far the second differs in ${points.length} pairs, brighter upwards, warmer to the right`"
      >
        <path :d="`M0 ${SIDE / 2}H${SIDE}M${SIDE / 2} 0V${SIDE}`" class="nought" />
        <path :d="`M${SIDE / 2 - 4} ${PAD}h8M${SIDE - PAD} ${SIDE / 2 - 4}V${SIDE - 20}`" class="nought" />
        <text :x="SIDE / 2 + 6" y="12">{{ far.stops.toFixed(1) }} stops brighter</text>
        <text :x="SIDE" :y="SIDE - 6" text-anchor="end">{{ far.mired.toFixed(0) }} mired warmer</text>
        <circle
          v-for="point in points"
          :key="point.k"
          :cx="x(point.mired)"
          :cy="y(point.stops)"
          :r="point.k === at ? 5 : 3"
          :class="{ now: point.k === at }"
        />
      </svg>
    </div>
    <p v-if="one.moments.length > 1" class="acts">
      <button class="button" :disabled="!at" @click="go(-1)">Earlier pair</button>
      <button class="button" :disabled="at >= one.moments.length - 1" @click="go(1)">Later pair</button>
      <span class="quiet" role="status">{{ at + 1 }} of {{ one.moments.length }}</span>
    </p>
  </section>
</template>

<style scoped>
.moment {
  padding: 8px 0 12px;
}
.moment > p {
  max-width: 90ch;
}
.three {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: flex-start;
}
figure {
  margin: 0;
  width: min(280px, 100%);
}
img {
  display: block;
  width: 100%;
}
figcaption {
  font-size: 13px;
  padding-top: 3px;
}
text {
  font-size: 12px;
  fill: var(--second);
}
.nought {
  stroke: var(--rule);
}
circle {
  fill: none;
  stroke: var(--ink);
}
.now {
  fill: var(--ink);
}
.acts {
  display: flex;
  gap: 8px 14px;
  align-items: center;
}
</style>
