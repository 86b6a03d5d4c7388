<script setup lang="ts">
import { useMediaQuery } from "@vueuse/core";
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import { far } from "@/ruler/distance";

/** The subject's way from above, drawn by hand, with what stands about it: the camera is below and looks up. */
type Plan = Schemas["PlanForm"];
type At = Schemas["PlaceForm"];
const props = defineProps<{ plan: Schemas["PlanOut"]; halfDeg: number; feet: boolean }>();
const emit = defineEmits<{ draw: [plan: Plan | null] }>();
const desk = useMediaQuery("(min-width: 761px)");
const wide = computed(() => (desk.value ? 640 : 358));
const HIGH = 300;
const MOST_POINTS = 40;
const STEPS = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200];

/** What is drawn while a pointer or a key moves it; what the server tells else. */
const held = ref<Plan | null>(null);
const now = computed<Plan>(() => held.value ?? { way: props.plan.way, things: props.plan.things });
const things = computed(() => now.value.things ?? []);
/** Metres alike both ways, with room about what there is; it rests while something is moved. */
const span = computed(() => {
  const all = [...props.plan.way, ...props.plan.things];
  const deep = Math.max(...all.map((at) => at.y_m)) * 1.2;
  const across = Math.max(...all.map((at) => Math.abs(at.x_m))) * 2.5;
  return Math.max(deep / (HIGH - 24), across / wide.value);
});
const step = computed(() => STEPS.find((one) => one / span.value >= 44) ?? 500);
const lines = computed(() => ({
  along: Array.from({ length: Math.floor((HIGH * span.value) / step.value) }, (_, k) => (k + 1) * step.value),
  across: Array.from({ length: Math.floor((wide.value * span.value) / 2 / step.value) * 2 + 1 }, (_, k) => k).map(
    (k) => (k - Math.floor((wide.value * span.value) / 2 / step.value)) * step.value,
  ),
}));
const x = (at: At): number => wide.value / 2 + at.x_m / span.value;
const y = (at: At): number => HIGH - 14 - at.y_m / span.value;
const way = computed(() => now.value.way.map((at, k) => `${k ? "L" : "M"}${x(at).toFixed(1)} ${y(at).toFixed(1)}`).join(""));
const reach = computed(() => HIGH * Math.tan((props.halfDeg * Math.PI) / 180));

const TOOLS = [
  { tool: "way", label: "its way" },
  { tool: "post", label: "something in the way" },
  { tool: "other", label: "one of its kind" },
] as const;
const tool = ref<(typeof TOOLS)[number]["tool"]>("way");
const sheet = ref<SVGSVGElement>();
const two = (m: number): number => Number(m.toPrecision(3));
function under(event: PointerEvent): At {
  const box = sheet.value?.getBoundingClientRect();
  if (!box) return { x_m: 0, y_m: 1 };
  const across = ((event.clientX - box.left) / box.width) * wide.value - wide.value / 2;
  const up = HIGH - 14 - ((event.clientY - box.top) / box.height) * HIGH;
  return { x_m: two(across * span.value), y_m: two(Math.max(up, 4) * span.value) };
}
/** A press on the sheet puts down what the tool is; the way goes on from its nearer end. */
function putDown(at: At): void {
  if (tool.value === "way") {
    if (now.value.way.length >= MOST_POINTS) return;
    const [first, last] = [now.value.way[0], now.value.way.at(-1)];
    const from = (one?: At): number => (one ? Math.hypot(one.x_m - at.x_m, one.y_m - at.y_m) : 0);
    take({ ...now.value, way: from(first) < from(last) ? [at, ...now.value.way] : [...now.value.way, at] });
  } else {
    const alike = tool.value === "other";
    take({ ...now.value, things: [...things.value, { ...at, wide_m: alike ? 0.5 : 0.3, alike }] });
  }
}
function take(plan: Plan): void {
  held.value = null;
  emit("draw", plan);
}
type Mark = { of: "way" | "things"; k: number };
const moved = ref<Mark | null>(null);
function at(mark: Mark, place: At): Plan {
  const plan = { way: [...now.value.way], things: [...things.value] };
  if (mark.of === "way") plan.way[mark.k] = place;
  else plan.things = plan.things.map((thing, k) => (k === mark.k ? { ...thing, ...place } : thing));
  return plan;
}
function begin(mark: Mark, event: PointerEvent): void {
  moved.value = mark;
  sheet.value?.setPointerCapture(event.pointerId);
}
function move(event: PointerEvent): void {
  if (moved.value) held.value = at(moved.value, under(event));
}
function leave(event: PointerEvent): void {
  if (moved.value) {
    moved.value = null;
    if (held.value) take(held.value);
  } else if (event.type === "pointerup") putDown(under(event));
}
function drop(mark: Mark): void {
  const plan = {
    way: now.value.way.filter((_, k) => mark.of !== "way" || k !== mark.k),
    things: things.value.filter((_, k) => mark.of !== "things" || k !== mark.k),
  };
  if (plan.way.length > 1) take(plan);
}
function key(mark: Mark, event: KeyboardEvent): void {
  const place = (mark.of === "way" ? now.value.way : things.value)[mark.k];
  const by = step.value / (event.shiftKey ? 1 : 10);
  const go = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] }[event.key];
  const thing = mark.of === "things" ? things.value[mark.k] : undefined;
  const wider = { "+": 1.25, "-": 0.8 }[event.key];
  if (thing && wider)
    take({
      ...now.value,
      things: things.value.map((one) => (one === thing ? { ...one, wide_m: two(one.wide_m * wider) } : one)),
    });
  else if (event.key === "Delete" || event.key === "Backspace") drop(mark);
  else if (go && place) {
    const { x_m, y_m } = place;
    take(at(mark, { x_m: two(x_m + (go[0] ?? 0)), y_m: two(Math.max(y_m + (go[1] ?? 0), by)) }));
  } else return;
  event.preventDefault();
}
const place = (one: At): string =>
  `${far(Math.abs(one.x_m), props.feet)} ${one.x_m < 0 ? "left" : "right"}, ${far(one.y_m, props.feet)} away`;
</script>

<template>
  <div class="plan">
    <div class="tools" role="group" aria-label="a press on the plan puts down">
      <button v-for="one in TOOLS" :key="one.tool" class="plain" :aria-pressed="tool === one.tool" @click="tool = one.tool">
        {{ one.label }}
      </button>
      <button v-if="plan.drawn" class="plain" @click="emit('draw', null)">straight on again</button>
    </div>
    <svg
      ref="sheet"
      :viewBox="`0 0 ${wide} ${HIGH}`"
      role="group"
      aria-label="its way from above, the camera below"
      @pointermove="move"
      @pointerup="leave"
      @pointercancel="leave"
    >
      <path v-for="m in lines.along" :key="`y${m}`" :d="`M0 ${y({ x_m: 0, y_m: m })}H${wide}`" class="grid" />
      <path v-for="m in lines.across" :key="`x${m}`" :d="`M${x({ x_m: m, y_m: 0 })} 0V${HIGH - 14}`" class="grid" />
      <path :d="`M${wide / 2 - reach} -14L${wide / 2} ${HIGH - 14}L${wide / 2 + reach} -14`" class="frame" />
      <text v-for="m in lines.along" :key="m" x="4" :y="y({ x_m: 0, y_m: m }) - 3" class="second">{{ far(m, feet) }}</text>
      <path :d="`M${wide / 2 - 7} ${HIGH - 2}l7 -12l7 12z`" class="solid" />
      <path :d="way" class="way" />
      <g
        v-for="(thing, k) in things"
        :key="`t${k}`"
        tabindex="0"
        role="button"
        :aria-label="`${thing.alike ? 'one of its kind' : 'something in the way'}: ${place(thing)}; ${far(thing.wide_m, feet)} wide; arrows move it, plus and minus widen it, Delete takes it out`"
        @pointerdown.stop="begin({ of: 'things', k }, $event)"
        @keydown="key({ of: 'things', k }, $event)"
      >
        <circle :cx="x(thing)" :cy="y(thing)" r="14" class="grip" />
        <circle v-if="thing.alike" :cx="x(thing)" :cy="y(thing)" :r="Math.max(5, thing.wide_m / 2 / span)" class="other" />
        <path
          v-else
          :d="`M${x(thing) - Math.max(4, thing.wide_m / 2 / span)} ${y(thing)}h${Math.max(8, thing.wide_m / span)}`"
          class="post"
        />
      </g>
      <g
        v-for="(one, k) in now.way"
        :key="`w${k}`"
        tabindex="0"
        role="button"
        :aria-label="`point ${k + 1} of its way: ${place(one)}; arrows move it, Delete takes it out`"
        @pointerdown.stop="begin({ of: 'way', k }, $event)"
        @keydown="key({ of: 'way', k }, $event)"
      >
        <circle :cx="x(one)" :cy="y(one)" r="14" class="grip" />
        <rect :x="x(one) - 4" :y="y(one) - 4" width="8" height="8" :class="k ? 'point' : 'solid'" />
      </g>
    </svg>
    <p class="small">
      Press the plan to put down a point of its way, or what stands there; draw a mark to move it, Delete takes it out, + and −
      make a thing wider and narrower. It begins at the full square. The middle of its way is its distance, and it goes through it
      at its speed.
    </p>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
}
svg {
  display: block;
  width: 100%;
  touch-action: pan-y;
  cursor: crosshair;
  background: var(--raised);
}
.grid {
  stroke: var(--rule);
  stroke-width: 0.6;
}
.frame {
  fill: none;
  stroke: var(--second);
  stroke-dasharray: 2 4;
}
.way {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-dasharray: 5 3;
}
.solid {
  fill: var(--ink);
}
.point {
  fill: var(--bg);
  stroke: var(--ink);
  stroke-width: 1.5;
}
svg g {
  touch-action: none;
}
.grip {
  fill: transparent;
  cursor: move;
}
g:focus-visible {
  outline: none;
}
g:focus-visible .grip {
  stroke: var(--ink);
  stroke-width: 2;
}
.post {
  stroke: var(--ink);
  stroke-width: 5;
}
.other {
  fill: var(--bg);
  stroke: var(--ink);
  stroke-width: 1.5;
}
text {
  font-size: 12px;
}
.second {
  fill: var(--second);
}
.small {
  font-size: 13px;
  color: var(--second);
  margin: 4px 0 8px;
}
.plain {
  min-height: 28px;
  text-decoration: underline;
  text-underline-offset: 4px;
}
.plain[aria-pressed="true"] {
  font-weight: 640;
}
@media (max-width: 760px) {
  .plain {
    min-height: 44px;
  }
}
</style>
