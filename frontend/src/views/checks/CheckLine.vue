<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import Still from "@/picture/Still.vue";

/** A check as a line with its tick: what it would lose, why, and whom it serves, by name where that is not simply everybody. */
const props = defineProps<{ check: Schemas["CheckOut"]; most: number; still: (title: string) => string }>();
const emit = defineEmits<{ tick: [] }>();
const figured = computed(() => props.check.serves.some((one) => one.figure));
const everywhere = computed(() => props.check.serves.length === props.most && props.most > 1);
const listed = computed(() =>
  figured.value || (props.check.moment === "situation" && !everywhere.value) ? props.check.serves : [],
);
const time = (iso: string): string => new Date(iso).toTimeString().slice(0, 5);
</script>

<template>
  <label class="check" :class="{ done: check.ticked_at, alone: !listed.length && check.moment !== 'situation' }">
    <input type="checkbox" :checked="!!check.ticked_at" @change="emit('tick')" />
    <span class="dear" :title="`it would lose ${Math.round(check.share * 100)} % of what the dearest would`"
      ><i :style="{ width: `${Math.max(4, check.share * 100)}%` }"></i
    ></span>
    <span
      ><b>{{ check.text }}</b> <span class="quiet">{{ check.because }}</span></span
    >
    <span class="serves"
      ><span v-if="check.moment === 'situation' && everywhere && !figured" class="quiet">in every situation</span
      ><span v-for="one in listed" :key="one.situation" class="quiet served" :title="one.where"
        ><Still v-if="still(one.title)" :src="still(one.title)" /><span class="name">{{ one.title }}</span>
        <b v-if="one.figure" class="figure">{{ one.figure }}</b></span
      ></span
    >
    <span class="quiet at">{{ check.ticked_at ? time(check.ticked_at) : "" }}</span>
  </label>
</template>

<style scoped>
.check {
  display: grid;
  grid-template-columns: 28px 44px minmax(0, 1fr) minmax(0, 1fr) 44px;
  gap: 0 12px;
  align-items: center;
  min-height: 44px;
  padding: 6px 0;
  border-bottom: 1px var(--ruled) var(--rule);
  cursor: pointer;
}
.check b {
  font-weight: 540;
  display: block;
}
.check input {
  width: 22px;
  height: 22px;
}
.check .quiet {
  font-size: 13px;
}
.dear {
  height: 8px;
  border-left: 1px solid var(--ink);
}
.dear i {
  display: block;
  height: 100%;
  background: var(--ink);
}
.done .dear i {
  background: var(--rule);
}
.alone {
  grid-template-columns: 28px 44px minmax(0, 1fr) 0 44px;
}
.serves {
  display: grid;
  gap: 2px;
}
.served {
  display: grid;
  grid-template-columns: 32px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  line-height: 17px;
}
.served :deep(img),
.served :deep(.still) {
  width: 32px;
  height: auto;
}
.check .serves .name {
  grid-column: 2;
}
.check .figure {
  color: var(--ink);
  display: inline;
  white-space: nowrap;
}
.done b {
  text-decoration: line-through;
  font-weight: 450;
}
.at {
  text-align: right;
}
@media (max-width: 560px) {
  .check,
  .alone {
    grid-template-columns: 28px 20px minmax(0, 1fr) 44px;
  }
  .serves {
    grid-column: 1 / -1;
    grid-row: 2;
  }
}
</style>
