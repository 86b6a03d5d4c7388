<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { STOP } from "@/ruler/scale";

/** The tones of a scene, a stop a stop: how much of the picture lies where, and the window that the body holds of it. */
const props = defineProps<{ told: Schemas["RehearsalOut"] }>();
const SHOWN = 17;
const AXIS = 66;
const WIDEST = 78;
const LABEL = 15;

const top = computed(() => {
  const { tones, window } = props.told;
  const last = tones.shares.reduce((seen, share, k) => (share > 0.0004 ? k : seen), 0);
  const brightest = tones.lowest + (last + 1) / tones.per_stop;
  return Math.min(tones.highest, Math.max(Math.ceil(brightest), Math.ceil(window.clips) + 1, 4));
});
const bottom = computed(() => top.value - SHOWN);
const y = (stops: number): number => (top.value - stops) * STOP;
const within = (stops: number): number => Math.min(Math.max(stops, bottom.value), top.value);
const ticks = computed(() => Array.from({ length: SHOWN + 1 }, (_, k) => top.value - k));
const bars = computed(() => {
  const { tones, window } = props.told;
  const most = Math.max(...tones.shares);
  return tones.shares
    .map((share, k) => ({ at: tones.lowest + (k + 1) / tones.per_stop, share, wide: Math.sqrt(share / most) * WIDEST }))
    .filter((bar) => bar.share > 0.0001 && bar.at > bottom.value && bar.at <= top.value)
    .map((bar) => ({ ...bar, lost: bar.at - 1 / tones.per_stop >= window.clips - 0.17 }));
});
/** Names beside the tones, pushed apart where they would lie on each other. */
const names = computed(() => {
  const rows = [...props.told.named]
    .filter((tone) => tone.ev <= top.value && tone.ev >= bottom.value)
    .sort((a, b) => b.ev - a.ev)
    .map((tone) => ({ ...tone, at: y(tone.ev) }));
  rows.forEach((row, k) => {
    const before = rows[k - 1];
    if (before) row.at = Math.max(row.at, before.at + LABEL);
  });
  return rows;
});
const sign = (n: number): string => (n > 0 ? `+${n}` : n < 0 ? `−${-n}` : "0");
const inWords = computed(() => {
  const { window, lost } = props.told;
  return (
    `The raw clips ${window.clips.toFixed(1)} stops over the key, the preview warns at ${window.warns.toFixed(1)}, ` +
    `the shadow has ten to one down to ${window.floor.toFixed(1)}. ` +
    (lost.over.length ? `Burnt out: ${lost.over.join(", ")}.` : "No named tone is burnt out.")
  );
});
</script>

<template>
  <figure class="ruler">
    <svg :height="SHOWN * STOP + 24" width="252" :viewBox="`0 -12 252 ${SHOWN * STOP + 24}`" role="img" :aria-label="inWords">
      <defs>
        <pattern id="t-lost" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0v6" class="ink" />
        </pattern>
        <pattern id="t-noise" width="5" height="5" patternUnits="userSpaceOnUse">
          <circle cx="2" cy="2" r="1" class="dot" />
        </pattern>
      </defs>
      <g v-for="tick in ticks" :key="tick">
        <path :d="`M34 ${y(tick)}h12`" class="ink" />
        <text x="28" :y="y(tick) + 4" text-anchor="end" :class="tick === 0 ? 'strong' : 'second'">{{ sign(tick) }}</text>
        <path v-for="third in tick === bottom ? [] : [1, 2]" :key="third" :d="`M40 ${y(tick - third / 3)}h6`" class="ink thin" />
      </g>
      <rect x="50" width="8" :y="y(top)" :height="y(within(told.window.clips)) - y(top)" class="lost edge" />
      <rect
        x="50"
        width="8"
        :y="y(within(told.window.clips))"
        :height="y(within(told.window.floor)) - y(within(told.window.clips))"
        class="held edge"
        :data-stops="within(told.window.clips) - within(told.window.floor)"
      />
      <rect
        v-if="told.window.floor > bottom"
        x="50"
        width="8"
        :y="y(told.window.floor)"
        :height="y(bottom) - y(told.window.floor)"
        class="noise"
      />
      <rect
        v-for="bar in bars"
        :key="bar.at"
        :x="AXIS"
        :y="y(bar.at)"
        :width="bar.wide"
        :height="STOP / told.tones.per_stop"
        :class="bar.lost ? 'lost edge' : 'tone'"
        :data-stops="1 / told.tones.per_stop"
      />
      <g v-if="told.window.clips <= top">
        <path :d="`M34 ${y(told.window.clips)}H252`" class="clip" />
        <text :x="AXIS + 3" :y="y(told.window.clips) - 5" class="binding">raw clips</text>
      </g>
      <g v-if="told.window.holds_more_stops > 0.1 && told.window.warns <= top">
        <path :d="`M34 ${y(told.window.warns)}H252`" class="warn" />
        <text :x="AXIS + 3" :y="y(told.window.warns) + 13" class="second">preview warns</text>
      </g>
      <text v-if="told.window.floor > bottom + 0.4" :x="AXIS" :y="y(told.window.floor) + 14" class="second">shadow 10 : 1</text>
      <g v-for="tone in names" :key="tone.name">
        <path :d="`M${AXIS + WIDEST - 6} ${y(tone.ev)}L${AXIS + WIDEST + 2} ${tone.at}`" class="ink thin" />
        <text :x="AXIS + WIDEST + 5" :y="tone.at + 4" class="name">
          {{ tone.name }}
          <tspan v-if="!tone.held" class="gone" dx="5">lost</tspan>
        </text>
      </g>
    </svg>
    <figcaption class="visually-hidden">{{ inWords }}</figcaption>
  </figure>
</template>

<style scoped>
.ruler {
  margin: 0;
}
text {
  font-size: 12px;
  fill: var(--ink);
}
.second {
  fill: var(--second);
}
.strong,
.name {
  font-weight: 600;
}
.name,
.binding,
.second {
  paint-order: stroke;
  stroke: var(--bg);
  stroke-width: 4px;
}
.gone {
  fill: var(--binding);
}
.ink {
  stroke: var(--ink);
  fill: none;
}
.thin {
  stroke-width: 0.6;
}
.dot {
  fill: var(--ink);
}
.edge {
  stroke: var(--ink);
  stroke-width: 0.8;
}
.held {
  fill: var(--bg);
}
.lost {
  fill: url(#t-lost);
}
.noise {
  fill: url(#t-noise);
}
.tone {
  fill: var(--ink);
}
.clip {
  stroke: var(--binding);
  stroke-width: 2;
}
.warn {
  stroke: var(--ink);
  stroke-dasharray: 2 3;
}
.binding {
  fill: var(--binding);
  font-weight: 600;
}
</style>
