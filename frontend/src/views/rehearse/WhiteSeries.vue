<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** Skin in twelve frames by each way of setting white: how far it is off, a bar a frame, and what that costs at the desk. */
defineProps<{ found: Schemas["WhiteSeriesOut"] }>();
const emit = defineEmits<{ course: [course: Schemas["WhiteSeriesOut"]["course"]] }>();
const HIGH = 28;
const MOST = 20;
const bar = (delta: number): number => (Math.min(delta, MOST) / MOST) * HIGH;
const off = (delta: number): string => delta.toFixed(delta < 10 ? 1 : 0);
const minutes = (value: number): string => (value < 0.5 ? "none" : `${Math.round(value)} min`);
</script>

<template>
  <p class="tools" role="group" aria-label="how the light goes on">
    <button
      v-for="one in found.courses"
      :key="one.slug"
      class="plain"
      :aria-pressed="one.slug === found.course"
      @click="emit('course', one.slug)"
    >
      {{ one.label }}
    </button>
  </p>
  <p v-for="line in found.words" :key="line" class="reason">{{ line }}</p>
  <table>
    <thead>
      <tr>
        <th>way</th>
        <th>skin, frame by frame</th>
        <th>mean</th>
        <th>worst</th>
        <th>raws</th>
        <th>finished</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="way in found.ways" :key="way.slug" :class="{ on: way.as_set }">
        <th scope="row">{{ way.label }}<span v-if="way.best" class="small">, least work</span></th>
        <td>
          <svg
            :width="way.deltas.length * 9"
            :height="HIGH"
            role="img"
            :aria-label="`from ${off(Math.min(...way.deltas))} to ${off(way.worst)}`"
          >
            <rect
              v-for="(delta, k) in way.deltas"
              :key="k"
              :x="k * 9"
              width="7"
              :y="HIGH - bar(delta)"
              :height="bar(delta)"
              :class="delta > 3 ? 'much' : 'little'"
            />
          </svg>
        </td>
        <td>{{ off(way.mean) }}</td>
        <td>{{ off(way.worst) }}</td>
        <td>{{ minutes(way.raw_min) }}</td>
        <td>{{ minutes(way.finished_min) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
}
.plain {
  min-height: 28px;
  text-decoration: underline;
  text-underline-offset: 4px;
}
.plain[aria-pressed="true"] {
  font-weight: 640;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 2px 8px 2px 0;
  border-bottom: 1px var(--ruled) var(--rule);
}
thead th {
  color: var(--second);
  font-size: 13px;
}
.on th {
  font-weight: 640;
}
svg {
  display: block;
}
.much {
  fill: var(--ink);
}
.little {
  fill: var(--bg);
  stroke: var(--ink);
}
.small {
  font-size: 13px;
  color: var(--second);
  font-weight: 400;
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 4px 0;
}
@media (max-width: 760px) {
  th,
  td {
    font-size: 14px;
    padding-right: 4px;
  }
  td:nth-child(4),
  th:nth-child(4) {
    display: none;
  }
}
</style>
