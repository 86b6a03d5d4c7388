<script setup lang="ts">
import { computed } from "vue";
import type { Decided, Situation } from "@/api/client";
import DialFigure from "@/fields/DialFigure.vue";
import type { Dial } from "../bench/byHand";

const props = defineProps<{ setup: Decided; locks: NonNullable<Situation["locks"]>; unread: Record<string, string> }>();
const emit = defineEmits<{
  step: [dial: Dial, by: number];
  hold: [dial: Dial, value: number | null];
  read: [dial: Dial, text: string];
}>();
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
      <DialFigure
        class="strong"
        :name="row.name"
        :text="row.text"
        @step="(by) => emit('step', row.dial, by)"
        @read="(text) => emit('read', row.dial, text)"
        @toggle="emit('hold', row.dial, row.held ? null : setup.exposure[row.dial])"
      />
      <span class="turns">
        <button class="plain" :aria-label="`${row.name}: ${row.less}`" @click="emit('step', row.dial, -1)">−</button>
        <button class="plain" :aria-label="`${row.name}: ${row.more}`" @click="emit('step', row.dial, 1)">+</button>
        <button v-if="row.held" class="plain" :aria-label="`let go of ${row.name}`" @click="emit('hold', row.dial, null)">
          let go
        </button>
      </span>
    </div>
  </div>
  <p v-for="(sentence, place) in unread" :key="place" class="error" role="alert">{{ sentence }}</p>
</template>

<style scoped>
.dials {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  padding-top: 12px;
  border-bottom: 1px solid var(--ink);
}
.strong {
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
