<script setup lang="ts">
import { computed, ref } from "vue";
import { useAnswer } from "@/api/answer";
import { client, take, type Asked, type Situation } from "@/api/client";
import NumberField from "@/fields/NumberField.vue";
import FramePicture from "@/picture/FramePicture.vue";
import { frameAt } from "@/picture/frames";
import BenchAround from "./BenchAround.vue";

/** What a frame of the night sky holds: trails by three schools, how dark the place is, frames and minutes for the galaxy's band. */
const props = defineProps<{ asked: Asked | null }>();
const emit = defineEmits<{ change: [edit: (d: Situation) => void] }>();
const open = ref(false);
const wanted = ref<number | null>(null);
const dark = ref<number | null>(null);
const long = ref<number | null>(null);
const REST_MS = 300;
const { answer, wrong } = useAnswer(
  "stars",
  computed(() =>
    open.value && props.asked
      ? {
          situation: props.asked,
          ...(wanted.value === null ? {} : { wanted: wanted.value }),
          ...(dark.value === null ? {} : { dark_mag: dark.value }),
          ...(long.value === null ? {} : { minutes: long.value }),
        }
      : null,
  ),
  (body, signal) => take(client.POST("/api/bench/stars", { body, signal })),
  REST_MS,
);
const rows = computed(() => [...(answer.value?.frame ? [answer.value.frame] : []), ...(answer.value?.schools ?? [])]);
/** A pixel of the sensor is drawn so large. */
const CELL = 6;
const MOST_PX = 24;
const drawn = (px: number): number => Math.min(px, MOST_PX) * CELL;
const here = computed(() => answer.value?.places.find((one) => one.here));
const FRAME = 150;
const asks = computed(() => {
  const disc = answer.value?.disc;
  return disc ? [...(disc.now ? [disc.now] : []), ...disc.phases, ...disc.heights, ...disc.dim] : [];
});
const MINUTE = 60;
const minutes = (s: number): string => (s < 2 * MINUTE ? `${Math.round(s)} s` : `${Math.round(s / MINUTE)} min`);
const best = computed(() => Math.max(...(answer.value?.isos ?? []).map((one) => one.snr), 1e-9));
const asLight = (ev100: number, made_of: "night_sky" | "moonlight" = "night_sky"): void =>
  emit("change", (d) => (d.light = { ev100, made_of }));
const setTime = (shutter_s: number): void => emit("change", (d) => (d.locks = { ...d.locks, shutter_s }));
</script>

<template>
  <details class="fold stars" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>{{ asked?.document.subject === "moon" ? "The moon" : "The stars" }} in this frame</summary>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <BenchAround v-if="open && asked" :asked="asked" @change="(edit) => emit('change', edit)" />
    <template v-if="answer">
      <p class="reason">{{ answer.told }}</p>
      <template v-if="answer.disc">
        <svg class="disc" :viewBox="`0 0 ${FRAME} 100`" aria-hidden="true">
          <rect x="0.5" y="0.5" :width="FRAME - 1" height="99" />
          <circle :cx="FRAME / 2" cy="50" :r="answer.disc.share * 50" />
        </svg>
        <p class="reason">
          It drifts {{ answer.disc.px_s.toFixed(1) }} pixels a second, one in {{ answer.disc.still_s.toFixed(3) }} s, and is cut
          by the frame {{ minutes(answer.disc.leaves_s) }} after it stood in the middle.
        </p>
        <table>
          <caption class="label">
            What its phase and its height ask, aperture and ISO as they are set
          </caption>
          <tbody>
            <tr v-for="one in asks" :key="one.label" :class="{ now: one.label === 'now' }">
              <th scope="row">{{ one.label }}</th>
              <td class="number quiet">EV {{ one.ev100.toFixed(1) }}</td>
              <td class="number">{{ one.time }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <table v-if="answer.frame" class="trails">
        <caption class="label">
          A star at the sensor's own pixels: in the middle, and the longest in the picture
        </caption>
        <thead class="visually-hidden">
          <tr>
            <th>school</th>
            <th>time</th>
            <th>pixels</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in rows" :key="one.slug" :class="{ set: one.slug === 'set' }">
            <th scope="row">
              <b>{{ one.label }}</b>
              <span v-if="one.accepts" class="quiet accepts">takes {{ one.accepts }}</span>
            </th>
            <td>
              <b class="number">{{ one.slug === "set" ? one.takes : `${one.time_s.toPrecision(2).replace(/\.0$/, "")} s` }}</b>
              <button
                v-if="one.slug !== 'set' && one.takes_s"
                class="plain"
                :aria-label="`Hold ${one.takes}: ${one.label}`"
                @click="setTime(one.takes_s)"
              >
                hold {{ one.takes }}
              </button>
            </td>
            <td class="drawn">
              <svg :width="CELL * (MOST_PX + 3)" :height="CELL * 6" aria-hidden="true">
                <line v-for="k in 26" :key="k" class="grid" :x1="k * CELL" y1="0" :x2="k * CELL" :y2="CELL * 6" />
                <line
                  v-for="k in 5"
                  :key="`d${k}`"
                  class="grid"
                  x1="0"
                  :y1="k * CELL"
                  :x2="CELL * (MOST_PX + 3)"
                  :y2="k * CELL"
                />
                <line class="star" :x1="CELL" :y1="CELL * 1.5" :x2="CELL + drawn(one.middle_px)" :y2="CELL * 1.5" />
                <line class="star" :x1="CELL" :y1="CELL * 4.5" :x2="CELL + drawn(one.longest_px)" :y2="CELL * 4.5" />
              </svg>
              <span class="label">{{ one.middle_px.toFixed(1) }} and {{ one.longest_px.toFixed(1) }} pixels</span>
            </td>
          </tr>
        </tbody>
      </table>
      <template v-if="answer.series">
        <FramePicture
          v-if="answer.series.token"
          class="series"
          :src="frameAt(answer.series.token, { view: 'finder', width: 480, marks: false })"
          :alt="`${answer.series.minutes} minutes of stars laid together`"
          :aspect="answer.series.aspect"
          place="series"
        />
        <p class="reason">
          Laid together,
          <NumberField
            label="minutes of the series"
            :step="10"
            :value="long"
            :usual="answer.series.minutes"
            @change="(v) => (long = v)"
          />
          minutes are {{ answer.series.frames }} frames and draw arcs of {{ answer.series.degrees.toFixed(0) }}°.
        </p>
      </template>
      <template v-if="answer.band">
        <p class="reason">
          One frame has the galaxy’s band, about its core, at {{ answer.band.one.toFixed(0) }} to 1 and stars to magnitude
          {{ answer.band.faintest_one.toFixed(1) }}. For
          <NumberField
            label="signal to noise wanted of the galaxy's band"
            :step="10"
            :value="wanted"
            :usual="answer.band.wanted"
            @change="(v) => (wanted = v)"
          />
          to 1:
          <b
            >{{ answer.band.frames }} {{ answer.band.frames === 1 ? "frame" : "frames" }},
            {{ answer.band.minutes.toFixed(1) }} min</b
          >, {{ answer.band.gigabytes.toFixed(1) }} GB, {{ answer.band.charges }}
          {{ answer.band.charges === 1 ? "charge" : "charges" }}, stars to {{ answer.band.faintest_all.toFixed(1) }}; on a mount
          that follows the sky, frames of a minute: {{ answer.band.tracked_minutes.toFixed(1) }} min.
        </p>
        <table class="isos">
          <caption class="label">
            The band at other ISOs, time and aperture kept:
            {{
              Math.round(answer.band.of_sky * 100)
            }}
            % of the noise is the sky’s own
          </caption>
          <tbody>
            <tr v-for="one in answer.isos" :key="one.iso">
              <th scope="row" class="number">ISO {{ one.iso }}</th>
              <td><span class="bar" :style="{ width: `${(one.snr / best) * 120}px` }" /></td>
              <td class="number">{{ one.snr.toFixed(1) }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <table v-if="answer.places.length" class="places">
        <caption class="label">
          How dark it is here, without the moon: pressed, it is this picture’s light
        </caption>
        <tbody>
          <tr v-for="one in answer.places" :key="one.slug">
            <th scope="row">
              <button class="plain" :aria-pressed="one.here" :title="one.because" @click="asLight(one.ev100)">
                {{ one.label }}
              </button>
            </th>
            <td class="number">{{ one.mag.toFixed(1) }}</td>
            <td class="number quiet">EV −{{ Math.abs(one.ev100).toFixed(1) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="here" class="quiet">{{ here.because }}</p>
      <p v-if="answer.moon" class="reason">
        {{ answer.moon.told }} That is over a sky that has, without it,
        <NumberField
          label="magnitudes to the square arc second without the moon"
          :step="0.1"
          :value="dark"
          :usual="answer.moon.dark_mag"
          @change="(v) => (dark = v)"
        />.
        <button class="plain" @click="asLight(answer.moon.ev100, 'moonlight')">Take it as the light</button>
      </p>
    </template>
  </details>
</template>

<style scoped>
table {
  border-collapse: collapse;
  margin-top: 8px;
}
caption {
  caption-side: top;
  text-align: left;
  padding: 4px 0;
}
th,
td {
  text-align: left;
  font-weight: 450;
  padding: 3px 12px 3px 0;
  vertical-align: middle;
}
.series {
  margin-top: 12px;
}
.disc {
  display: block;
  width: 150px;
  margin: 8px 0;
  background: var(--sunk);
}
.disc rect {
  fill: none;
  stroke: var(--ink);
}
.disc circle {
  fill: var(--ink);
}
.now {
  font-weight: 640;
}
.trails .plain {
  display: block;
  white-space: nowrap;
}
.accepts {
  display: block;
}
.number {
  text-align: right;
  white-space: nowrap;
}
.drawn svg {
  display: block;
  background: var(--sunk);
}
.grid {
  stroke: var(--rule);
  stroke-width: 0.5;
}
.star {
  stroke: var(--ink);
  stroke-width: 9;
  stroke-linecap: round;
}
.places [aria-pressed="true"] {
  font-weight: 640;
  text-decoration: none;
}
.bar {
  display: inline-block;
  height: 8px;
  background: var(--ink);
}
@media (max-width: 760px) {
  .trails tr {
    display: grid;
    padding: 6px 0;
  }
}
</style>
