<script setup lang="ts">
import { computed, ref } from "vue";
import { useAnswer } from "@/api/answer";
import { client, take, type Asked, type Schemas, type Situation } from "@/api/client";
import NumberField from "@/fields/NumberField.vue";

/** What stands about the place at the picture's hour, unrolled; where one presses, the camera looks. */
const props = defineProps<{ asked: Asked }>();
const emit = defineEmits<{ change: [edit: (d: Situation) => void] }>();
const REST_MS = 200;
const { answer, wrong } = useAnswer(
  "around",
  computed(() => props.asked),
  (body, signal) => take(client.POST("/api/bench/around", { body, signal })),
  REST_MS,
);
type At = Schemas["Direction"];
const WIDE = 480;
const HIGH = 120;
const FOOT = 14;
const TOP_DEG = 78;
const ROUND = 360;
const x = (bearing: number): number => (((bearing - (answer.value?.toward_deg ?? 0) + ROUND * 1.5) % ROUND) / ROUND) * WIDE;
const y = (height: number): number => HIGH - FOOT - (height / TOP_DEG) * (HIGH - FOOT);
/** A line through places, broken where it goes out at one side and comes in at the other. */
function line(places: readonly At[], closed = false): string {
  const all = closed && places[0] ? [...places, places[0]] : places;
  let last: number | null = null;
  return all
    .map((one) => {
      const at = x(one.bearing_deg);
      const joined = last !== null && Math.abs(at - last) < WIDE / 2;
      last = at;
      return `${joined ? "L" : "M"}${at.toFixed(1)} ${y(one.height_deg).toFixed(1)}`;
    })
    .join("");
}
const land = computed(() => {
  const points = (answer.value?.land ?? [])
    .map((one) => [x(one.bearing_deg), y(one.height_deg)] as const)
    .sort(([a], [b]) => a - b);
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last) return "";
  const ends = [[0, last[1]] as const, ...points, [WIDE, first[1]] as const];
  return `M0 ${HIGH}${ends.map(([a, b]) => `L${a.toFixed(1)} ${b.toFixed(1)}`).join("")}L${WIDE} ${HIGH}Z`;
});
const NAMES = ["N", "NE", "E", "SE", "S", "SW", "W", "NW"];
const STEP = 45;
const up = (at: At): boolean => at.height_deg > -2;
const FAINTEST = 3.6;
const ways = computed(() => answer.value?.ways.filter((way) => up(way.at) || way.hours.some((one) => up(one.at))) ?? []);
const spoken = computed(() =>
  ways.value
    .filter((way) => up(way.at))
    .map((way) => `${way.name} ${way.at.height_deg.toFixed(0)}° up at ${way.at.bearing_deg.toFixed(0)}°`)
    .join(", "),
);
const toward = (v: number | null): void => emit("change", (d) => (d.overhead = { ...d.overhead, toward_deg: v }));
/** A day's hours go from three to three: the small ones come after its evening. */
const DAWN_MIN = 180;
const DAY_MIN = 1440;
const HOUR_MIN = 60;
const since = computed(() => {
  const [h = 0, m = 0] = props.asked.document.starts_at.split(":").map(Number);
  return (h * HOUR_MIN + m - DAWN_MIN + DAY_MIN) % DAY_MIN;
});
const dragged = ref<number | null>(null);
function clockAt(minutes: number): string {
  const at = (minutes + DAWN_MIN) % DAY_MIN;
  return [Math.floor(at / HOUR_MIN), at % HOUR_MIN].map((part) => String(part).padStart(2, "0")).join(":");
}
const valueOf = (event: Event): number => Number((event.target as HTMLInputElement).value);
function atHour(event: Event): void {
  const at = clockAt(valueOf(event));
  dragged.value = null;
  emit("change", (d) => (d.starts_at = at));
}
function pressed(event: MouseEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const bearing = (answer.value?.toward_deg ?? 0) + ((event.clientX - box.left) / box.width - 0.5) * ROUND;
  toward((Math.round(bearing) + ROUND) % ROUND);
}
</script>

<template>
  <div class="around">
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <p v-if="answer?.told && (answer.land.length || asked.document.genre === 'night_sky')" class="reason">{{ answer.told }}</p>
    <template v-if="answer?.land.length">
      <svg
        :viewBox="`0 0 ${WIDE} ${HIGH}`"
        role="img"
        :aria-label="`What stands about: ${spoken || 'none of sun, moon and planets'}${answer.frame.length ? `; the camera looks to ${answer.toward_deg}°` : ''}`"
        @click="pressed"
      >
        <circle
          v-for="(one, k) in answer.band"
          :key="`b${k}`"
          class="band"
          :cx="x(one.bearing_deg)"
          :cy="y(one.height_deg)"
          r="11"
          :opacity="0.09 * one.light"
        />
        <circle
          v-for="(one, k) in answer.stars"
          :key="`s${k}`"
          class="dot"
          :cx="x(one.at.bearing_deg)"
          :cy="y(one.at.height_deg)"
          :r="0.35 + 0.32 * (FAINTEST - one.magnitude)"
        />
        <template v-for="way in ways" :key="way.name">
          <path class="way" :d="line(way.hours.map((one) => one.at))" />
          <template v-for="one in way.hours" :key="one.clock">
            <circle v-if="up(one.at)" class="hour" :cx="x(one.at.bearing_deg)" :cy="y(one.at.height_deg)" r="1.1" />
            <text v-if="up(one.at)" class="clock" :x="x(one.at.bearing_deg)" :y="y(one.at.height_deg) - 3">
              {{ one.clock.slice(0, 2) }}
            </text>
          </template>
          <template v-if="up(way.at)">
            <circle class="body" :cx="x(way.at.bearing_deg)" :cy="y(way.at.height_deg)" :r="way.hours.length ? 3.4 : 2" />
            <text class="name" :x="x(way.at.bearing_deg) + 5" :y="y(way.at.height_deg) + 3">
              {{ way.name.replace("the ", "") }}
            </text>
          </template>
        </template>
        <path class="land" :d="land" />
        <path v-if="answer.frame.length" class="frame" :d="line(answer.frame, true)" />
        <text v-for="(name, k) in NAMES" :key="name" class="name" text-anchor="middle" :x="x(k * STEP)" :y="HIGH - 3">
          {{ name }}
        </text>
      </svg>
      <label class="label hour">
        <span class="number">{{ clockAt(dragged ?? since) }}</span>
        <input
          type="range"
          aria-label="hour of the picture"
          :aria-valuetext="clockAt(dragged ?? since)"
          min="0"
          :max="DAY_MIN - 5"
          step="5"
          :value="dragged ?? since"
          @input="(event) => (dragged = valueOf(event))"
          @change="atHour"
        />
      </label>
      <p class="label">
        looks to
        <NumberField
          label="bearing that the camera looks to, as drawn"
          unit="°"
          :step="5"
          :value="asked.document.overhead?.toward_deg"
          :usual="answer.frame.length ? answer.toward_deg : null"
          empty="not said"
          @change="toward"
        />
        press the strip to look there; small figures are hours along the ways
      </p>
    </template>
  </div>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  background: var(--sunk);
  cursor: crosshair;
}
.band,
.dot,
.hour,
.body {
  fill: var(--ink);
}
.way {
  fill: none;
  stroke: var(--second);
  stroke-width: 0.7;
  stroke-dasharray: 2 2;
}
.land {
  fill: var(--bg);
  stroke: var(--ink);
  stroke-width: 0.8;
}
.hour {
  display: flex;
  align-items: center;
  gap: 12px;
}
.hour input {
  flex: 1;
  min-height: 28px;
  accent-color: var(--ink);
}
.frame {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
text {
  fill: var(--ink);
  font-size: 9px;
}
:global(html.red .around .name) {
  font-size: 12px;
}
.clock {
  font-size: 7px;
  text-anchor: middle;
  fill: var(--second);
}
</style>
