<script setup lang="ts">
import { computed } from "vue";
import Tick from "@/fields/Tick.vue";
import FramePicture from "@/picture/FramePicture.vue";
import { frameAt } from "@/picture/frames";
import ByEye from "./ByEye.vue";
import WhiteCasts from "./WhiteCasts.vue";
import WhiteSeries from "./WhiteSeries.vue";
import Swatches from "@/picture/Swatches.vue";
import type { Matters, useWhite } from "./useWhite";

/** White by looking: ways to set it on skin and paper, whites side by side, what is left of the light's colour, a card, the eye, and two lights at once. */
const props = defineProps<{ white: ReturnType<typeof useWhite>; aspect: number }>();
const found = computed(() => props.white.told.value);
const beside = computed(() => props.white.beside.value ?? []);
const measured = computed(() => props.white.measured.value);
const series = computed(() => props.white.series.value);
const places = computed(() => props.white.places.value);
const MATTERS: { slug: Matters; label: string }[] = [
  { slug: "faces", label: "faces" },
  { slug: "room", label: "the room" },
  { slug: "paper", label: "paper" },
];
const kelvin = (value: number): string => `${Math.round(value)}\u00a0K`;
const tint = (value: number): string =>
  Math.abs(value) < 1 ? "" : `${Math.abs(value).toFixed(0)} ${value > 0 ? "greener" : "pinker"}`;
const mireds = (value: number): string =>
  Math.abs(value) < 1 ? "as set" : `${Math.abs(value).toFixed(0)} ${value < 0 ? "colder" : "warmer"}`;
const off = (delta: number): string => delta.toFixed(delta < 10 ? 1 : 0);
const part = (share: number | null): string => (share === null ? "" : `${Math.round(share * 100)}\u00a0%`);
</script>

<template>
  <div v-if="found" class="white">
    <p v-for="line in found.words" :key="line" class="reason">{{ line }}</p>
    <table class="ways">
      <caption class="visually-hidden">
        ways to set white, on skin, paper and cloth
      </caption>
      <thead>
        <tr>
          <th>white</th>
          <th></th>
          <th>
            <span class="heads"
              ><span v-for="one in found.rows[0]?.patches" :key="one.name">{{ one.name }}</span></span
            >
          </th>
          <th>skin</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in found.rows" :key="row.label" :class="{ on: row.as_set }">
          <th scope="row">{{ row.label }}</th>
          <td>{{ row.kelvin === null ? "" : kelvin(row.kelvin) }}</td>
          <td class="wide"><Swatches :patches="row.patches" :plain="row.kelvin === null" /></td>
          <td>{{ row.kelvin === null ? "" : off(row.skin) }}</td>
          <td>
            <button
              v-if="Object.keys(row.set).length"
              class="plain"
              :aria-label="`set it ${row.label}`"
              @click="white.set(row.set)"
            >
              set
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small">Each figure is how far it is from itself by daylight, as CIEDE2000: to 1 unseen, to 3 seen side by side.</p>

    <p v-if="!found.kelvins.length" class="reason">This body sets no white by its number: its presets are on the bench.</p>
    <h3 v-else id="whites">Side by side</h3>
    <div class="strip" role="group" aria-labelledby="whites">
      <button
        v-for="one in beside"
        :key="one.kelvin"
        class="plain beside"
        :class="{ on: one.as_set }"
        :aria-label="`set ${Math.round(one.kelvin)} kelvin, ${mireds(one.mired)}`"
        @click="white.kelvin(one.kelvin)"
      >
        <FramePicture
          :src="frameAt(one.token, { view: 'finder', width: 160, marks: false })"
          :alt="kelvin(one.kelvin)"
          :aspect="aspect"
        />
        <Swatches :patches="one.patches" />
        <b>{{ kelvin(one.kelvin) }}</b>
        <span class="small">{{ mireds(one.mired) }}</span>
      </button>
    </div>
    <p v-if="found.kelvins.length" class="tools">
      <button class="button" aria-label="one step of the dial colder" @click="white.step(-1)">− a step</button>
      <button class="button" aria-label="one step of the dial warmer" @click="white.step(1)">+ a step</button>
      <span v-if="found.glow.length" class="glow" role="group" aria-label="how much of the light's own colour is kept">
        <span class="small">its glow kept</span>
        <button
          v-for="one in found.glow"
          :key="one.share"
          class="plain"
          :aria-pressed="Math.abs(found.kelvin - one.kelvin) < 1"
          @click="white.kelvin(one.kelvin)"
        >
          {{ part(one.share) }}
        </button>
      </span>
    </p>

    <template v-if="found.lights.length > 1">
      <h3>Two lights</h3>
      <table class="lights">
        <thead>
          <tr>
            <th>light</th>
            <th>of the picture</th>
            <th>its white</th>
            <th>skin as set</th>
            <th>at its own white</th>
            <th>filter</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in found.lights" :key="one.name">
            <th scope="row">{{ one.name }}</th>
            <td>{{ part(one.share) }}</td>
            <td>{{ kelvin(one.kelvin) }} {{ tint(one.tint) }}</td>
            <td>{{ off(one.skin) }}, {{ one.skin_seen }}</td>
            <td>{{ off(one.at_best) }}</td>
            <td>{{ one.gel === null ? "" : `${Math.abs(one.gel).toFixed(0)} mired ${one.gel > 0 ? "orange" : "blue"}` }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="found.compromise" class="tools">
        <span class="small">least wrong for</span>
        <button
          v-for="one in MATTERS"
          :key="one.slug"
          class="plain"
          :aria-pressed="white.matters.value === one.slug"
          @click="white.judge(one.slug)"
        >
          {{ one.label }}
        </button>
        <b>{{ kelvin(found.compromise.kelvin) }} {{ tint(found.compromise.tint) }}</b>
        <span class="small">skin: {{ found.compromise.wrong.join("; ") }}</span>
        <button v-if="found.kelvins.length" class="button" @click="white.kelvin(found.compromise.kelvin)">Set it</button>
      </p>
    </template>

    <details v-if="series" class="fold">
      <summary>Over a series</summary>
      <WhiteSeries :found="series" @course="white.along" />
    </details>

    <h3>A test frame</h3>
    <WhiteCasts :answers="found.answers" @set="white.set" />

    <details class="fold">
      <summary>From a card</summary>
      <p class="tools">
        <Tick :model-value="white.measuring.value" @update:model-value="white.press"
          >press the picture where something is grey</Tick
        >
        <button v-if="places.length" class="plain" @click="white.forget()">forget the places</button>
      </p>
      <template v-if="places.length && measured">
        <p v-for="line in measured.words" :key="line" class="reason" role="status">{{ line }}</p>
        <button v-if="measured.dial && Object.keys(measured.set).length" class="button" @click="white.set(measured.set)">
          Set {{ kelvin(measured.dial) }}
        </button>
      </template>
    </details>

    <details class="fold">
      <summary>By eye</summary>
      <ByEye :white="white" :aspect="aspect" />
    </details>
  </div>
  <p v-else class="quiet" role="status">being computed on the scene</p>
</template>

<style scoped>
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
  vertical-align: middle;
}
thead th {
  color: var(--second);
  font-size: 13px;
}
td {
  white-space: nowrap;
}
.wide {
  width: 46%;
}
.heads {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
}
.on th,
.beside.on b {
  font-weight: 640;
}
td .plain,
.glow .plain,
.tools .plain {
  min-height: 32px;
  padding: 0 6px;
  text-decoration: underline;
  text-underline-offset: 4px;
}
.plain[aria-pressed="true"] {
  font-weight: 640;
}
.strip {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  gap: 6px;
}
.beside {
  display: grid;
  gap: 2px;
  text-align: left;
  align-content: start;
}
.beside.on {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
.beside b {
  font-weight: 480;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  margin: 8px 0;
}
.glow {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  margin-left: auto;
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 4px 0;
}
.small {
  font-size: 13px;
  color: var(--second);
}
h3 {
  margin: 14px 0 4px;
}
@media (max-width: 760px) {
  .strip {
    grid-template-columns: repeat(3, minmax(0, 1fr));
  }
  .tools .plain,
  td .plain {
    min-height: 44px;
  }
  th,
  td {
    padding-right: 4px;
    font-size: 14px;
  }
  .ways td:nth-child(4) {
    display: none;
  }
  .ways thead th:nth-child(4) {
    display: none;
  }
  .lights td {
    white-space: normal;
  }
  .lights td:nth-child(3) {
    white-space: nowrap;
  }
}
</style>
