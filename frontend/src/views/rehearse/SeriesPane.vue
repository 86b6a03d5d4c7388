<script setup lang="ts">
import type { Schemas } from "@/api/client";
import Strip from "./Strip.vue";

/** Twelve frames of a series, held and by each pattern: the light goes once up and down, the subject is pale, dark and in between. */
defineProps<{ found: Schemas["SteadyOut"] }>();
const sign = (stops: number): string => (Math.abs(stops) < 0.05 ? "0" : `${stops > 0 ? "+" : "−"}${Math.abs(stops).toFixed(1)}`);
</script>

<template>
  <div>
    <p class="reason">{{ found.because }}</p>
    <p class="reason">
      Below, the light swings {{ found.light_swing.toFixed(1) }} stops once, subjects differ by
      {{ found.tone_spread.toFixed(1) }}, and the framing changes a little from frame to frame; each way is corrected so that its
      frames are right on the whole.
    </p>
    <section v-for="row in found.rows" :key="row.label" :aria-label="row.label">
      <h3>
        {{ row.label }} <span class="quiet">{{ row.spread.toFixed(1) }} stops apart{{ row.chosen ? ", as set" : "" }}</span>
      </h3>
      <Strip :token="row.strip" :names="row.stops.map(sign)" :label="`a series, ${row.label}`" />
    </section>
  </div>
</template>

<style scoped>
.reason {
  font-size: 14px;
  line-height: 20px;
}
h3 {
  margin: 8px 0 0;
}
</style>
