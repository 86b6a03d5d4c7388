<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

/** Judged frames in one strip: those kept, and the others by what tells against them. */
const props = defineProps<{ kept: number; lost: Schemas["LostToOut"][] }>();
const parts = computed(() => [{ cause: "kept", words: "kept", frames: props.kept }, ...props.lost]);
const HATCH: Record<string, string> = { exposed: "lost-across", shaken: "lost-down", focus: "lost-dots", moved: "lost-level" };
</script>

<template>
  <figure class="lost">
    <div class="strip" aria-hidden="true">
      <span
        v-for="one in parts"
        :key="one.cause"
        :class="[one.cause === 'kept' ? 'kept' : HATCH[one.cause]]"
        :style="{ flexGrow: one.frames }"
      ></span>
    </div>
    <figcaption>
      <span v-for="one in parts" :key="one.cause"
        ><i :class="[one.cause === 'kept' ? 'kept' : HATCH[one.cause]]" aria-hidden="true"></i>{{ one.frames }}
        {{ one.words }}</span
      >
    </figcaption>
  </figure>
</template>

<style scoped>
.lost {
  margin: 6px 0 10px;
}
.strip {
  display: flex;
  height: 14px;
  border: 1px solid var(--ink);
}
.strip span {
  flex: 0 0 0;
  min-width: 0;
  border-right: 1px solid var(--ink);
}
.strip span:last-child {
  border-right: 0;
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  padding-top: 4px;
  font-size: 13px;
}
i {
  display: inline-block;
  width: 14px;
  height: 10px;
  margin-right: 6px;
  border: 1px solid var(--ink);
}
.kept {
  background: var(--ink);
}
.lost-across {
  background: repeating-linear-gradient(45deg, var(--ink) 0 1px, transparent 1px 5px);
}
.lost-down {
  background: repeating-linear-gradient(90deg, var(--ink) 0 1px, transparent 1px 4px);
}
.lost-level {
  background: repeating-linear-gradient(0deg, var(--ink) 0 1px, transparent 1px 4px);
}
.lost-dots {
  background: radial-gradient(var(--ink) 1px, transparent 1.4px) 0 0 / 5px 5px;
}
</style>
