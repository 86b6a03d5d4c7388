<script setup lang="ts">
import { computed, ref } from "vue";
import type { Body, Schemas } from "@/api/client";
import { decimal } from "@/fields/typed";
import TextField from "@/fields/TextField.vue";
import { useTraitsChange } from "./useTraitsChange";

type Traffic = Schemas["TrafficForm"];
const props = defineProps<{ slug: string; body: Body; version: string }>();
const { traits, keep, error, said } = useTraitsChange(props);
const wrong = ref("");
const now = computed<Traffic>(() => traits.value.traffic ?? {});
const cards = (): number[] => now.value.card_mb_s ?? [];
const PACKINGS = [
  { packing: "lossless", label: "a raw without loss, MB" },
  { packing: "lossy", label: "a raw with loss, MB" },
  { packing: "none", label: "a raw not packed, MB" },
] as const;
const FIELDS = [
  { label: "buffer, MB", value: () => now.value.buffer_mb, change: (n: number): Traffic => ({ buffer_mb: n }) },
  {
    label: "first card, MB a second",
    value: () => cards()[0],
    change: (n: number): Traffic => ({ card_mb_s: [n, ...cards().slice(1)] }),
  },
  {
    label: "second card, MB a second",
    value: () => cards()[1],
    change: (n: number): Traffic => ({ card_mb_s: n ? [cards()[0] ?? n, n] : cards().slice(0, 1) }),
  },
  ...PACKINGS.map(({ packing, label }) => ({
    label,
    value: () => now.value.raw_mb?.[packing],
    change: (n: number): Traffic => {
      const { [packing]: _, ...others } = now.value.raw_mb ?? {};
      return { raw_mb: n ? { ...others, [packing]: n } : others };
    },
  })),
  { label: "link, MB a second", value: () => now.value.link_mb_s, change: (n: number): Traffic => ({ link_mb_s: n }) },
];
function set(text: string, change: (n: number) => Traffic): void {
  const number = decimal(text || "0");
  wrong.value = Number.isFinite(number) ? "" : "type megabytes, such as 90";
  if (!wrong.value) void keep((traits) => ({ traffic: { ...traits.traffic, ...change(number) } }), "kept");
}
function setBlocks(text: string): void {
  const blocks = text
    .split(",")
    .map((part) => part.trim())
    .filter(Boolean);
  void keep((traits) => ({ traffic: { ...traits.traffic, blocks } }), "kept");
}
</script>

<template>
  <section>
    <h2>How fast frames leave it</h2>
    <label v-for="f in FIELDS" :key="f.label" class="field"
      ><span class="label">{{ f.label }}</span
      ><TextField
        inputmode="decimal"
        maxlength="9"
        placeholder="not known"
        :value="String(f.value() || '')"
        @change="(text) => set(text, f.change)"
    /></label>
    <label class="field"
      ><span class="label">while sending</span
      ><TextField
        maxlength="600"
        placeholder="what waits, with commas between"
        :value="(now.blocks ?? []).join(', ')"
        @change="setBlocks"
    /></label>
    <p class="quiet" role="status">{{ said }}</p>
    <p v-if="error || wrong" class="error" role="alert">{{ wrong || error }}</p>
  </section>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr);
  gap: 12px;
  align-items: center;
  min-height: 36px;
  border-bottom: 1px var(--ruled) var(--rule);
}
@media (max-width: 760px) {
  .field {
    min-height: 44px;
  }
}
</style>
