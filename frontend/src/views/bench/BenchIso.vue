<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref, toRef, watch } from "vue";
import { client, newerIn, ProblemError, take, type Asked } from "@/api/client";
import { keyOf, nowKnown } from "@/api/keys";
import { useProfile } from "@/api/queries";
import { useIso } from "@/picture/useOnScene";
import { asItIs } from "@/picture/what";
import { useTheme } from "@/stores/theme";

/** The noise of every ISO at the size of the output, what makes the ceiling, and one's own found by eye. */
const props = defineProps<{ asked: Asked | null; body: string }>();
const emit = defineEmits<{ ceiling: [iso: number] }>();
const { answer: told, wrong } = useIso({ asked: toRef(props, "asked"), what: asItIs() });
const WIDE = 520;
const HIGH = 230;
const LEFT = 40;
const BELOW = 34;
const rows = computed(() => told.value?.rows ?? []);
const span = computed(() => {
  const [first, last] = [rows.value[0], rows.value.at(-1)];
  return { low: Math.log2(first?.iso ?? 100), high: Math.log2(last?.iso ?? 200), top: Math.log2(first?.tone ?? 400) + 0.3 };
});
const x = (iso: number): number =>
  LEFT + ((Math.log2(iso) - span.value.low) / Math.max(span.value.high - span.value.low, 1)) * (WIDE - LEFT - 12);
/** Signal to noise by doublings, from 1 up. */
const y = (snr: number): number => {
  const share = Math.log2(Math.max(snr, 1)) / span.value.top;
  return (HIGH - BELOW) * (1 - Math.min(share, 1));
};
const line = (of: "tone" | "shadow"): string =>
  rows.value.map((row, k) => `${k ? "L" : "M"}${x(row.iso).toFixed(1)} ${y(row[of]).toFixed(1)}`).join("");
const whole = computed(() =>
  rows.value.filter((row, k) => k % Math.max(1, Math.round(rows.value.length / 9)) === 0 && x(row.iso) < WIDE - 26),
);
/** The row that is read off, by pointer or arrows. */
const at = ref<number | null>(null);
const read = computed(() => {
  const now = rows.value.findIndex((row) => row.iso >= (told.value?.now ?? 0));
  return rows.value[Math.min(at.value ?? Math.max(0, now), rows.value.length - 1)];
});
function key(event: KeyboardEvent): void {
  const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
  if (!by || !read.value) return;
  at.value = Math.min(rows.value.length - 1, Math.max(0, rows.value.indexOf(read.value) + by));
  event.preventDefault();
}
function point(event: PointerEvent): void {
  const box = (event.currentTarget as Element).getBoundingClientRect();
  const iso =
    2 **
    (span.value.low +
      ((((event.clientX - box.left) / box.width) * WIDE - LEFT) / (WIDE - LEFT - 12)) * (span.value.high - span.value.low));
  const off = rows.value.map((row) => Math.abs(Math.log2(row.iso / iso)));
  at.value = off.indexOf(Math.min(...off));
}
/** Under the red lamp there are no patches until pictures are asked for. */
const theme = useTheme();
const hidden = computed(() => theme.name === "red" && !theme.pictures);
const snr = (value: number): string => (value < 10 ? value.toFixed(1) : Math.round(value).toString());

/** By eye: the highest that is still fine lies between two rows, which each press halves. */
const between = ref<[number, number] | null>(null);
const shown = computed(() => {
  if (!between.value) return null;
  const [low, high] = between.value;
  return high - low > 1 ? rows.value[Math.floor((low + high) / 2)] : null;
});
const found = computed(() => (between.value && !shown.value ? rows.value[between.value[0]] : null));
const begin = (): void => void (between.value = [0, rows.value.length]);
function say(fine: boolean): void {
  if (!between.value || !shown.value) return;
  const middle = rows.value.indexOf(shown.value);
  between.value = fine ? [middle, between.value[1]] : [between.value[0], middle];
}
watch(
  () => told.value?.body,
  () => (between.value = at.value = null),
);
const patch = (of: number, below = 0): string => `/api/patch.png?snr=${of.toFixed(1)}&below=${below.toFixed(1)}`;
const queries = useQueryClient();
const { data: profile } = useProfile();
const said = ref("");
async function keep(iso: number): Promise<void> {
  if (!profile.value) return;
  const { document, version } = profile.value;
  try {
    const answer = await take(
      client.PUT("/api/profile", {
        params: { header: { "If-Match": version } },
        body: { ...document, iso_ceilings: { ...document.iso_ceilings, [props.body]: iso } },
      }),
    );
    await nowKnown(queries, keyOf("profile"), answer);
    said.value = "kept as your ceiling of this body";
  } catch (error) {
    said.value = newerIn(error)
      ? "Your profile was changed elsewhere; try again."
      : error instanceof ProblemError
        ? Object.values(error.places).join("; ") || error.message
        : "The server cannot be reached.";
  }
}
</script>

<template>
  <div class="bench-iso">
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <template v-if="told && read">
      <svg
        :viewBox="`0 0 ${WIDE} ${HIGH}`"
        role="slider"
        tabindex="0"
        aria-label="ISO that is read off"
        :aria-valuenow="read.iso"
        :aria-valuetext="`ISO ${read.label}: mid-tone ${snr(read.tone)} to 1, shadow ${snr(read.shadow)} to 1`"
        @keydown="key"
        @pointermove="point"
        @pointerdown="point"
      >
        <g v-for="value in [1, 4, 10, 40, 100, 400]" :key="value">
          <path :d="`M${LEFT} ${y(value)}H${WIDE}`" class="grid" />
          <text x="0" :y="y(value) + 4" class="second">{{ value }}</text>
        </g>
        <text v-for="row in whole" :key="row.iso" :x="x(row.iso)" :y="HIGH - BELOW + 16" text-anchor="middle" class="second">
          {{ row.label }}
        </text>
        <path :d="`M${LEFT} ${y(told.bar)}H${WIDE}`" class="bar" />
        <path :d="`M${LEFT} ${y(told.shadow_bar)}H${WIDE}`" class="bar dashed" />
        <path :d="`M${x(told.comfort)} 0V${HIGH - BELOW}`" class="comfort" />
        <text :x="x(told.comfort) - 4" y="11" text-anchor="end">comfortable to here</text>
        <g v-for="mark in told.marks" :key="mark.label">
          <path :d="`M${x(mark.iso)} ${HIGH - BELOW}v6`" class="tick" />
          <text :x="Math.min(x(mark.iso), WIDE - 60)" :y="HIGH - 3" class="second">{{ mark.label }}</text>
        </g>
        <path :d="line('tone')" class="tone" />
        <path :d="line('shadow')" class="tone dashed" />
        <path :d="`M${x(read.iso)} 0V${HIGH - BELOW}`" class="reading" />
        <circle :cx="x(read.iso)" :cy="y(read.tone)" r="4" class="dot" />
        <circle :cx="x(read.iso)" :cy="y(read.shadow)" r="4" class="dot" />
      </svg>
      <div>
        <p class="reason" role="status">
          <b>ISO {{ read.label }}</b
          >, exposed as metered: mid-tone {{ snr(read.tone) }} to 1 ({{ snr(told.bar) }} is asked), shadow
          {{ snr(read.shadow) }} to 1 ({{ snr(told.shadow_bar) }}).
          <button v-if="read.iso !== told.ceiling" class="plain" @click="emit('ceiling', read.iso)">ceiling here</button>
        </p>
        <p v-if="!hidden" class="patches">
          <img :src="patch(read.tone)" alt="" width="120" height="80" /><img
            :src="patch(read.shadow, told.shadow_stops)"
            alt=""
            width="120"
            height="80"
          />
        </p>
        <p v-if="!hidden" class="second">Mid-tone and shadow as this ISO shows them; solid line and dashed line.</p>
        <p v-for="words in told.words" :key="words" class="reason">{{ words }}</p>
        <p v-if="!between && !hidden" class="tools"><button class="button" @click="begin">Find mine by eye</button></p>
        <p v-else-if="shown && !hidden" class="tools" role="group" aria-label="is this still fine?">
          <img :src="patch(shown.tone)" alt="a mid-tone" width="180" height="120" /><img
            :src="patch(shown.shadow, told.shadow_stops)"
            alt="a shadow"
            width="180"
            height="120"
          />
          <span>At arm's length: still fine?</span>
          <button class="button" @click="say(true)">Fine</button>
          <button class="button" @click="say(false)">Too much</button>
        </p>
        <p v-else-if="found" class="tools" role="status">
          Fine to your eye up to <b>ISO {{ found.label }}</b
          >.
          <button class="button" @click="keep(found.iso)">Keep for this body</button>
          <button class="plain" @click="begin">again</button>
        </p>
        <p v-if="said" class="second" role="status">{{ said }}</p>
      </div>
      <details class="fold">
        <summary>as a table</summary>
        <table>
          <thead>
            <tr>
              <th scope="col">ISO</th>
              <th scope="col">mid-tone</th>
              <th scope="col">shadow</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.iso">
              <th scope="row">{{ row.label }}</th>
              <td>{{ snr(row.tone) }}</td>
              <td>{{ snr(row.shadow) }}</td>
            </tr>
          </tbody>
        </table>
      </details>
    </template>
  </div>
</template>

<style scoped>
.bench-iso {
  padding: 6px 0;
}
svg {
  display: block;
  width: 100%;
  max-width: 560px;
  cursor: crosshair;
}
text {
  font-size: 12px;
  fill: var(--ink);
}
text.second {
  fill: var(--second);
}
p.second {
  font-size: 13px;
  color: var(--second);
  margin: 2px 0;
}
.grid {
  stroke: var(--rule);
  stroke-width: 0.6;
}
.bar {
  stroke: var(--binding);
  stroke-width: 1;
}
.tone {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.dashed {
  stroke-dasharray: 5 4;
}
.comfort,
.tick {
  stroke: var(--ink);
  stroke-width: 1;
}
.reading {
  stroke: var(--second);
  stroke-dasharray: 2 3;
}
.dot {
  fill: var(--ink);
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 6px 0;
}
img {
  object-fit: none;
}
.patches {
  display: flex;
  gap: 8px;
  margin: 4px 0;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.plain {
  text-decoration: underline;
  text-underline-offset: 4px;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 1px 16px 1px 0;
}
</style>
