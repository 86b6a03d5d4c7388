<script setup lang="ts">
import { DatePicker } from "ant-design-vue";
import { computed, ref } from "vue";
import { beforeUtc, OFFSETS } from "@/words";
import { client, newerIn, ProblemError, take, type Schemas } from "@/api/client";
import { useWords } from "@/api/queries";
import Choice from "@/fields/Choice.vue";
import { type Option } from "@/fields/options";
import Window from "@/fields/Window.vue";
import Written from "@/fields/Written.vue";
import Conflict from "../Conflict.vue";
import { placeIn } from "./gpx";

type Day = Schemas["OutingOut"];
/** What a day is called, where and when it is; a new one without a day. */
const props = defineProps<{ day: Day | null }>();
const emit = defineEmits<{ done: [saved: Day]; cancel: []; remove: [day: Day] }>();
type Told = Required<Schemas["OutingIn"]>;
const shown = (of: Told | Day | null) => ({
  title: of?.title ?? "",
  place: of?.place ?? "",
  day: of?.day ?? new Date().toISOString().slice(0, 10),
  mains_hz: of?.mains_hz ?? null,
  utc_offset_min: of?.utc_offset_min ?? null,
});
const form = ref(shown(props.day));
const version = ref(props.day?.version ?? "");
const north = ref("");
const east = ref("");
const land = ref("");
const dark = ref("");
const zone = ref("");
/** Names of zones as the browser has them; the server says what is none. */
const ZONES = Intl.supportedValuesOf("timeZone");
const faces = ref("");
function spell(of: Told | Day | null): void {
  north.value = of?.lies?.latitude_deg.toString() ?? "";
  east.value = of?.lies?.longitude_deg.toString() ?? "";
  land.value = (of?.lies?.horizon ?? []).map((one) => `${one.bearing_deg} ${one.height_deg}`).join(", ");
  zone.value = of?.lies?.zone ?? "";
  dark.value = of?.lies?.dark_mag?.toString() ?? "";
  faces.value = (of?.faces ?? []).join(", ");
}
spell(props.day);
/** What was stored elsewhere meanwhile: both stand until one is chosen. */
const theirs = ref<Told | null>(null);
/** Degrees as typed, with a comma or a point; what is no number goes as it is, for the server to say what it takes. */
const degrees = (typed: string) => (typed.trim() === "" ? null : Number(typed.trim().replace(",", ".").replace("−", "-")));
/** Land as typed, a bearing and a height for each point of it, parted by semicolons, or by commas where there is none; what is no pair of numbers goes as it is. */
const typedLand = computed(() =>
  land.value
    .split(land.value.includes(";") ? ";" : ",")
    .map((point) => point.trim())
    .filter(Boolean),
);
const points = () =>
  typedLand.value
    .map((point) => point.split(/[\s:]+/))
    .map(([bearing, height, ...more]) => ({
      bearing_deg: degrees(bearing ?? ""),
      height_deg: more.length ? null : degrees(height ?? ""),
    }));
const landError = computed(() => {
  const found = Object.entries(errors.value).find(([at]) => at.startsWith("/lies/horizon"));
  if (!found) return "";
  const point = /\/horizon\/(\d+)/.exec(found[0]);
  return point
    ? `“${typedLand.value[Number(point[1])]}”: ${found[1]}; a bearing and a height in degrees are accepted, such as 90 4`
    : found[1];
});
const skyError = computed(() => !!(landError.value || errors.value["/lies/zone"] || errors.value["/lies/dark_mag"]));
const named = computed(() =>
  faces.value
    .split(",")
    .map((name) => name.trim())
    .filter(Boolean),
);
const { data: words } = useWords();
const mains = computed(() => (words.value?.choices.mains_hz ?? []) as Option<50 | 60>[]);
const CLOCKS: Option<number | null>[] = [
  { value: null, shown: "not said: hours stand as they are written" },
  ...OFFSETS.map((minutes) => ({ value: minutes, shown: beforeUtc(minutes) })),
];
const errors = ref<Record<string, string>>({});
const fromTrack = ref("");
/** The place out of a file of tracks: it never leaves this browser, and nothing is changed where it has none. */
async function track(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = "";
  if (!file) return;
  try {
    const found = await placeIn(file);
    [north.value, east.value] = [found.north, found.east];
    fromTrack.value = `taken from ${found.from}`;
    errors.value = { ...errors.value, "/lies/latitude_deg": "", "/lies/longitude_deg": "" };
  } catch (error) {
    fromTrack.value = "";
    errors.value = { ...errors.value, "/lies/latitude_deg": error instanceof Error ? error.message : String(error) };
  }
}
/** What stands where the day is typed and is none: it is said there, and nothing is sent until it is mended. */
const noDay = ref("");
function leftDay(event: FocusEvent): void {
  const text = (event.target as HTMLInputElement).value.trim();
  noDay.value = text === form.value.day ? "" : `“${text}” is no day: write it as 2027-06-12, or choose it`;
}
function body(): Schemas["OutingIn"] {
  const [latitude_deg, longitude_deg] = [degrees(north.value), degrees(east.value)];
  // Half a place is sent as it is too: what is missing is said where it is missing.
  const horizon = points();
  const nowhere = latitude_deg === null && longitude_deg === null && !horizon.length && !dark.value.trim() && !zone.value.trim();
  const lies = nowhere ? null : { latitude_deg, longitude_deg, horizon, zone: zone.value.trim(), dark_mag: degrees(dark.value) };
  return { ...form.value, lies: lies as Schemas["Coordinates"] | null, faces: named.value };
}
async function save(): Promise<void> {
  if (noDay.value || theirs.value) return;
  try {
    const saved = await take(
      props.day
        ? client.PUT("/api/outings/{pk}", {
            params: { path: { pk: props.day.id }, header: { "If-Match": version.value } },
            body: body(),
          })
        : client.POST("/api/outings", { body: body() }),
    );
    emit("done", saved);
  } catch (error) {
    const current = newerIn<Told>(error);
    if (current) [theirs.value, version.value] = [current.document, current.version];
    else errors.value = error instanceof ProblemError ? error.places : { "": "The server cannot be reached." };
  }
}
async function settle(mine: boolean): Promise<void> {
  if (!mine && theirs.value) {
    form.value = shown(theirs.value);
    spell(theirs.value);
  }
  theirs.value = null;
  if (mine) await save();
}
</script>

<template>
  <Window :title="day ? 'Outing' : 'New outing'" ok-text="Save" @ok="save" @cancel="emit('cancel')">
    <Conflict v-if="theirs" :mine="body()" :theirs="theirs" @settle="settle" />
    <form class="form" @submit.prevent="save">
      <label for="o-title" class="label">title</label><Written id="o-title" v-model="form.title" class="box" maxlength="120" />
      <p class="error" role="alert">{{ errors["/title"] }}</p>
      <label for="o-place" class="label">place</label><Written id="o-place" v-model="form.place" class="box" maxlength="120" />
      <label for="o-lamps" class="label">lamps there</label
      ><Choice
        id="o-lamps"
        v-model="form.mains_hz"
        class="box"
        name="lamps there"
        :options="[{ value: null, shown: 'on the mains that I usually work by' }, ...mains]"
      />
      <label for="o-clock" class="label">its clock</label
      ><Choice id="o-clock" v-model="form.utc_offset_min" class="box" name="its clock" :options="CLOCKS" />
      <p class="error" role="alert">{{ errors["/utc_offset_min"] }}</p>
      <fieldset class="lies">
        <legend class="label">
          where it lies, in degrees, south and west with −: with its clock, the outing tells of the sun
        </legend>
        <label for="o-north" class="label">north</label><label for="o-east" class="label">east</label
        ><Written id="o-north" v-model="north" class="box" inputmode="decimal" /><Written
          id="o-east"
          v-model="east"
          class="box"
          inputmode="decimal"
        />
        <label class="plain track"
          >from a GPX file<input class="visually-hidden" type="file" accept=".gpx,application/gpx+xml" @change="track"
        /></label>
        <span class="quiet" role="status">{{ fromTrack }}</span>
      </fieldset>
      <p class="error" role="alert">{{ errors["/lies/latitude_deg"] ?? errors["/lies/longitude_deg"] }}</p>
      <details class="fold" :open="!!(zone || land || dark || skyError) || undefined">
        <summary>its zone, the land about, how dark its nights are</summary>
        <div class="form">
          <label for="o-zone" class="label">its zone, where summer time comes and goes: then its clock follows by itself</label
          ><Written id="o-zone" v-model="zone" class="box" list="o-zones" autocomplete="off" maxlength="60" />
          <datalist id="o-zones"><option v-for="name in ZONES" :key="name" :value="name" /></datalist>
          <p class="error" role="alert">{{ errors["/lies/zone"] }}</p>
          <label for="o-land" class="label">land about, bearing and height: 90 4, 140 7 is a hill to the south-east</label
          ><Written id="o-land" v-model="land" class="box" maxlength="900" />
          <p class="error" role="alert">{{ landError }}</p>
          <label for="o-dark" class="label"
            >how dark its nights are, magnitudes to the square arc second: 21.9 far from any lamp, 20.9 among villages, 17.5 in a
            town</label
          ><Written id="o-dark" v-model="dark" class="box" inputmode="decimal" placeholder="21.5, open country" />
          <p class="error" role="alert">{{ errors["/lies/dark_mag"] }}</p>
        </div>
      </details>
      <label for="o-faces" class="label">faces that come before others, the first first</label
      ><Written id="o-faces" v-model="faces" class="box" maxlength="400" />
      <p class="error" role="alert">{{ Object.entries(errors).find(([at]) => at.startsWith("/faces"))?.[1] }}</p>
      <label for="o-day" class="label">day</label
      ><DatePicker
        id="o-day"
        v-model:value="form.day"
        value-format="YYYY-MM-DD"
        :bordered="false"
        :allow-clear="false"
        class="box"
        @change="noDay = ''"
        @blur="leftDay"
      />
      <p class="error" role="alert">{{ noDay || (errors["/day"] ?? errors[""]) }}</p>
      <button v-if="day" class="plain away" type="button" @click="emit('remove', day)">delete this outing</button>
      <button type="submit" hidden>Save</button>
    </form>
  </Window>
</template>

<style scoped>
.form {
  display: grid;
  gap: 6px;
}
.lies {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 18px;
  border: 0;
  margin: 0;
  padding: 0;
}
.track {
  cursor: pointer;
  justify-self: start;
}
.track:focus-within {
  outline: 2px solid var(--ink);
}
.lies legend {
  padding: 0;
}
.away {
  justify-self: start;
  min-height: 44px;
  color: var(--second);
}
:deep(.box) {
  border-bottom: 1px solid var(--ink);
  padding: 8px 0;
  min-height: 44px;
}
</style>
