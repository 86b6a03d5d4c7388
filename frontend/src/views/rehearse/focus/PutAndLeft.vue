<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { drifted } from "@/picture/drifted";
import { FOOT, far } from "@/ruler/distance";

/** Focus that is put somewhere and left: how to set it, what each aperture and distance holds, what recomposing costs, what a set takes, what the finder proves. */
const props = defineProps<{ told: Schemas["DistanceOnSceneOut"]; feet: boolean }>();
const emit = defineEmits<{ put: [metres: number] }>();
const said = (m: number | null): string => far(m, props.feet);
const span = (one: { near_m: number; far_m: number | null }): string => `${said(one.near_m)} to ${said(one.far_m)}`;
/** From where to where, in as many figures as tell the two apart. */
function within(one: { near_m: number; far_m: number | null }): string {
  const per = props.feet ? FOOT : 1;
  const [near, far] = [one.near_m / per, one.far_m === null ? null : one.far_m / per];
  if (far === null) return `${Number(near.toPrecision(2))} – ∞`;
  const places = (least: number): number => Math.min(3, Math.max(0, 1 - Math.floor(Math.log10(Math.max(least, 1e-3)))));
  return `${near.toFixed(places(Math.min(far - near, near)))} – ${far.toFixed(places(far - near))}`;
}
const percent = (share: number): string => `${Math.round(share * 100)}\u00a0%`;
const centimetres = (m: number): string => (m < 1 ? `${(m * 100).toFixed(m < 0.1 ? 1 : 0)}\u00a0cm` : said(m));
const matters = computed(() => props.told.recomposed.some((one) => one.matters));
const slowest = computed(() => Math.max(...props.told.until.map((one) => one.seconds)));
</script>

<template>
  <h3>Set and left</h3>
  <p class="reason">{{ told.how }}</p>
  <p v-if="told.caught.length" class="reason">
    Of people who come by at about the subject's distance, in focus:
    <template v-for="(one, k) in told.caught" :key="one.spread"
      >{{ k ? ", " : "" }}<b>{{ percent(one.share) }}</b> within a factor of {{ one.spread }}</template
    >.
  </p>
  <div class="wide">
    <table>
      <caption>
        sharp from where to where, in
        {{
          feet ? "feet" : "metres"
        }}
      </caption>
      <thead>
        <tr>
          <th></th>
          <th v-for="d in told.distances" :key="d ?? 0" scope="col">
            <button v-if="told.puts && d !== null" class="plain" :aria-label="`put focus at ${said(d)}`" @click="emit('put', d)">
              {{ said(d) }}
            </button>
            <template v-else>{{ said(d) }}</template>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in told.zone" :key="row.aperture" :class="{ on: row.label === told.aperture }">
          <th scope="row">{{ row.label }}</th>
          <td v-for="(one, k) in row.reach" :key="k">{{ within(one) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <h3>Found in the middle, then turned</h3>
  <svg
    viewBox="0 0 640 74"
    class="turned"
    role="img"
    aria-label="the plane of focus falls behind the subject as the camera turns"
  >
    <g v-for="(one, k) in told.recomposed" :key="one.share" :transform="`translate(${k * 214 + 4} 4)`">
      <path d="M20 66l60 -56M20 66l84 -28" class="ray" />
      <path d="M70 3l26 28" class="plane" />
      <circle cx="80" cy="10" r="4" class="dot" />
      <path d="M15 62l7 -4l3 8z" class="dot" />
      <text x="112" y="24" :class="{ binding: one.matters }">{{ centimetres(one.behind_m) }}</text>
      <text x="112" y="40" class="second">behind, by {{ one.turned_deg.toFixed(0) }}°</text>
      <text x="112" y="56" class="second">{{ one.matters ? "it shows" : "within depth" }}</text>
    </g>
  </svg>
  <p class="reason">
    {{
      matters
        ? "Rather move the point to the subject, or close down; turning after it needs focus that is found once, a rear button or one that holds focus."
        : "Turning costs nothing that shows here; it needs focus that is found once, a rear button, or one that holds focus."
    }}
  </p>
  <h3>From the press to the frame</h3>
  <table>
    <tbody>
      <tr v-for="one in told.until" :key="one.label">
        <th scope="row">{{ one.label }}</th>
        <td class="lasts"><span :style="{ width: `${(one.seconds / slowest) * 100}%` }" /></td>
        <td>
          <b>{{ one.seconds.toFixed(2) }} s</b>
        </td>
        <td class="asks">{{ one.asks }}</td>
      </tr>
    </tbody>
  </table>
  <template v-if="told.stack.length && !told.follows">
    <h3>Focused one behind the other</h3>
    <p class="reason">{{ told.stack_words }}</p>
    <p class="reason">
      It takes {{ told.stack_s.toFixed(1) }} s.
      <template v-if="told.stack_drifts.length">What moves meanwhile, in pixels: {{ drifted(told.stack_drifts) }}.</template>
    </p>
  </template>
  <h3>What the finder proves</h3>
  <p class="reason">
    Wide open, a finder shows {{ span(told.peaking) }} without blur, and peaking proves no more; enlarged eight times
    {{ span(told.magnified) }}. The aperture's own {{ span({ near_m: told.near_m, far_m: told.far_m }) }} counts at the output.
    Diffraction alone shows from f/{{ told.diffracted }}.
  </p>
</template>

<style scoped>
h3 {
  margin: 14px 0 4px;
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 4px 0;
}
.wide {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
caption {
  caption-side: top;
  text-align: left;
  color: var(--second);
  font-size: 13px;
}
th,
td {
  text-align: left;
  font-weight: 400;
  font-size: 13px;
  padding: 3px 8px 3px 0;
  border-bottom: 1px var(--ruled) var(--rule);
  white-space: nowrap;
}
.on th,
.on td {
  font-weight: 640;
}
.plain {
  min-height: 28px;
  text-decoration: underline;
  text-underline-offset: 4px;
}
.lasts {
  width: 24%;
}
.lasts span {
  display: block;
  height: 9px;
  background: var(--ink);
}
.asks {
  color: var(--second);
  white-space: normal;
}
.turned {
  width: 100%;
  max-width: 640px;
  display: block;
}
text {
  font-size: 13px;
  fill: var(--ink);
  font-weight: 600;
}
.second {
  fill: var(--second);
  font-weight: 400;
}
.binding {
  fill: var(--binding);
}
.ray {
  fill: none;
  stroke: var(--second);
  stroke-dasharray: 3 3;
}
.plane {
  stroke: var(--ink);
  stroke-width: 2;
}
.dot {
  fill: var(--ink);
}
@media (max-width: 760px) {
  .asks {
    display: none;
  }
  th[scope="row"] {
    white-space: normal;
  }
  .plain {
    min-height: 44px;
  }
}
</style>
