<script setup lang="ts">
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";

/** Where a pattern looks, on the picture: its area, the spot one can take hold of, the best place for it, and the face. */
const props = defineProps<{ found: Schemas["MeteredOut"]; pattern: string }>();
const emit = defineEmits<{ spot: [x: number, y: number] }>();
const WIDE = 1000;
const high = computed(() => WIDE / props.found.aspect);
const held = ref<{ x: number; y: number } | null>(null);
const at = computed(() => held.value ?? props.found.spot);
const zones = computed(() => ({
  down: [1, 2, 3, 4].map((k) => (k * high.value) / 5),
  across: [1, 2, 3, 4, 5, 6].map((k) => (k * WIDE) / 7),
}));
const spotted = computed(() => props.pattern === "spot");
const inside = (share: number): number => Math.min(0.98, Math.max(0.02, share));
function place(event: PointerEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  held.value = { x: inside((event.clientX - box.left) / box.width), y: inside((event.clientY - box.top) / box.height) };
}
function take(event: PointerEvent): void {
  if (!spotted.value) return;
  (event.currentTarget as SVGElement).setPointerCapture(event.pointerId);
  place(event);
}
function drag(event: PointerEvent): void {
  if (held.value) place(event);
}
function leave(): void {
  if (held.value) emit("spot", held.value.x, held.value.y);
  held.value = null;
}
const STEP = 0.02;
const WAYS: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
function nudge(event: KeyboardEvent): void {
  const way = WAYS[event.key];
  if (!way) return;
  event.preventDefault();
  event.stopPropagation();
  emit("spot", inside(at.value.x + way[0] * STEP), inside(at.value.y + way[1] * STEP));
}
</script>

<template>
  <svg
    class="overlay"
    :class="{ spotted }"
    :viewBox="`0 0 ${WIDE} ${high}`"
    preserveAspectRatio="none"
    @pointerdown="take"
    @pointermove="drag"
    @pointerup="leave"
    @pointercancel="held = null"
    @click.stop
  >
    <template v-if="pattern === 'multi_zone' || pattern === 'highlight_guard'">
      <path v-for="x in zones.across" :key="`x${x}`" :d="`M${x} 0V${high}`" class="line" />
      <path v-for="y in zones.down" :key="`y${y}`" :d="`M0 ${y}H${WIDE}`" class="line" />
    </template>
    <circle v-if="pattern === 'centre_weighted'" :cx="WIDE / 2" :cy="high / 2" :r="found.centre_radius * WIDE" class="ring" />
    <template v-if="spotted">
      <circle :cx="at.x * WIDE" :cy="at.y * high" :r="found.spot_radius * WIDE" class="under" />
      <circle
        :cx="at.x * WIDE"
        :cy="at.y * high"
        :r="found.spot_radius * WIDE"
        class="ring"
        tabindex="0"
        role="slider"
        aria-label="the spot, moved by arrow keys"
        :aria-valuenow="Number(found.spot.reads.toFixed(1))"
        :aria-valuetext="`${found.spot.on || 'here'}: ${found.spot.reads.toFixed(1)} stops from the key`"
        @keydown="nudge"
      />
      <template v-if="found.best">
        <path
          :d="`M${found.best.x * WIDE - 14} ${found.best.y * high}h28M${found.best.x * WIDE} ${found.best.y * high - 14}v28`"
          class="best"
        />
      </template>
    </template>
    <ellipse
      v-if="found.face && pattern === 'multi_zone'"
      :cx="found.face.at.x * WIDE"
      :cy="found.face.at.y * high"
      :rx="found.face.at.across * WIDE"
      :ry="found.face.at.down * high"
      class="ring face"
    />
  </svg>
</template>

<style scoped>
.overlay {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.spotted {
  cursor: crosshair;
  touch-action: none;
}
.line {
  stroke: var(--bg);
  stroke-width: 1.4;
  opacity: 0.55;
}
.ring,
.under,
.best {
  fill: none;
  stroke: var(--bg);
  stroke-width: 3;
}
.under {
  stroke: var(--ink);
  stroke-width: 6;
}
.ring:focus-visible {
  outline: 3px solid var(--ink);
}
.face {
  stroke-dasharray: 6 5;
}
.best {
  stroke: var(--binding);
  stroke-width: 4;
}
</style>
