<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

const props = defineProps<{ kit: Schemas["KitOut"]; open: string }>();
const emit = defineEmits<{ open: [kind: "body" | "lens", slug: string] }>();

const DIAGONAL = Math.hypot(36, 24);
/** Pixels to a millimetre of sensor: all are drawn to one scale. */
const SCALE = 1.9;
/** The ruler of focal lengths, in 36 mm terms. */
const [SHORT, LONG] = [10, 1000];
const TICKS = [14, 24, 35, 50, 85, 135, 200, 400, 800];
const place = (mm: number): number => (100 * Math.log(Math.min(LONG, Math.max(SHORT, mm)) / SHORT)) / Math.log(LONG / SHORT);

const bodies = computed(() =>
  props.kit.bodies.map((b) => {
    const d = b.document;
    return {
      slug: b.slug,
      name: d.name,
      wide: d.sensor_width_mm * SCALE,
      high: d.sensor_height_mm * SCALE,
      says: `${Math.round((d.pixels_wide * d.pixels_high) / 1e6)} MP, ISO ${d.base_iso} to ${d.max_iso}`,
      assumed: d.assumed?.length ?? 0,
      eye: d.finder !== "screen",
      mirror: d.finder === "optical",
    };
  }),
);
const lenses = computed(() =>
  props.kit.lenses
    .map((l) => {
      const d = l.document;
      const owner = props.kit.bodies.find((b) => b.document.fixed_lens === l.slug)?.document;
      const diagonal = owner ? Math.hypot(owner.sensor_width_mm, owner.sensor_height_mm) : (d.circle_mm ?? DIAGONAL);
      const crop = DIAGONAL / Math.min(diagonal, DIAGONAL);
      const widest = Array.isArray(d.widest_aperture) ? Math.min(...d.widest_aperture) : d.widest_aperture;
      const [from, to] = [place(d.focal_min_mm * crop), place(d.focal_max_mm * crop)];
      return {
        slug: l.slug,
        name: d.name,
        left: from,
        width: Math.max(0.8, to - from),
        thick: Math.max(3, Math.round(4 + (8 - 2 * Math.log2(widest)) * 2)),
        says: `${d.focal_min_mm === d.focal_max_mm ? d.focal_min_mm : `${d.focal_min_mm} to ${d.focal_max_mm}`} mm, f/${widest}, from ${d.closest_m} m`,
        assumed: d.assumed?.length ?? 0,
        at: d.focal_min_mm * crop,
      };
    })
    .sort((a, b) => a.at - b.at),
);
</script>

<template>
  <div class="table">
    <section v-if="bodies.length" aria-labelledby="bodies">
      <h2 id="bodies">Bodies</h2>
      <ul class="bodies">
        <li v-for="b in bodies" :key="b.slug">
          <button class="plain body" :aria-pressed="open === `body/${b.slug}`" @click="emit('open', 'body', b.slug)">
            <svg viewBox="0 0 120 92" aria-hidden="true">
              <path
                class="outline"
                :d="
                  b.mirror
                    ? 'M6 24 H40 L48 8 H72 L80 24 H114 V86 H6 Z'
                    : b.eye
                      ? 'M6 20 H46 V10 H74 V20 H114 V86 H6 Z'
                      : 'M6 18 H114 V86 H6 Z'
                "
              />
              <rect class="sensor" :x="60 - b.wide / 2" :y="53 - b.high / 2" :width="b.wide" :height="b.high" />
            </svg>
            <b>{{ b.name }}</b>
            <span class="quiet"
              >{{ b.says }}<template v-if="b.assumed">, {{ b.assumed }} assumed</template></span
            >
          </button>
        </li>
      </ul>
    </section>
    <section v-if="lenses.length" aria-labelledby="lenses">
      <h2 id="lenses">Lenses <span class="quiet">by focal length on 36 mm; thicker lets in more</span></h2>
      <div class="ruler">
        <span v-for="mm in TICKS" :key="mm" class="tickmark" :style="{ left: `${place(mm)}%` }" aria-hidden="true"
          ><i>{{ mm }}</i></span
        >
        <ul class="lenses">
          <li v-for="l in lenses" :key="l.slug">
            <button class="plain lens" :aria-pressed="open === `lens/${l.slug}`" @click="emit('open', 'lens', l.slug)">
              <span class="named"
                ><b>{{ l.name }}</b>
                <span class="quiet"
                  >{{ l.says }}<template v-if="l.assumed">, {{ l.assumed }} assumed</template></span
                ></span
              >
              <span
                class="bar"
                :style="{ left: `${l.left}%`, width: `${l.width}%`, height: `${l.thick}px` }"
                aria-hidden="true"
              ></span>
            </button>
          </li>
        </ul>
      </div>
    </section>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.bodies {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(152px, 1fr));
  gap: 8px 16px;
}
.body {
  display: grid;
  text-align: left;
  width: 100%;
  padding: 6px;
  align-content: start;
}
.body b,
.lens b {
  font-weight: 560;
}
.body svg {
  width: 120px;
  height: 92px;
}
.outline {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.sensor {
  fill: var(--ink);
}
.quiet {
  font-size: 13px;
  line-height: 17px;
}
[aria-pressed="true"] {
  background: var(--raised);
  outline: 2px solid var(--ink);
}
.ruler {
  position: relative;
  padding-top: 20px;
}
.tickmark {
  position: absolute;
  top: 0;
  bottom: 0;
  border-left: 1px var(--ruled) var(--rule);
  pointer-events: none;
}
.tickmark i {
  font-style: normal;
  font-size: 12px;
  color: var(--second);
  padding-left: 3px;
  background: var(--bg);
}
.lens {
  position: relative;
  display: block;
  width: 100%;
  min-height: 46px;
  text-align: left;
  border-bottom: 1px var(--ruled) var(--rule);
  padding: 2px 0 22px;
}
.lens,
.body {
  text-decoration: none;
}
.named .quiet {
  margin-left: 10px;
}
.named {
  position: relative;
  background: var(--bg);
  padding-right: 6px;
}
.lens[aria-pressed="true"] .named {
  background: var(--raised);
}
.bar {
  position: absolute;
  bottom: 3px;
  background: var(--ink);
}
</style>
