<script setup lang="ts">
import { computed, ref, toRef } from "vue";
import { useAnswer } from "@/api/answer";
import { client, ProblemError, take, type Asked, type Schemas } from "@/api/client";
import { toldBy } from "@/api/picture";
import TextField from "@/fields/TextField.vue";
import Told from "@/ruler/Told.vue";
import { useTheme } from "@/stores/theme";

/** Twelve frames as each program of the body gives them while the light moves; and why the body did what a frame has. */
const props = defineProps<{ asked: Asked | null }>();
const emit = defineEmits<{ mend: [patch: Record<string, unknown>] }>();
/** The small frames are asked for once typing rests: nobody waits for them. */
const REST_MS = 300;
const { answer: runs, wrong } = useAnswer(
  "sequence",
  toRef(props, "asked"),
  (situation, signal) => take(client.POST("/api/rehearse/sequence", { body: { situation, seed: 1 }, signal })),
  REST_MS,
);
const theme = useTheme();
const hidden = computed(() => theme.name === "red" && !theme.pictures);
const [SMALL, GAP, HIGH] = [34, 2, 26];
/** A stop of brightness over or under what is wanted, in pixels; no bar is longer than its room. */
const STOP = 12;
const drawn = computed(() =>
  (runs.value ?? []).map((run) => {
    const high = Math.min(HIGH, SMALL / run.aspect);
    const frames = run.frames.map((one, k) => ({
      ...one,
      x: k * (SMALL + GAP),
      down: k * high,
      bar: Math.max(-HIGH, Math.min(HIGH, one.off_stops * STOP)),
    }));
    return { ...run, src: `/api/strips/${run.strip}.jpg`, high, frames, all: run.frames.length * high };
  }),
);
const WIDE = 12 * (SMALL + GAP) - GAP;
const signed = (stops: number): string =>
  Math.abs(stops) < 0.05 ? "0" : `${stops > 0 ? "+" : "−"}${Math.abs(stops).toFixed(1)}`;

const frame = ref({ shutter_s: "", aperture: "", iso: "" });
const whys = ref<Schemas["WhyOut"][]>([]);
const unread = ref("");
const DIALS = [
  { dial: "shutter_s", name: "time", like: "1/250" },
  { dial: "aperture", name: "aperture", like: "f/4" },
  { dial: "iso", name: "ISO", like: "800" },
] as const;
async function explain(): Promise<void> {
  [whys.value, unread.value] = [[], ""];
  if (!props.asked || DIALS.some(({ dial }) => !frame.value[dial].trim())) return;
  try {
    const read = await Promise.all(
      DIALS.map(({ dial }) => take(client.POST("/api/read", { body: { quantity: dial, text: frame.value[dial] } }))),
    );
    const [shutter_s, aperture, iso] = read.map((one) => one.value) as [number, number, number];
    whys.value = await take(
      client.POST("/api/bench/why", { body: { situation: props.asked, frame: { shutter_s, aperture, iso } } }),
    );
  } catch (error) {
    unread.value =
      error instanceof ProblemError ? (Object.values(error.places)[0] ?? error.message) : "The server cannot be reached.";
  }
}
function typed(dial: (typeof DIALS)[number]["dial"], text: string): void {
  frame.value[dial] = text;
  void explain();
}
async function fromPicture(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  if (!file) return;
  try {
    const { told } = await toldBy(file);
    const number = (name: string): string => (typeof told[name]?.value === "number" ? String(told[name].value) : "");
    frame.value = { shutter_s: number("time_s"), aperture: number("aperture"), iso: number("iso") };
    if (Object.values(frame.value).every(Boolean)) await explain();
    else unread.value = "This picture does not say all three of its time, aperture and ISO.";
  } catch (error) {
    unread.value =
      error instanceof ProblemError ? (error.problem.errors?.[0]?.detail ?? error.message) : "The server cannot be reached.";
  }
}
</script>

<template>
  <div class="bench-mode">
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <p v-if="drawn.length" class="label">Twelve frames while the light moves and what is metered wavers</p>
    <figure v-for="run in drawn" :key="run.words" :class="{ set: run.as_set }">
      <figcaption>
        <b v-if="run.as_set">{{ run.words }}, as set</b><template v-else>{{ run.words }}</template
        ><span class="second">{{ run.off_stops.toFixed(1) }} stops off on the mean</span>
      </figcaption>
      <svg
        :viewBox="`0 0 ${WIDE} ${(hidden ? 0 : run.high) + 2 * HIGH}`"
        role="img"
        :aria-label="`${run.words}: ${run.frames.map((one) => signed(one.off_stops)).join(', ')} stops from what is wanted, frame by frame`"
      >
        <g v-for="one in run.frames" :key="one.x">
          <title>light {{ signed(one.light_stops) }}: {{ one.figures }}, {{ signed(one.off_stops) }}</title>
          <svg v-if="!hidden" :x="one.x" y="0" :width="SMALL" :height="run.high" :viewBox="`0 ${one.down} ${SMALL} ${run.high}`">
            <image :href="run.src" :width="SMALL" :height="run.all" preserveAspectRatio="none" />
          </svg>
          <rect
            :x="one.x + 6"
            :y="(hidden ? 0 : run.high) + HIGH - Math.max(one.bar, 0)"
            :width="SMALL - 12"
            :height="Math.max(Math.abs(one.bar), 0.5)"
            :class="one.bar < 0 ? 'under' : 'over'"
          />
        </g>
        <path :d="`M0 ${(hidden ? 0 : run.high) + HIGH}H${WIDE}`" class="zero" />
      </svg>
    </figure>
    <div class="why" role="group" aria-label="why did it do that">
      <span class="label">Why did it do that? A frame had</span>
      <TextField
        v-for="one in DIALS"
        :key="one.dial"
        :aria-label="`${one.name} of the frame`"
        :placeholder="one.like"
        :value="frame[one.dial]"
        @change="(text) => typed(one.dial, text)"
      />
      <label class="file"
        ><span>from a picture</span><input class="visually-hidden" type="file" accept="image/*,.dng" @change="fromPicture"
      /></label>
    </div>
    <p v-if="unread" class="error" role="alert">{{ unread }}</p>
    <ul v-if="whys.length" aria-label="why" aria-live="polite">
      <li v-for="one in whys" :key="one.text" class="reason">
        <Told :text="one.text" />
        <button v-for="way in one.ways" :key="way.label" class="plain" @click="emit('mend', way.patch)">
          <Told :text="way.label" />
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.bench-mode {
  padding: 6px 0;
}
figure {
  margin: 6px 0;
}
figcaption {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  font-size: 13px;
}
.set {
  border-left: 3px solid var(--ink);
  padding-left: 6px;
}
.second {
  color: var(--second);
}
svg {
  display: block;
  width: 100%;
  max-width: 520px;
}
.zero {
  stroke: var(--ink);
  stroke-width: 1;
}
.over {
  fill: var(--bg);
  stroke: var(--ink);
}
.under {
  fill: var(--ink);
}
.why {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 12px;
  margin-top: 10px;
}
.why :deep(input) {
  width: 7ch;
  border-bottom: 1px solid var(--ink);
}
.file {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
  text-decoration: underline;
  cursor: pointer;
}
ul {
  list-style: none;
  padding: 0;
  margin: 4px 0;
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 4px 0;
}
.plain {
  text-decoration: underline;
  text-underline-offset: 4px;
}
</style>
