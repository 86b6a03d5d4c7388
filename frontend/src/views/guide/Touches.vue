<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

/** What a setting touches, drawn as the way of a picture: light, raw, file, screen; the hand stands apart. */
type Reach = Schemas["SettingWords"]["reach"];
const props = defineProps<{ reach: Reach; also: readonly Reach[] }>();
const BOX: Record<Reach, string> = {
  meter: "light",
  focus: "light",
  raw: "raw",
  file: "file",
  preview: "screen",
  handling: "hand",
  safety: "hand",
};
const first = computed(() => BOX[props.reach]);
const further = computed(() => new Set(props.also.map((one) => BOX[one])));
const boxes = ["light", "raw", "file", "screen", "hand"] as const;
const told = computed(
  () =>
    `touches the ${first.value}${[...further.value].map((one) => `, and the ${one}`).join("")}, of light, raw, file, screen, hand`,
);
</script>

<template>
  <div class="touches" role="img" :aria-label="told">
    <span
      v-for="box in boxes"
      :key="box"
      :class="{ first: box === first, also: box !== first && further.has(box), apart: box === 'hand' }"
    >
      {{ box }}
    </span>
  </div>
</template>

<style scoped>
.touches {
  margin: 6px 0 10px;
  display: flex;
  max-width: 560px;
}
span {
  flex: 1;
  min-height: 44px;
  display: flex;
  align-items: center;
  justify-content: center;
  border: 1px solid var(--rule);
  color: var(--second);
  position: relative;
}
span + span {
  margin-left: 18px;
}
/* what comes out of one goes into the next */
span + span:not(.apart)::before {
  content: "";
  position: absolute;
  right: 100%;
  top: 50%;
  width: 18px;
  border-top: 1px solid var(--ink);
}
.first {
  background: var(--ink);
  color: var(--bg);
  border-color: var(--ink);
  font-weight: 600;
}
.also {
  border: 2px solid var(--ink);
  color: var(--ink);
}
@media (max-width: 760px) {
  span + span {
    margin-left: 10px;
  }
  span + span:not(.apart)::before {
    width: 10px;
  }
}
</style>
