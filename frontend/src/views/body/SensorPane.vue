<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, ref, shallowRef } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { changed, keyOf, nowKnown } from "@/api/keys";
import { upload } from "@/api/upload";
import MidGrey from "./MidGrey.vue";
import ReadOut from "./ReadOut.vue";

/** A body's sensor measured by its own raws of even light and of none, and of a lamp that pulses: brought, told ISO by ISO, taken by a press, given back by one. */
const props = defineProps<{ slug: string }>();
type Told = Schemas["SensorOut"];
const queries = useQueryClient();
const key = computed(() => keyOf("sensor", props.slug));
const at = computed(() => ({ params: { path: { slug: props.slug } } }));
const open = ref(false);
const { data } = useQuery({
  enabled: open,
  queryKey: key,
  queryFn: () => take(client.GET("/api/kit/bodies/{slug}/sensor", at.value)),
});
const { data: link } = useQuery({
  enabled: open,
  queryKey: computed(() => keyOf("link", props.slug)),
  queryFn: () => take(client.GET("/api/kit/bodies/{slug}/link", at.value)),
});
const said = ref("");
const wrong = ref<string[]>([]);
const running = shallowRef<AbortController | null>(null);
const because = (error: unknown): string =>
  error instanceof ProblemError
    ? Object.values(error.places)[0] || error.message
    : "The server cannot be reached; nothing was changed.";
async function bring(event: Event, lamp: boolean): Promise<void> {
  const field = event.target as HTMLInputElement;
  const files = [...(field.files ?? [])];
  field.value = "";
  if (running.value) return;
  const { signal } = (running.value = new AbortController());
  wrong.value = [];
  let came = 0;
  for (const file of files) {
    try {
      const path = `/api/kit/bodies/${props.slug}/sensor/frames?name=${encodeURIComponent(file.name.slice(-120))}&lamp=${lamp}`;
      const told = await upload<Told>(path, file, () => {}, signal);
      await nowKnown(queries, key.value, told);
      came += 1;
      said.value = `${came} of ${files.length}: ${told.said}`;
    } catch (error) {
      if (error instanceof DOMException) {
        said.value = "stopped; what had come is kept";
        break;
      }
      wrong.value = [...wrong.value, because(error)];
    }
  }
  running.value = null;
}
/** Over the link, a few files at a time. */
async function fetchRaws(lamp: boolean): Promise<void> {
  if (running.value) return;
  const { signal } = (running.value = new AbortController());
  [wrong.value, said.value] = [[], ""];
  let [after, came] = ["", 0];
  try {
    for (;;) {
      const told: Schemas["FetchedOut"] = await take(
        client.POST("/api/kit/bodies/{slug}/link/sensor", { ...at.value, body: { after, lamp }, signal }),
      );
      [after, came] = [told.after, came + told.brought];
      said.value = `${came} raws brought over the link`;
      if (told.said) wrong.value = [...wrong.value, ...told.said.split("; ")];
      if (!told.more) break;
    }
  } catch (error) {
    if (error instanceof DOMException) said.value = "stopped; what had come is kept";
    else wrong.value = [...wrong.value, because(error)];
  }
  running.value = null;
  await queries.invalidateQueries({ queryKey: key.value });
}
/** One after the other: an answer that comes late would show what is no more. */
const asked = ref(false);
async function run(call: () => Promise<Told | undefined>, words: string): Promise<void> {
  wrong.value = [];
  asked.value = true;
  try {
    const told = await call();
    said.value = words;
    if (told) await nowKnown(queries, key.value, told);
    else await queries.invalidateQueries({ queryKey: key.value });
    await changed(queries, "kit");
  } catch (error) {
    wrong.value = [because(error)];
  }
  asked.value = false;
}
const taken = () => run(() => take(client.PUT("/api/kit/bodies/{slug}/sensor", at.value)), "the body has it now");
const readOutTaken = () => run(() => take(client.PUT("/api/kit/bodies/{slug}/sensor/readout", at.value)), "the body has it now");
const greyTaken = () => run(() => take(client.PUT("/api/kit/bodies/{slug}/sensor/grey", at.value)), "the body has it now");
const givenBack = () =>
  run(() => take(client.POST("/api/kit/bodies/{slug}/sensor/back", at.value)), "as it was before it was measured");
const begin = () =>
  run(async () => {
    await take(client.DELETE("/api/kit/bodies/{slug}/sensor", at.value));
    return undefined;
  }, "the frames are gone");
const round = (value: number, places = 2): string => value.toFixed(value >= 100 ? 0 : places);
const ROWS = [
  { name: "full_well_e", label: "full well", unit: "e⁻" },
  { name: "read_noise_pre_e", label: "read noise before the gain", unit: "e⁻" },
  { name: "read_noise_post_e", label: "read noise behind it", unit: "e⁻" },
  { name: "dual_gain_iso", label: "second gain from ISO", unit: "" },
  { name: "dual_gain_read_noise_e", label: "read noise of the second gain", unit: "e⁻" },
] as const;
const shown = (value: number | null | undefined): string => (value === null || value === undefined ? "none" : round(value));
</script>

<template>
  <section>
    <h2>Its sensor</h2>
    <details class="fold" @toggle="open = ($event.target as HTMLDetailsElement).open">
      <summary>measure it</summary>
      <template v-if="data">
        <p class="reason">
          At each ISO that matters: two raws with the cap on at the shortest time, and pairs of raws of an even wall or sky out of
          focus, each pair in another light, from dark to three quarters full, the two of a pair right after each other. The
          middle of each is kept, no picture.
        </p>
        <div class="tools">
          <label class="button"
            >Bring raws<input
              class="visually-hidden"
              type="file"
              multiple
              accept=".dng,.raw,image/*"
              aria-label="bring raws that its sensor is measured by"
              :disabled="running !== null"
              @change="bring($event, false)"
          /></label>
          <button v-if="link?.paired && !running" class="button" @click="fetchRaws(false)">Bring them over the link</button>
          <button v-if="running" class="button" @click="running.abort()">Stop</button>
          <button v-if="(data.frames || data.read_out.frames) && !running" class="button" :disabled="asked" @click="begin">
            Begin again
          </button>
          <span class="quiet">{{ data.frames }} of {{ data.most }} frames</span>
          <span role="status">{{ said }}</span>
        </div>
        <p v-for="line in wrong.slice(0, 6)" :key="line" class="error" role="alert">{{ line }}</p>
        <div v-if="data.isos.length" class="scroll" tabindex="0" role="group" aria-label="what each ISO tells">
          <table>
            <thead>
              <tr>
                <th>ISO</th>
                <th class="number">counts per e⁻</th>
                <th class="number">read noise, e⁻</th>
                <th class="number">full, e⁻</th>
                <th class="number">stops</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in data.isos" :key="row.iso">
                <th scope="row">{{ row.iso }}</th>
                <td v-if="row.lacks" colspan="4" class="quiet">it lacks {{ row.lacks }}</td>
                <template v-else>
                  <td class="number">
                    {{ row.gain.toPrecision(3) }} <span class="quiet">± {{ row.gain_off.toPrecision(1) }}</span>
                  </td>
                  <td class="number">
                    {{ round(row.read_e) }} <span class="quiet">± {{ row.read_off.toPrecision(1) }}</span>
                  </td>
                  <td class="number">{{ round(row.full_e) }}</td>
                  <td class="number">{{ row.range_stops?.toFixed(1) }}</td>
                </template>
              </tr>
            </tbody>
          </table>
        </div>
        <table v-if="data.found">
          <thead>
            <tr>
              <th></th>
              <th class="number">measured</th>
              <th class="number">{{ data.taken ? "the body has" : "taken for granted" }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in ROWS" :key="row.name">
              <th scope="row">{{ row.label }}</th>
              <td class="number">
                <b>{{ shown(data.found[row.name]) }}</b> {{ row.unit }}
              </td>
              <td class="number">{{ shown(data.now[row.name]) }} {{ row.unit }}</td>
            </tr>
          </tbody>
        </table>
        <p class="tools">
          <button v-if="data.found" class="button" :disabled="asked" @click="taken">
            {{ data.taken ? "Take it anew" : "Take what was measured" }}
          </button>
          <button v-if="data.taken || data.read_out.taken || data.grey.taken" class="button" :disabled="asked" @click="givenBack">
            Give back what stood there
          </button>
        </p>
        <MidGrey :told="data.grey" :busy="running !== null || asked" @take="greyTaken" />
        <ReadOut
          :told="data.read_out"
          :linked="link?.paired ?? false"
          :busy="running !== null || asked"
          @bring="bring($event, true)"
          @fetch="fetchRaws(true)"
          @take="readOutTaken"
        />
      </template>
    </details>
  </section>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.number {
  white-space: nowrap;
}
.scroll :is(th, td) {
  padding-right: 10px;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
</style>
