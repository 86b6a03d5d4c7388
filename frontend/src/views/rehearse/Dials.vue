<script setup lang="ts">
import { computed } from "vue";
import type { Decided, Situation } from "@/api/client";
import type { Dial } from "../bench/byHand";

const props = defineProps<{ setup: Decided; locks: NonNullable<Situation["locks"]> }>();
const emit = defineEmits<{ step: [dial: Dial, by: number]; hold: [dial: Dial, value: number | null] }>();
const DIALS: { dial: Dial; name: string; less: string; more: string }[] = [
  { dial: "shutter_s", name: "time", less: "longer", more: "shorter" },
  { dial: "aperture", name: "aperture", less: "wider", more: "narrower" },
  { dial: "iso", name: "ISO", less: "lower", more: "higher" },
];
const rows = computed(() =>
  DIALS.map((row) => ({
    ...row,
    text: props.setup.dials[row.dial].find((s) => s.value === props.setup.exposure[row.dial])?.label ?? "",
    held: !!props.locks[row.dial],
  })),
);
</script>

<template>
  <div class="dials">
    <div v-for="row in rows" :key="row.dial" :class="{ locked: row.held }">
      <small class="label">{{ row.name }}</small>
      <strong
        role="spinbutton"
        tabindex="0"
        :aria-label="row.name"
        :aria-valuetext="row.text"
        @keydown.up.prevent="emit('step', row.dial, 1)"
        @keydown.down.prevent="emit('step', row.dial, -1)"
        >{{ row.text }}</strong
      >
      <span class="turns">
        <button class="plain" :aria-label="`${row.name}: ${row.less}`" @click="emit('step', row.dial, -1)">−</button>
        <button class="plain" :aria-label="`${row.name}: ${row.more}`" @click="emit('step', row.dial, 1)">+</button>
        <button v-if="row.held" class="plain" :aria-label="`let go of ${row.name}`" @click="emit('hold', row.dial, null)">
          let go
        </button>
      </span>
    </div>
  </div>
</template>

<style scoped>
.dials {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  padding-top: 12px;
  border-bottom: 1px solid var(--ink);
}
strong {
  display: block;
  font-size: 28px;
  line-height: 34px;
  font-weight: 600;
  font-stretch: 86%;
}
.locked {
  border-left: 3px solid var(--ink);
  padding-left: 8px;
}
.turns {
  display: flex;
  gap: 4px;
  white-space: nowrap;
}
.turns button {
  min-width: 32px;
  min-height: 32px;
}
@media (max-width: 1000px) {
  .turns button {
    min-width: 44px;
    min-height: 44px;
  }
}
</style>
