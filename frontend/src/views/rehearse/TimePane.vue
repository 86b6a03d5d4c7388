<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

/** Time by looking: what share of frames is sharp about the time that is set, what lamps make of it, and what each shutter allows. */
const props = defineProps<{ told: Schemas["TimeOnSceneOut"] | null }>();
const emit = defineEmits<{ time: [seconds: number] }>();
const HIGH = 56;
const WIDE = 22;
const percent = (share: number): string => `${Math.round(share * 100)}\u00a0%`;
const most = computed(() => Math.max(0.5, ...(props.told?.lamps ?? []).map((one) => one.swing)));
const bar = (swing: number): number => Math.max(1, (swing / most.value) * HIGH);
</script>

<template>
  <div v-if="told">
    <p v-for="line in told.words" :key="line" class="reason">{{ line }}</p>
    <template v-if="told.chances.length">
      <h3>Sharp as a whole</h3>
      <table>
        <thead>
          <tr>
            <th>time</th>
            <th>one frame</th>
            <th></th>
            <th>of {{ told.burst }} one</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in told.chances" :key="one.time_s" :class="{ on: one.as_set }">
            <th scope="row">{{ one.label }}</th>
            <td class="wide"><span class="bar" :style="{ width: `${one.one * 100}%` }" /></td>
            <td>{{ percent(one.one) }}</td>
            <td>{{ percent(one.burst) }}</td>
            <td>
              <button v-if="!one.as_set" class="plain" :aria-label="`set ${one.label}`" @click="emit('time', one.time_s)">
                set
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <template v-if="told.lamps.length">
      <h3>Under these lamps, stops from frame to frame</h3>
      <div class="lamps" role="group" aria-label="swing of brightness by time">
        <button
          v-for="one in told.lamps"
          :key="one.time_s"
          class="plain lamp"
          :class="{ on: one.as_set }"
          :aria-label="`${one.label}: ${one.safe ? 'steady' : `${one.swing.toFixed(1)} stops`}`"
          @click="emit('time', one.time_s)"
        >
          <svg :width="WIDE" :height="HIGH" aria-hidden="true">
            <rect
              x="2"
              :width="WIDE - 4"
              :y="HIGH - bar(one.swing)"
              :height="bar(one.swing)"
              :class="one.safe ? 'safe' : 'swings'"
            />
          </svg>
          <span>{{ one.label }}</span>
        </button>
      </div>
      <p class="small">Open bars are not seen.</p>
    </template>
    <h3>By shutter</h3>
    <table>
      <thead>
        <tr>
          <th></th>
          <th>shortest</th>
          <th>with flash</th>
          <th>skew</th>
          <th>bands</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in told.shutters" :key="one.label" :class="{ on: one.as_set }">
          <th scope="row">{{ one.label }}</th>
          <td>{{ one.shortest }}</td>
          <td>{{ one.sync ?? "no flash" }}</td>
          <td>{{ one.skew_px < 0.5 ? "none" : `${Math.round(one.skew_px)} px` }}</td>
          <td>{{ one.bands < 0.05 ? "none" : one.bands.toFixed(1) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-else class="quiet" role="status">being computed on the scene</p>
</template>

<style scoped>
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 4px 0;
}
h3 {
  margin: 14px 0 4px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 3px 8px 3px 0;
  border-bottom: 1px var(--ruled) var(--rule);
  white-space: nowrap;
}
thead th {
  color: var(--second);
  font-size: 13px;
}
.on th,
.on td,
.lamp.on span {
  font-weight: 640;
}
.wide {
  width: 46%;
}
.bar {
  display: block;
  height: 9px;
  background: var(--ink);
}
.lamps {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(36px, 1fr));
  gap: 4px 0;
}
.lamp {
  display: grid;
  justify-items: center;
  font-size: 12px;
}
.lamp svg {
  display: block;
}
.swings {
  fill: var(--ink);
}
.safe {
  fill: var(--bg);
  stroke: var(--ink);
}
.small {
  font-size: 13px;
  color: var(--second);
}
td .plain {
  min-height: 28px;
  text-decoration: underline;
  text-underline-offset: 4px;
}
@media (max-width: 760px) {
  td .plain {
    min-height: 44px;
  }
}
</style>
