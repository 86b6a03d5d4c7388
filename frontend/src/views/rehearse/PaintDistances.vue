<script setup lang="ts">
import { FOOT } from "@/ruler/distance";
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import NumberField from "@/fields/NumberField.vue";
import TextField from "@/fields/TextField.vue";
import FramePicture from "@/picture/FramePicture.vue";

type Painted = Required<Schemas["AreasForm"]>;
type Stroke = Schemas["StrokeForm"];
/** Distances painted roughly over a picture; rest: where all that is not painted lies, in metres. */
const props = defineProps<{ picture: Schemas["OwnPictureOut"]; rest: number; feet: boolean }>();
const emit = defineEmits<{ keep: [painted: Painted] }>();

const [WIDE, MOST_AREAS, MOST_STROKES, MOST_POINTS] = [1000, 6, 200, 400];
const BRUSHES = { fine: 0.02, middle: 0.05, broad: 0.12 };
const NAMES = ["background", "foreground", "third", "fourth", "fifth", "sixth"];
const copy = (): Painted => JSON.parse(JSON.stringify(painted.value)) as Painted;
const painted = ref<Painted>({
  areas: props.picture.painted.areas ?? [],
  strokes: props.picture.painted.strokes ?? [],
});
const past = ref<Painted[]>([]);
/** The area that is painted, or null to take paint away. */
const area = ref<number | null>(painted.value.areas.length ? 0 : null);
const brush = ref(BRUSHES.middle);
const drawing = ref<Stroke | null>(null);
/** Where the brush is. */
const at = ref({ x: 0.5, y: 0.5 });
const focused = ref(false);
const wrong = ref("");
const high = computed(() => (WIDE * props.picture.high) / props.picture.wide);
const all = computed(() => [...painted.value.strokes, ...(drawing.value ? [drawing.value] : [])]);
const path = ({ points }: Stroke): string =>
  `M${points.map(([x = 0, y = 0]) => `${(x * WIDE).toFixed(1)} ${(y * high.value).toFixed(1)}`).join("L")}h0.01`;

function keep(next: Painted): void {
  past.value = [...past.value, copy()].slice(-MOST_STROKES);
  painted.value = next;
  emit("keep", next);
}
function undo(): void {
  const before = past.value.pop();
  if (!before) return;
  painted.value = before;
  if (area.value !== null && area.value >= before.areas.length) area.value = before.areas.length ? 0 : null;
  emit("keep", before);
}
function another(): void {
  const next = copy();
  const taken = new Set(next.areas.map((one) => one.name));
  const name = NAMES.find((one) => !taken.has(one)) ?? `distance ${next.areas.length + 1}`;
  const far = Math.round(props.rest * (name === "foreground" ? 0.5 : 3) * 10) / 10;
  next.areas.push({ name, distance_m: far });
  area.value = next.areas.length - 1;
  keep(next);
}
function change(k: number, by: Partial<Schemas["AreaForm"]>): void {
  const next = copy();
  const before = next.areas[k];
  if (!before) return;
  wrong.value = next.areas.some((one, n) => n !== k && one.name === by.name) ? `another is called ${by.name} already` : "";
  if (wrong.value) return;
  next.areas[k] = { ...before, ...by };
  keep(next);
}
function setDistance(k: number, typed: number | null): void {
  if (typed !== null && typed <= 0) wrong.value = "a distance is more than nothing; leave it empty for far away";
  else change(k, { distance_m: typed === null ? null : props.feet ? typed * FOOT : typed });
}
function drop(k: number): void {
  const next = copy();
  next.areas.splice(k, 1);
  next.strokes = next.strokes
    .filter((stroke) => stroke.area !== k)
    .map((stroke) => ({ ...stroke, area: stroke.area !== null && stroke.area > k ? stroke.area - 1 : stroke.area }));
  area.value = next.areas.length ? 0 : null;
  keep(next);
}
function lay(stroke: Stroke): void {
  const next = copy();
  wrong.value =
    next.strokes.length >= MOST_STROKES ? `${MOST_STROKES} strokes is all it takes: undo some, or use a broader brush` : "";
  if (wrong.value) return;
  next.strokes.push(stroke);
  keep(next);
}

function place(event: PointerEvent): { x: number; y: number } {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const share = (part: number): number => Math.round(Math.min(1.5, Math.max(-0.5, part)) * 1000) / 1000;
  return { x: share((event.clientX - box.left) / box.width), y: share((event.clientY - box.top) / box.height) };
}
/** Whether there is something to paint, or to take away. */
function ready(): boolean {
  const some = area.value !== null || painted.value.strokes.length > 0;
  wrong.value = some ? "" : "begin with a distance: press “another distance”, then paint";
  return some;
}
function begin(event: PointerEvent): void {
  if (!ready()) return;
  (event.currentTarget as SVGElement).setPointerCapture(event.pointerId);
  const { x, y } = place(event);
  drawing.value = { area: area.value, wide: brush.value, points: [[x, y]] };
}
function go(event: PointerEvent): void {
  at.value = place(event);
  const line = drawing.value;
  if (!line || line.points.length >= MOST_POINTS) return;
  const [x = 0, y = 0] = line.points.at(-1) ?? [];
  if (Math.hypot(at.value.x - x, at.value.y - y) > brush.value / 6)
    drawing.value = { ...line, points: [...line.points, [at.value.x, at.value.y]] };
}
function end(): void {
  if (drawing.value) lay(drawing.value);
  drawing.value = null;
}
const STEP = 0.03;
const WAYS: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
function dab(): void {
  const { x, y } = at.value;
  if (ready()) lay({ area: area.value, wide: brush.value, points: [[x, y]] });
}
function typed(event: KeyboardEvent): void {
  const way = WAYS[event.key];
  const inside = (part: number): number => Math.round(Math.min(1, Math.max(0, part)) * 1000) / 1000;
  if (way) at.value = { x: inside(at.value.x + way[0] * STEP), y: inside(at.value.y + way[1] * STEP) };
  else if (event.key === " " || event.key === "Enter") dab();
  else if (event.key === "z") undo();
  else return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <div class="painter">
    <p class="reason">
      Paint roughly what lies at another distance; its edges are drawn to those of the picture. All the rest lies where the
      subject does, at {{ (feet ? rest / FOOT : rest).toFixed(1) }} {{ feet ? "ft" : "m" }}. What is painted is then drawn as far
      out of focus as this lens and aperture make it.
    </p>
    <div class="areas" role="group" aria-label="what is painted">
      <div v-for="(one, k) in painted.areas" :key="k" class="area">
        <button class="plain pick" :aria-pressed="area === k" @click="area = k">
          <svg width="26" height="18" aria-hidden="true">
            <rect width="26" height="18" :fill="`url(#hatch-${k})`" class="edge" />
          </svg>
          paint
        </button>
        <TextField
          :value="one.name"
          required
          maxlength="40"
          :aria-label="`name of ${one.name}`"
          @change="(name) => change(k, { name })"
        />
        <NumberField
          :label="`distance of ${one.name}`"
          :unit="feet ? 'ft' : 'm'"
          :step="1"
          :value="one.distance_m === null ? null : feet ? one.distance_m / FOOT : one.distance_m"
          empty="far away"
          @change="(v) => setDistance(k, v)"
        />
        <button class="plain" data-repeats :aria-label="`take ${one.name} away`" @click="drop(k)">take away</button>
      </div>
      <div class="tools">
        <button class="button" :disabled="painted.areas.length >= MOST_AREAS" @click="another">Another distance</button>
        <button class="plain pick" :aria-pressed="area === null" @click="area = null">take paint away</button>
        <span role="group" aria-label="brush">
          <button
            v-for="(wide, name) in BRUSHES"
            :key="name"
            class="plain pick"
            :aria-pressed="brush === wide"
            @click="brush = wide"
          >
            {{ name }}
          </button>
        </span>
        <button class="button" :disabled="!past.length" @click="undo">Undo</button>
      </div>
    </div>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <FramePicture
      :src="`/api/pictures/${picture.id}/seen.jpg?width=696`"
      :alt="picture.name"
      :aspect="picture.wide / picture.high"
      asks
    >
      <svg
        class="over"
        :viewBox="`0 0 ${WIDE} ${high}`"
        preserveAspectRatio="none"
        tabindex="0"
        role="application"
        aria-label="paint on the picture: arrows move the brush, space paints, z takes the last stroke back"
        @pointerdown="begin"
        @pointermove="go"
        @pointerup="end"
        @pointercancel="drawing = null"
        @keydown="typed"
        @focus="focused = true"
        @blur="focused = false"
      >
        <defs>
          <template v-for="(_, k) in painted.areas" :key="k">
            <pattern
              :id="`hatch-${k}`"
              width="9"
              height="9"
              patternUnits="userSpaceOnUse"
              :patternTransform="`rotate(${45 + k * 30})`"
            >
              <rect width="9" height="9" class="ground" />
              <path d="M0 0V9" class="line" />
            </pattern>
            <mask :id="`where-${k}`">
              <path
                v-for="(stroke, n) in all"
                :key="n"
                :d="path(stroke)"
                class="stroke"
                :class="{ mine: stroke.area === k }"
                :stroke-width="stroke.wide * WIDE"
              />
            </mask>
          </template>
        </defs>
        <rect
          v-for="(_, k) in painted.areas"
          :key="k"
          :width="WIDE"
          :height="high"
          :fill="`url(#hatch-${k})`"
          :mask="`url(#where-${k})`"
        />
        <circle v-if="focused" :cx="at.x * WIDE" :cy="at.y * high" :r="(brush * WIDE) / 2" class="brush" />
      </svg>
    </FramePicture>
  </div>
</template>

<style scoped>
.painter {
  max-width: 696px;
}
.area {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr) 120px 80px;
  gap: 12px;
  align-items: center;
  min-height: 40px;
  border-bottom: 1px var(--ruled) var(--rule);
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
  padding: 8px 0;
}
.pick {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 36px;
  margin-right: 12px;
  border-bottom: 2px solid transparent;
}
.pick[aria-pressed="true"] {
  font-weight: 640;
  border-color: var(--ink);
}
.over {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  cursor: crosshair;
  touch-action: none;
}
.ground {
  fill: var(--bg);
  opacity: 0.45;
}
.line {
  stroke: var(--ink);
  stroke-width: 4;
}
.edge {
  stroke: var(--ink);
}
.stroke {
  fill: none;
  stroke: black;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.stroke.mine {
  stroke: white;
}
.brush {
  fill: none;
  stroke: var(--ink);
  stroke-width: 3;
}
@media (max-width: 760px) {
  .area {
    grid-template-columns: 96px minmax(0, 1fr);
  }
  .pick,
  .area button {
    min-height: 44px;
  }
}
</style>
