<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** Surfaces as a file shows them, side by side; what each is off stands in words for whoever sees no colour. */
defineProps<{ patches: Schemas["PatchOut"][]; plain?: boolean }>();
const off = (one: Schemas["PatchOut"]): string => `${one.name}, ${one.delta.toFixed(0)} off, ${one.seen}`;
</script>

<template>
  <span class="swatches" role="img" :aria-label="plain ? patches.map((one) => one.name).join(', ') : patches.map(off).join('; ')">
    <span
      v-for="one in patches"
      :key="one.name"
      class="one"
      :style="{ '--shown': one.colour }"
      :title="plain ? one.name : off(one)"
    >
      <span class="figure" aria-hidden="true">{{ plain ? "" : one.delta.toFixed(0) }}</span>
    </span>
  </span>
</template>

<style scoped>
.swatches {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 2px;
}
.one {
  height: 30px;
  background: var(--shown);
  border: 1px solid var(--ink);
  display: flex;
  align-items: flex-end;
  justify-content: flex-end;
}
.figure {
  font-size: 11px;
  line-height: 14px;
  min-width: 14px;
  text-align: center;
  background: var(--bg);
  color: var(--ink);
}
.figure:empty {
  display: none;
}
:global(html.red .swatches .one) {
  background: var(--bg);
}
</style>
