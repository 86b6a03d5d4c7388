<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { drifted } from "@/picture/drifted";
import FramePicture from "@/picture/FramePicture.vue";
import { frameAt } from "@/picture/frames";
import { useLongerSet, type Held } from "@/picture/useOnScene";
import Progress from "@/fields/Progress.vue";
import Stops from "@/ruler/Stops.vue";

/** Every set that the body offers on this scene; the one pressed lies on the ruler and is merged both ways. */
const props = defineProps<{
  found: Schemas["CoveringOut"];
  single: string;
  chosen: number;
  aspect: number;
  left: string;
  drive: string;
  id: number;
  held: Held;
}>();
const emit = defineEmits<{
  choose: [k: number];
  see: [token: string, words: string, view: "finder" | "fused"];
  take: [cover: Schemas["CoverOut"]];
}>();
const { longer, unsearched, searching, search, stop, again } = useLongerSet(props.held);
const better = computed(() => longer.value?.found ?? props.found.optimal);
const percent = (share: number): string => (share < 0.0005 ? "0 %" : `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`);
const seconds = (s: number): string => (s < 10 ? s.toFixed(s < 1 ? 2 : 1) : s.toFixed(0));
const time = (s: number): string => (s < 0.3 ? `1/${Math.round(1 / s)}` : seconds(s));
const name = (cover: Schemas["CoverOut"]): string =>
  cover.frames === 1 ? "one frame" : `${cover.frames} frames, ${Number(cover.step.toFixed(2))} apart`;
const cover = computed(() => props.found.covers[props.chosen] ?? props.found.covers[0]);
const merges = computed(() =>
  cover.value && cover.value.frames > 1
    ? [
        { label: "one frame, as set", src: frameAt(props.single, { view: "finder", width: 220, marks: false }) },
        { label: "merged, with a tone curve", src: frameAt(cover.value.frame.token, { view: "finder", width: 220 }) },
        { label: "fused from the files", src: frameAt(cover.value.frame.token, { view: "fused", width: 220 }) },
      ]
    : [],
);
</script>

<template>
  <div class="sets">
    <table>
      <caption class="visually-hidden">
        sets on this scene
      </caption>
      <thead>
        <tr>
          <th>set</th>
          <th>middle</th>
          <th>over it</th>
          <th>under it</th>
          <th>worst tone</th>
          <th>seconds</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, k) in found.covers" :key="k" :class="{ on: k === chosen, short: !row.whole }">
          <th scope="row">
            <button class="plain" :aria-pressed="k === chosen" @click="emit('choose', k)">{{ name(row) }}</button>
            <span v-if="row.fewest && row.whole" class="quiet">fewest that hold it</span>
          </th>
          <td><Stops :value="row.middle" signed /></td>
          <td>{{ percent(row.above) }}</td>
          <td>{{ percent(row.below + row.gap) }}</td>
          <td>{{ row.snr < 1 ? "none" : `${row.snr.toFixed(0)} : 1` }}</td>
          <td>{{ seconds(row.time_s) }}</td>
        </tr>
      </tbody>
    </table>
    <template v-if="cover && cover.frames > 1">
      <p class="reason">Times: {{ cover.times.map(time).join(", ") }}. {{ drive }}</p>
      <p class="tools">
        <button class="button" @click="emit('take', cover)">Set {{ name(cover) }}</button>
        <button
          class="button"
          :aria-pressed="left === cover.frame.token"
          @click="emit('see', cover.frame.token, `${name(cover)}, merged`, 'finder')"
        >
          See it merged
        </button>
        <RouterLink class="button" :to="{ name: 'walk', params: { id }, query: { special: 'sets' } }">A slot for sets</RouterLink>
      </p>
      <div class="merges">
        <figure v-for="one in merges" :key="one.label">
          <FramePicture :src="one.src" :alt="one.label" :aspect="aspect" />
          <figcaption>{{ one.label }}</figcaption>
        </figure>
      </div>
    </template>
    <h3 v-if="!held.what.own.value">What moves meanwhile, in pixels</h3>
    <p v-if="!held.what.own.value" class="reason">
      <template v-if="found.drifts.length">{{ drifted(found.drifts) }}</template><template v-else>Nothing</template
      ><template v-if="found.crop_share > 0.0005"
        >; lining the frames up crops {{ percent(found.crop_share) }} of the width</template
      >.
    </p>
    <template v-if="better">
      <h3>The set that noise would choose</h3>
      <p class="reason">
        {{ better.frames.map((f) => `${time(f.shutter_s)} at ISO ${f.iso}`).join(", ") }}: the best of
        {{ better.weighed.toLocaleString("en") }} sets that take no longer than the fewest above. Its worst tone has
        {{ better.snr.toFixed(0) }} to 1 instead of {{ better.plain_snr.toFixed(0) }}, {{ better.gain_db.toFixed(1) }} dB;
        {{ better.seen ? "one sees that in the shadows" : "nobody sees that" }}.
      </p>
      <p class="tools">
        <template v-if="searching">
          <Progress :done="longer?.job.part ?? 0" :of="1" name="search among sets of five frames" />
          <button class="button" @click="stop">Stop</button>
        </template>
        <button v-else-if="!longer" class="button" @click="search">Look among sets of five frames too</button>
        <span v-else class="quiet" role="status">{{
          longer.found
            ? "no set of up to five frames is better"
            : longer.job.state === "stopped"
              ? "stopped; of up to four frames it is the best"
              : "the search broke off; of up to four frames it is the best"
        }}</span>
        <button v-if="longer && !searching && longer.job.state !== 'done'" class="button" @click="again">Begin again</button>
      </p>
      <p v-if="unsearched" class="error" role="alert">{{ unsearched }}</p>
    </template>
    <h3>Sets of another kind</h3>
    <p v-for="one in found.others" :key="one.kind" class="reason">
      <b>{{ one.label }}</b><template v-if="!one.offered">, not by this body itself</template>: {{ one.words }}
    </p>
    <h3>In the camera</h3>
    <p v-for="line in found.in_body" :key="line" class="reason">{{ line }}</p>
  </div>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: right;
  font-weight: 400;
  padding: 0 0 0 8px;
  border-bottom: 1px var(--ruled) var(--rule);
}
thead th {
  color: var(--second);
  font-size: 13px;
}
th:first-child {
  text-align: left;
  padding-left: 0;
}
th .plain {
  min-height: 30px;
  text-align: left;
  text-decoration: underline;
  text-decoration-color: var(--rule);
  text-underline-offset: 4px;
}
th .quiet {
  margin-left: 8px;
}
.on th .plain {
  font-weight: 640;
  text-decoration-color: var(--ink);
}
.short td {
  color: var(--second);
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 4px 0;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.merges {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 12px;
}
figure {
  margin: 0;
}
figcaption {
  font-size: 13px;
  color: var(--second);
}
h3 {
  margin: 14px 0 4px;
}
@media (max-width: 760px) {
  table {
    font-size: 14px;
  }
  th,
  td {
    padding-left: 4px;
  }
  th .quiet {
    display: block;
    margin: 0;
  }
  th .plain {
    min-height: 44px;
  }
  .merges {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
