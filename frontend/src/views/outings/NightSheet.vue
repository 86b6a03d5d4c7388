<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, take, type Schemas } from "@/api/client";
import { keyOf } from "@/api/keys";

/** The night that begins on a day, from noon to noon: how high sun, moon and the galaxy's core stand, when it is dark, and the best of it. */
const props = defineProps<{ day: Schemas["OutingOut"] }>();
const open = ref(false);
const { data: night, error } = useQuery({
  queryKey: computed(() => keyOf("night", props.day)),
  queryFn: () => take(client.GET("/api/outings/{pk}/night", { params: { path: { pk: props.day.id } } })),
  enabled: open,
});
const [WIDE, HIGH, NAMES, FOOT] = [1200, 260, 60, 56];
const [LOW, TOP] = [-24, 90];
const x = (minutes: number): number => ((minutes - 720) / 1440) * WIDE;
const y = (degrees: number): number => NAMES + HIGH * (1 - (Math.min(Math.max(degrees, LOW), TOP) - LOW) / (TOP - LOW));
type Of = "sun_deg" | "moon_deg" | "core_deg";
const curve = (of: Of): string =>
  (night.value?.points ?? [])
    .map((at, k) => `${k && at[of] > LOW ? "L" : "M"}${x(at.minutes).toFixed(1)} ${y(at[of]).toFixed(1)}`)
    .join("");
/** A curve is named where it stands highest. */
const named = computed(() =>
  (
    [
      ["sun_deg", "sun", "end", -6],
      ["moon_deg", "moon", "start", 6],
      ["core_deg", "core", "middle", 0],
    ] as const
  ).flatMap(([of, name, anchor, aside]) => {
    const top = [...(night.value?.points ?? [])].sort((a, b) => b[of] - a[of])[0];
    return top && top[of] > 0
      ? [{ name, anchor, x: Math.min(Math.max(x(top.minutes) + aside, 70), WIDE - 90), y: y(top[of]) - 6 }]
      : [];
  }),
);
const hours = Array.from({ length: 13 }, (_, k) => 720 + k * 120);
const clock = (minutes: number): string => `${String(Math.floor(minutes / 60) % 24).padStart(2, "0")}:00`;
</script>

<template>
  <details class="fold" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>The night that follows</summary>
    <p v-if="error" class="error" role="alert">{{ error.message }}</p>
    <template v-if="night">
      <p class="reason">{{ night.told }}</p>
      <svg :viewBox="`0 0 ${WIDE} ${HIGH + NAMES + FOOT}`" role="img" :aria-label="night.told">
        <defs>
          <pattern id="n-dark" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0v7" class="hatch" />
          </pattern>
        </defs>
        <g v-for="span in night.dark" :key="span.begins">
          <rect
            :x="x(span.begins)"
            :y="NAMES"
            :width="x(span.ends) - x(span.begins)"
            :height="HIGH"
            fill="url(#n-dark)"
            opacity=".5"
          />
          <text :x="x(span.begins) + 4" :y="NAMES + HIGH - 6">dark {{ span.told }}</text>
        </g>
        <g v-for="span in night.windows" :key="span.ends">
          <rect :x="x(span.begins)" :y="NAMES - 8" :width="x(span.ends) - x(span.begins)" height="6" class="best" />
          <text :x="(x(span.begins) + x(span.ends)) / 2" :y="NAMES - 12" text-anchor="middle">{{ span.told }}</text>
        </g>
        <path :d="`M0 ${y(0)}H${WIDE}`" class="ground" />
        <path :d="curve('sun_deg')" class="curve dashed" />
        <path :d="curve('moon_deg')" class="curve" :stroke-width="1 + 3 * night.moon_lit" />
        <path :d="curve('core_deg')" class="curve dotted" stroke-width="2.5" />
        <text v-for="one in named" :key="one.name" :x="one.x" :y="one.y" :text-anchor="one.anchor" class="name">
          {{ one.name }}
        </text>
        <g v-for="minutes in hours" :key="minutes">
          <path :d="`M${x(minutes)} ${NAMES + HIGH}v5`" class="ground" />
          <text
            :x="x(minutes)"
            :y="NAMES + HIGH + 40"
            :text-anchor="minutes === 720 ? 'start' : minutes === 2160 ? 'end' : 'middle'"
            class="second"
          >
            {{ clock(minutes) }}
          </text>
        </g>
      </svg>
    </template>
  </details>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
}
text {
  font-size: 14px;
  fill: var(--ink);
}
.second {
  fill: var(--second);
}
.name {
  font-weight: 560;
}
.hatch {
  stroke: var(--ink);
  stroke-width: 1;
}
.best {
  fill: var(--ink);
}
.ground {
  stroke: var(--ink);
  stroke-width: 1;
}
.curve {
  fill: none;
  stroke: var(--ink);
}
.dashed {
  stroke-dasharray: 6 5;
}
.dotted {
  stroke-dasharray: 1.5 4;
  stroke-linecap: round;
}
@media (max-width: 760px) {
  text {
    font-size: 46px;
  }
  g:nth-child(even) > .second {
    display: none;
  }
}
</style>
