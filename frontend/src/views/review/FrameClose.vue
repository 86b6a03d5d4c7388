<script setup lang="ts">
import { computed, ref, shallowRef, watch } from "vue";
import { client, take, type Schemas } from "@/api/client";

/** One frame, seen closely: whole and small, the piece where it is sharpest pixel by pixel, its dials, and its blur drawn. */
const props = defineProps<{ frame: Schemas["CameFrame"]; hidden: boolean; state: string }>();
const sharp = computed(() => props.frame.sharp);
const percent = (share: number): string => `${100 * share}%`;
const place = computed(() => {
  const { left, top, width, height } = props.frame.fine ?? { left: 0, top: 0, width: 0, height: 0 };
  return { left: percent(left), top: percent(top), width: percent(width), height: percent(height) };
});
/** The blur is drawn so many times its size, within what there is room for. */
const [LARGER, ROOM] = [4, 30];
const disc = computed(() => Math.min(ROOM, ((sharp.value?.disc_px ?? 0) * LARGER) / 2));
const line = computed(() => {
  const [long, turned] = [sharp.value?.smear_px ?? 0, ((sharp.value?.smear_deg ?? 0) * Math.PI) / 180];
  const half = Math.min(ROOM, (long * LARGER) / 2);
  const [x, y] = [half * Math.cos(turned), -half * Math.sin(turned)];
  return long ? `M${-x} ${-y}L${x} ${y}` : "";
});
/** A place that is grey, marked by a press, or moved there by arrows and taken by Enter: what white lacks there. */
const STEP = 0.025;
const mark = shallowRef<{ x: number; y: number }>();
const told = ref("");
const grey = computed(() => told.value || "Press on something grey in it to see what white lacks.");
watch(
  () => props.frame.id,
  () => ((mark.value = undefined), (told.value = "")),
);
const within = (share: number): number => Math.min(1, Math.max(0, share));
async function press(event: MouseEvent): Promise<void> {
  if (event.detail > 0) {
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    mark.value = { x: within((event.clientX - box.left) / box.width), y: within((event.clientY - box.top) / box.height) };
  }
  const [id, at] = [props.frame.id, (mark.value ??= { x: 0.5, y: 0.5 })];
  const ask = () => take(client.GET("/api/came/{pk}/grey", { params: { path: { pk: id }, query: at } }));
  const said = await ask().then(
    (found) => found.text,
    () => "The server cannot be reached; nothing was measured.",
  );
  if (props.frame.id === id && mark.value === at) told.value = said;
}
const MOVES: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
function step(event: KeyboardEvent): void {
  const move = MOVES[event.key];
  if (!move) return;
  event.preventDefault();
  const { x, y } = mark.value ?? { x: 0.5, y: 0.5 };
  mark.value = { x: within(x + move[0] * STEP), y: within(y + move[1] * STEP) };
}
const full = computed(() => `${100 / (props.frame.fine?.times ?? 1)} %`);
</script>

<template>
  <div class="close">
    <button
      v-if="!hidden"
      class="whole"
      :aria-label="`mark a grey in ${frame.name}: press on it, or move the mark by arrows and press Enter`"
      @click="press"
      @keydown="step"
    >
      <img :src="`/api/came/${frame.id}/small.jpg`" :alt="`${frame.name}, ${state}`" width="400" />
      <span v-if="frame.fine" class="place" :style="place" aria-hidden="true"></span>
      <span v-if="mark" class="mark" :style="{ left: percent(mark.x), top: percent(mark.y) }" aria-hidden="true"></span>
    </button>
    <p v-if="!hidden" class="quiet" role="status">{{ grey }}</p>
    <figure v-if="frame.fine && !hidden">
      <img
        :src="`/api/came/${frame.id}/fine.jpg`"
        :alt="`where ${frame.name} is sharpest, at ${full}`"
        width="400"
        height="300"
      />
      <figcaption class="quiet">where it is sharpest, at {{ full }}</figcaption>
    </figure>
    <p>
      <b>{{ frame.name }}</b> <span class="quiet">{{ frame.at }}</span>
    </p>
    <p>{{ frame.words }}{{ frame.focal_mm ? `, ${Math.round(frame.focal_mm)} mm` : "" }}</p>
    <div v-if="sharp" class="sharp">
      <svg v-if="sharp.disc_px" viewBox="-32 -32 64 64" width="64" height="64" aria-hidden="true">
        <circle :r="Math.max(1, disc)" />
        <path v-if="line" :d="line" />
      </svg>
      <p>
        {{ sharp.text }}<b v-if="sharp.sharpest">&nbsp;None of its burst is sharper.</b
        ><span v-if="sharp.disc_px" class="quiet">&nbsp;Drawn four times as large.</span>
      </p>
    </div>
    <p v-else class="quiet">Its sharpness is not measured: only JPEGs, and raws that carry one whole, are read pixel by pixel.</p>
    <p class="quiet">{{ frame.body }}</p>
  </div>
</template>

<style scoped>
.whole {
  position: relative;
  display: block;
  padding: 0;
  border: 0;
  background: none;
  cursor: crosshair;
  width: fit-content;
  max-width: 100%;
}
.close img {
  display: block;
  max-width: 100%;
  height: auto;
}
.place {
  position: absolute;
  border: 2px solid var(--bg);
  outline: 1px solid var(--ink);
}
.mark {
  position: absolute;
  width: 14px;
  height: 14px;
  translate: -50% -50%;
  border: 2px solid var(--bg);
  border-radius: 50%;
  outline: 1px solid var(--ink);
}
figure {
  margin: 8px 0 0;
}
/* Never made smaller: what has no room is cut off on both sides. */
figure img {
  width: 100%;
  height: 300px;
  object-fit: none;
}
.close p {
  margin: 4px 0;
}
.sharp {
  display: flex;
  gap: 12px;
  align-items: center;
}
.sharp p {
  flex: 1;
}
circle {
  fill: var(--sunk);
  stroke: var(--ink);
}
path {
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
