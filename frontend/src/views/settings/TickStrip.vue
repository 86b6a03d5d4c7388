<script setup lang="ts">
import { computed } from "vue";
import type { Configured } from "@/api/client";

/** Every setting as a tick, dark where it differs from the box: press near one to open it. */
const props = defineProps<{
  rows: [string, Configured][];
  differs: (row: Configured) => boolean;
  named: (slug: string) => string;
}>();
const emit = defineEmits<{ pick: [slug: string] }>();
const ticks = computed(() => props.rows.map(([slug, row], k) => ({ slug, x: k + 0.5, dark: props.differs(row) })));
const dark = computed(() => ticks.value.filter((tick) => tick.dark).length);
function press(event: MouseEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const at = Math.floor(((event.clientX - box.left) / box.width) * ticks.value.length);
  const tick = ticks.value[Math.max(0, Math.min(ticks.value.length - 1, at))];
  if (tick) emit("pick", tick.slug);
}
</script>

<template>
  <svg
    class="ticks"
    :viewBox="`0 0 ${ticks.length} 20`"
    preserveAspectRatio="none"
    role="img"
    :aria-label="`${dark} of ${ticks.length} settings differ from the box`"
    @click="press"
  >
    <path v-for="tick in ticks" :key="tick.slug" :d="`M${tick.x} ${tick.dark ? 0 : 12}V20`" :class="{ dark: tick.dark }">
      <title>{{ named(tick.slug) }}</title>
    </path>
  </svg>
</template>

<style scoped>
.ticks {
  display: block;
  width: 100%;
  height: 28px;
  margin-top: 16px;
  cursor: pointer;
}
path {
  stroke: var(--rule);
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}
.dark {
  stroke: var(--ink);
  stroke-width: 3;
}
</style>
