<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { useElementSize } from "@vueuse/core";
import { computed, reactive, ref, useTemplateRef } from "vue";
import { useRouter } from "vue-router";
import { useAnswer } from "@/api/answer";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { changed } from "@/api/keys";
import Choice from "@/fields/Choice.vue";
import { listed } from "@/fields/options";
import NumberField from "@/fields/NumberField.vue";

/** Nights from a day on, a column each from noon to noon: dark, the moon's light, and what one waits for; a good one is planned by a press. */
const props = defineProps<{ day: Schemas["OutingOut"] }>();
const open = ref(false);
type Kind = "core" | "dark" | "full_moon" | "moon_at" | "sun_at" | "golden" | "blue";
const asked = reactive({
  kind: "core" as Kind,
  nights: 30,
  least_deg: 10,
  bearing_deg: 180,
  within_deg: 2,
  low_deg: 0,
  high_deg: 6,
});
/** What was answered last stands beside what is wrong with what is asked now. */
const REST_MS = 120;
const { answer: data, error } = useAnswer(
  "nights",
  computed(() => (open.value ? { pk: props.day.id, lies: props.day.lies, from: props.day.day, query: { ...asked } } : null)),
  ({ pk, query }, signal) => take(client.GET("/api/outings/{pk}/nights", { params: { path: { pk }, query }, signal })),
  REST_MS,
);
const wrong = computed(() => {
  if (!error.value) return "";
  if (!(error.value instanceof ProblemError)) return "The server cannot be reached.";
  return Object.values(error.value.places).join("; ") || error.value.message;
});
const kind = computed(() => data.value?.kinds.find((one) => one.slug === asked.kind));
const ASKS = [
  { name: "least_deg", label: "core at least so high", step: 1 },
  { name: "bearing_deg", label: "bearing", step: 1 },
  { name: "within_deg", label: "within", step: 0.5 },
  { name: "low_deg", label: "from so high", step: 1 },
  { name: "high_deg", label: "to so high", step: 1 },
] as const;
const asks = computed(() => ASKS.filter((one) => kind.value?.asks.includes(one.name)));
const LENGTHS = [
  { value: 30, shown: "30 nights" },
  { value: 92, shown: "three months" },
  { value: 365, shown: "a year" },
];
const calendar = computed(() => {
  const query = new URLSearchParams(Object.entries(asked).map(([name, value]) => [name, String(value)]));
  return `/api/outings/${props.day.id}/nights.ics?${query.toString()}`;
});

const frame = useTemplateRef("frame");
const { width } = useElementSize(frame);
const [LEFT, TOP, HIGH, FOOT] = [44, 8, 240, 24];
const NOON = 720;
const nights = computed<Night[]>(() => data.value?.nights ?? []);
const across = computed(() => Math.max(1, width.value - LEFT) / Math.max(1, nights.value.length));
const y = (minutes: number): number => TOP + ((minutes - NOON) / 1440) * HIGH;
type Spans = readonly (readonly number[])[];
type Night = Omit<Schemas["WaitingOut"], "dark" | "moon" | "windows"> & { dark: Spans; moon: Spans; windows: Spans };
/** All spans of a kind as one path: a year has thousands of them. */
const layer = (of: (night: Night) => Spans, share = 1): string =>
  nights.value
    .flatMap((night, k) =>
      of(night).map(([begins = 0, ends = 0]) => {
        const [x, wide] = [LEFT + k * across.value, Math.max(0.5, across.value * share - (across.value > 6 ? 1 : 0))];
        return `M${x.toFixed(1)} ${y(begins).toFixed(1)}h${wide.toFixed(1)}V${y(ends).toFixed(1)}h${(-wide).toFixed(1)}z`;
      }),
    )
    .join("");
/** Of the moon as much of a column is filled as of its disc is lit. */
const moon = computed(() =>
  nights.value
    .flatMap((night, k) =>
      night.moon.map(([begins = 0, ends = 0]) => {
        const wide = across.value * 0.9 * night.moon_lit;
        return `M${(LEFT + k * across.value).toFixed(1)} ${y(begins).toFixed(1)}h${wide.toFixed(1)}V${y(ends).toFixed(1)}h${(-wide).toFixed(1)}z`;
      }),
    )
    .join(""),
);
const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
const marks = computed(() =>
  nights.value.flatMap((night, k) => {
    const [, month = 1, date = 1] = night.day.split("-").map(Number);
    const shown = nights.value.length > 40 ? date === 1 : k % 5 === 0;
    const text = nights.value.length > 40 ? MONTHS[month - 1] : `${date} ${MONTHS[month - 1]}`;
    return shown ? [{ x: LEFT + (k + 0.5) * across.value, text }] : [];
  }),
);
const HOURS = [18, 24, 30];
const hour = (at: number): string => `${String(at % 24).padStart(2, "0")}:00`;
const said = (day: string): string => {
  const [, month = 1, date = 1] = day.split("-").map(Number);
  return `${date} ${MONTHS[month - 1]}`;
};

const router = useRouter();
const queries = useQueryClient();
const failed = ref("");
/** A day of its own at the same place, for what is waited for. */
async function plan(night: Night): Promise<void> {
  const { place, lies, utc_offset_min, mains_hz } = props.day;
  const label = kind.value?.label ?? "";
  const title = `${label.charAt(0).toUpperCase()}${label.slice(1)}, ${said(night.day)}`;
  failed.value = "";
  try {
    const made = await take(
      client.POST("/api/outings", { body: { title, place, lies, utc_offset_min, mains_hz, day: night.day, faces: [] } }),
    );
    await changed(queries, "outings");
    await router.push({ name: "day", params: { id: made.id } });
  } catch (caught) {
    failed.value = caught instanceof ProblemError ? caught.message : "The server cannot be reached; nothing was planned.";
  }
}
</script>

<template>
  <details class="fold" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>Nights to wait for</summary>
    <div v-if="data" class="asked">
      <Choice v-model="asked.kind" name="what you wait for" :options="listed(data.kinds) as { value: Kind; shown: string }[]" />
      <Choice v-model="asked.nights" name="how many nights" :options="LENGTHS" />
      <span v-for="one in asks" :key="one.name" class="one">
        <span class="label">{{ one.label }}</span>
        <NumberField
          :label="one.label"
          unit="°"
          :step="one.step"
          :value="asked[one.name]"
          @change="(v) => v !== null && (asked[one.name] = v)"
        />
      </span>
    </div>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <p v-else-if="open && !data" class="quiet" role="status">Looking through the nights …</p>
    <template v-if="data">
      <p class="reason">{{ data.told }}</p>
      <p v-if="kind" class="quiet">{{ kind.because }}</p>
      <div ref="frame">
        <svg v-if="width && nights.length" :width="width" :height="TOP + HIGH + FOOT" role="img" :aria-label="data.told">
          <defs>
            <pattern id="ns-dark" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <path d="M0 0v5" class="hatch" />
            </pattern>
          </defs>
          <path :d="layer((night) => night.dark)" fill="url(#ns-dark)" />
          <path :d="moon" class="moon" />
          <path :d="layer((night) => night.windows)" class="window" />
          <g v-for="at in HOURS" :key="at">
            <path :d="`M${LEFT} ${y(at * 60)}H${width}`" class="rule" />
            <text :x="LEFT - 6" :y="y(at * 60) + 4" text-anchor="end">{{ hour(at) }}</text>
          </g>
          <text v-for="mark in marks" :key="mark.x" :x="mark.x" :y="TOP + HIGH + 18" text-anchor="middle">{{ mark.text }}</text>
        </svg>
      </div>
      <p v-if="nights.length" class="quiet small">
        A column is a night, from noon to noon: hatched is dark, the pale bar is the moon, as wide as it is lit, the black one
        what you wait for. Over a plain horizon, by this day's clock. <a :href="calendar">As a calendar</a>
      </p>
      <ul v-if="data.best.length" class="best" aria-label="the longest">
        <li v-for="k in data.best" :key="k">
          <template v-if="nights[k]">
            <b>{{ said(nights[k].day) }}</b> {{ nights[k].told }}
            <span class="quiet">moon {{ Math.round(100 * nights[k].moon_lit) }} %</span>
            <button class="plain" data-repeats :aria-label="`plan ${said(nights[k].day)}`" @click="plan(nights[k])">
              plan it
            </button>
          </template>
        </li>
      </ul>
      <p v-if="failed" class="error" role="alert">{{ failed }}</p>
    </template>
  </details>
</template>

<style scoped>
.asked {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  align-items: center;
}
.one {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
svg {
  display: block;
}
text {
  font-size: 13px;
  fill: var(--second);
}
.hatch {
  stroke: var(--second);
  stroke-width: 1;
}
.moon {
  fill: var(--bg);
  stroke: var(--ink);
  stroke-width: 0.6;
}
.window {
  fill: var(--ink);
}
.rule {
  stroke: var(--rule);
}
.small {
  font-size: 13px;
}
.best {
  list-style: none;
  margin: 4px 0;
  padding: 0;
  columns: 2 380px;
}
.best li {
  min-height: 32px;
}
.best .plain {
  text-decoration: underline;
  text-underline-offset: 3px;
  padding-left: 10px;
}
@media (max-width: 760px) {
  .best .plain {
    min-height: 44px;
  }
}
</style>
