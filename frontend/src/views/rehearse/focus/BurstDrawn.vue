<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { far } from "@/ruler/distance";
import { CAME } from "./came";
import LittleFrame from "./LittleFrame.vue";

/** A burst as it came out: its frames, how far the subject and the plane of focus were, and the way from above. */
const props = defineProps<{
  burst: Schemas["FollowedBurstOut"];
  drawn: Schemas["FollowingOut"]["drawn"];
  depth: number;
  things: Schemas["ThingForm"][];
  feet: boolean;
}>();
const WIDE = 520;
const HIGH = 120;
const LEFT = 44;
const ABOVE = 120;

const first = computed(() => props.burst.at_s.findIndex((t) => t >= -0.1));
const times = computed(() => props.burst.at_s.slice(Math.max(0, first.value)));
const subject = computed(() => props.burst.subject.slice(Math.max(0, first.value)));
const distances = computed(() => subject.value.map((at) => Math.hypot(at.x_m, at.y_m)));
const ends = computed(() => {
  const all = [...distances.value.map((d) => d + props.depth / 2), ...distances.value.map((d) => d - props.depth / 2)];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const pad = Math.max(0.15 * (high - low), 0.02 * high);
  return { low: low - pad, high: high + pad };
});
const span = computed(() => (times.value.at(-1) ?? 1.6) - (times.value[0] ?? 0));
const x = (t: number): number => LEFT + ((t - (times.value[0] ?? 0)) / span.value) * (WIDE - LEFT - 4);
const y = (m: number): number =>
  Math.min(HIGH - 2, Math.max(2, HIGH - ((m - ends.value.low) / (ends.value.high - ends.value.low)) * HIGH));
const line = (of: number[]): string =>
  of.map((m, k) => `${k ? "L" : "M"}${x(times.value[k] ?? 0).toFixed(1)} ${y(m).toFixed(1)}`).join("");
const plane = computed(() => line(props.burst.plane_m.slice(Math.max(0, first.value))));
const way = computed(() => line(distances.value));
const depth = computed(() => {
  const upper = distances.value.map((d, k) => `${x(times.value[k] ?? 0).toFixed(1)} ${y(d + props.depth / 2).toFixed(1)}`);
  const lower = distances.value
    .map((d, k) => `${x(times.value[k] ?? 0).toFixed(1)} ${y(d - props.depth / 2).toFixed(1)}`)
    .reverse();
  return `M${[...upper, ...lower].join("L")}Z`;
});
const count = computed(() =>
  (Object.keys(CAME) as (keyof typeof CAME)[])
    .map((came) => ({ came, many: props.burst.frames.filter((one) => one.came === came).length }))
    .filter((one) => one.many),
);
/** The plan: metres alike both ways, the camera below. */
const plan = computed(() => {
  const across = subject.value.map((at) => at.x_m);
  const along = subject.value.map((at) => at.y_m);
  const wide = Math.max(...across.map(Math.abs), 0.4 * (Math.max(...along) - Math.min(...along)), 0.5) * 2.3;
  const scale = ABOVE / wide;
  const top = Math.max(...along) + 0.15 * wide;
  const at = (a: number, b: number): string =>
    `${(ABOVE / 2 + a * scale).toFixed(1)} ${Math.min(HIGH - 4, (top - b) * scale).toFixed(1)}`;
  return {
    things: props.things.map((thing) => ({ at: at(thing.x_m, thing.y_m), alike: thing.alike })),
    path: `M${across.map((a, k) => at(a, along[k] ?? 0)).join("L")}`,
    frames: props.burst.frames.map((one) => {
      const k = times.value.findIndex((t) => t >= one.at_s);
      const there = subject.value[Math.max(0, k)];
      const [across, along] = [there?.x_m ?? 0, there?.y_m ?? 1];
      const share = one.stands_m / Math.max(Math.hypot(across, along), 0.01);
      return { plane: at(across * share, along * share), at: at(there?.x_m ?? 0, there?.y_m ?? 0).split(" "), came: one.came };
    }),
  };
});
</script>

<template>
  <section class="burst">
    <h4>
      {{ burst.title }}: <b>{{ burst.kept }} of {{ burst.frames.length }}</b> in focus
    </h4>
    <div class="frames">
      <LittleFrame v-for="one in burst.frames" :key="one.at_s" :frame="one" :drawn="drawn" />
    </div>
    <p class="small">
      <span v-for="one in count" :key="one.came">{{ one.many }} {{ CAME[one.came] }}</span>
    </p>
    <div class="charts">
      <svg
        :viewBox="`0 0 ${WIDE} ${HIGH + 20}`"
        class="chart"
        role="img"
        :aria-label="`distance over time: the subject goes from ${far(distances[0] ?? 0, feet)} to ${far(distances.at(-1) ?? 0, feet)}, focus follows`"
      >
        <defs>
          <pattern id="b-dots" width="5" height="5" patternUnits="userSpaceOnUse">
            <circle cx="2" cy="2" r="0.9" class="dot" />
          </pattern>
        </defs>
        <rect
          v-if="burst.passes"
          :x="x(Math.max(burst.passes.from_s, times[0] ?? 0))"
          y="0"
          :width="Math.max(2, x(burst.passes.to_s) - x(Math.max(burst.passes.from_s, times[0] ?? 0)))"
          :height="HIGH"
          class="passes"
        />
        <path :d="depth" class="depth" />
        <path :d="way" class="way" />
        <path :d="plane" class="plane" />
        <path
          v-for="one in burst.frames"
          :key="one.at_s"
          :d="`M${x(one.at_s)} ${y(one.stands_m) - 4}v8`"
          :class="one.came === 'sharp' ? 'hit' : 'miss'"
        />
        <text x="0" y="11" class="second">{{ far(ends.high, feet) }}</text>
        <text x="0" :y="HIGH - 2" class="second">{{ far(ends.low, feet) }}</text>
        <text v-if="burst.passes" :x="x(Math.max(burst.passes.from_s, times[0] ?? 0)) + 4" y="11" class="second">
          something passes
        </text>
        <text :x="LEFT" :y="HIGH + 15" class="second">0 s</text>
        <text :x="WIDE - 4" :y="HIGH + 15" text-anchor="end" class="second">{{ (times.at(-1) ?? 0).toFixed(1) }} s</text>
      </svg>
      <svg
        :viewBox="`0 0 ${ABOVE} ${HIGH + 20}`"
        class="above"
        role="img"
        aria-label="its way seen from above, the camera below; strokes: where the plane of focus stood at each frame"
      >
        <path :d="plan.path" class="way" />
        <path v-for="(thing, k) in plan.things" :key="`t${k}`" :d="`M${thing.at}m-3 0h6`" class="hit" />
        <path v-for="(one, k) in plan.frames" :key="`p${k}`" :d="`M${one.plane}m-4 0h8`" class="stood" />
        <circle
          v-for="(one, k) in plan.frames"
          :key="k"
          :cx="one.at[0]"
          :cy="one.at[1]"
          r="2.6"
          :class="one.came === 'sharp' ? 'hit dot' : 'miss ring'"
        />
        <path :d="`M${ABOVE / 2 - 5} ${HIGH + 8}l5 -8l5 8z`" class="dot" />
        <text x="0" :y="HIGH + 12" class="second">above</text>
      </svg>
    </div>
  </section>
</template>

<style scoped>
.burst {
  margin: 8px 0 12px;
}
h4 {
  font: 480 15px/20px "Archivo Variable";
  margin: 0 0 4px;
}
h4 b {
  font-weight: 640;
}
.frames {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(52px, 1fr));
  gap: 4px;
}
.small {
  font-size: 13px;
  color: var(--second);
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  margin: 4px 0;
}
.charts {
  display: grid;
  grid-template-columns: minmax(0, 520fr) minmax(0, 120fr);
  gap: 12px;
}
.chart,
.above {
  width: 100%;
  display: block;
}
text {
  font-size: 12px;
  fill: var(--ink);
}
.second {
  fill: var(--second);
  paint-order: stroke;
  stroke: var(--bg);
  stroke-width: 4px;
}
.depth {
  fill: url(#b-dots);
}
.dot {
  fill: var(--ink);
}
.way {
  fill: none;
  stroke: var(--second);
  stroke-dasharray: 4 3;
}
.plane {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.hit {
  stroke: var(--ink);
  stroke-width: 2.5;
}
.miss {
  stroke: var(--binding);
  stroke-width: 1.5;
}
.stood {
  stroke: var(--second);
  stroke-width: 1;
}
.ring {
  fill: var(--bg);
}
.passes {
  fill: var(--sunk);
}
@media (max-width: 760px) {
  .charts {
    grid-template-columns: minmax(0, 1fr);
  }
  .above {
    display: none;
  }
}
</style>
