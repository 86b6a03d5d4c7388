<script setup lang="ts">
import { useElementSize } from "@vueuse/core";
import { computed, useTemplateRef } from "vue";
import type { Schemas } from "@/api/client";

/** The cards of one body as they fill through the day: a length each, in gigabytes. */
const props = defineProps<{ body: Schemas["BodyTraffic"] }>();
const frame = useTemplateRef("frame");
const { width } = useElementSize(frame);
type Piece = { id: number; title: string; from: number; to: number };
const role = computed(() => props.body.roles.find((r) => r.chosen)?.role ?? "continues");
function filled(sizes: { id: number; title: string; gb: number }[]): Piece[] {
  let at = 0;
  return sizes.filter((s) => s.gb > 0).map((s) => ({ ...s, from: at, to: (at += s.gb) }));
}
const of = (what: (leg: Schemas["LegOut"]) => number): Piece[] =>
  filled(props.body.legs.map((leg) => ({ id: leg.situation, title: leg.title, gb: what(leg) })));
/** What lies on each card, by what the second one is for. */
const cards = computed(() => {
  if (!props.body.roles.length) return [{ label: "the card", pieces: of((l) => l.room_gb) }];
  if (role.value === "copies") return ["first card", "second card"].map((label) => ({ label, pieces: of((l) => l.room_gb) }));
  if (role.value === "splits_by_format")
    return [
      { label: "first card", pieces: of((l) => l.raw_gb) },
      { label: "second card", pieces: of((l) => l.finished_gb) },
    ];
  return [{ label: "one card after the other", pieces: of((l) => l.room_gb) }];
});
const most = computed(() => Math.max(0.1, ...cards.value.flatMap((c) => c.pieces.map((p) => p.to))));
const SIZES = [8, 16, 32, 64, 128, 256, 512, 1024, 2048, 4096];
/** The smallest card that holds it all, and the ones below it as marks. */
const whole = computed(() => SIZES.find((s) => s >= most.value) ?? most.value);
const marks = computed(() => SIZES.filter((s) => s <= whole.value && s >= whole.value / 8));
const x = (gb: number): number => (gb / whole.value) * Math.max(1, width.value - 160);
const gb = (n: number): string => `${n >= 10 ? n.toFixed(0) : n.toFixed(1).replace(/\.0$/, "")} GB`;
const height = computed(() => cards.value.length * 44 + 22);
</script>

<template>
  <div ref="frame">
    <svg
      :width="width"
      :height="height"
      role="img"
      :aria-label="`its cards fill to ${gb(most)}; the smallest card that holds that has ${whole} GB`"
    >
      <defs>
        <pattern id="stripes" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0 V6" class="stripe" />
        </pattern>
      </defs>
      <g v-for="(card, k) in cards" :key="card.label" :transform="`translate(132 ${k * 44 + 4})`">
        <text x="-8" y="20" class="name">{{ card.label }}</text>
        <rect :width="x(whole)" height="32" class="room" />
        <g v-for="(p, n) in card.pieces" :key="p.id">
          <rect :x="x(p.from)" :width="Math.max(1, x(p.to) - x(p.from))" height="32" :class="n % 2 ? 'odd' : 'even'" />
          <text v-if="x(p.to) - x(p.from) > p.title.length * 7 + 10" :x="x(p.from) + 6" y="20" class="on">{{ p.title }}</text>
        </g>
      </g>
      <g v-for="m in marks" :key="m" :transform="`translate(${132 + x(m)} ${height - 22})`">
        <path d="M0 -4 V4" class="room" />
        <text y="16" class="mark">{{ m }} GB</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
svg {
  display: block;
  overflow: visible;
}
.room {
  fill: none;
  stroke: var(--ink);
}
.even {
  fill: var(--sunk);
  stroke: var(--ink);
}
.odd {
  fill: url("#stripes");
  stroke: var(--ink);
}
.stripe {
  stroke: var(--rule);
  stroke-width: 2;
}
text {
  font-size: 12px;
  fill: var(--ink);
}
.on {
  paint-order: stroke;
  stroke: var(--bg);
  stroke-width: 3px;
}
.name {
  text-anchor: end;
}
.mark {
  text-anchor: middle;
  fill: var(--second);
}
</style>
