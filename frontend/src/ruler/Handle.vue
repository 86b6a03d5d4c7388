<script setup lang="ts">
/** A handle that is drawn along an upright ruler, or stepped by keys: told where it comes to, in the drawing's own height, and how far aside. */
const props = withDefaults(
  defineProps<{
    y: number;
    label: string;
    now: number;
    /** What it stands at, in words. */
    said: string;
    text?: string;
    min?: number;
    max?: number;
    still?: boolean;
    /** Where it can be taken hold of, from its own place: left, up, width, height. */
    hit?: [number, number, number, number];
  }>(),
  { text: "", min: undefined, max: undefined, still: false, hit: () => [0, -22, 130, 44] },
);
const emit = defineEmits<{ draw: [at: number, aside: number]; leave: [taken: boolean]; key: [event: KeyboardEvent] }>();
let held: { x: number; y: number; at: number } | null = null;
function take(event: PointerEvent): void {
  if (props.still) return;
  (event.currentTarget as SVGElement).setPointerCapture(event.pointerId);
  held = { x: event.clientX, y: event.clientY, at: props.y };
}
function move(event: PointerEvent): void {
  if (held) emit("draw", held.at + event.clientY - held.y, event.clientX - held.x);
}
function leave(taken: boolean): void {
  if (!held) return;
  held = null;
  emit("leave", taken);
}
</script>

<template>
  <g
    class="grip"
    role="slider"
    :tabindex="still ? -1 : 0"
    :aria-label="label"
    aria-orientation="vertical"
    :aria-valuemin="min"
    :aria-valuemax="max"
    :aria-valuenow="now"
    :aria-valuetext="said"
    :aria-disabled="still"
    @pointerdown="take"
    @pointermove="move"
    @pointerup="leave(true)"
    @pointercancel="leave(false)"
    @keydown="emit('key', $event)"
  >
    <template v-if="text">
      <rect x="0" :y="y - 12" width="60" height="24" class="handle" />
      <text x="30" :y="y + 5" text-anchor="middle" class="on">{{ text }}</text>
    </template>
    <slot />
    <rect :x="hit[0]" :y="y + hit[1]" :width="hit[2]" :height="hit[3]" fill="transparent" />
  </g>
</template>

<style scoped src="./ruler.css"></style>
