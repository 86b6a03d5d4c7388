<script setup lang="ts">
import { computed } from "vue";
import { far } from "@/ruler/distance";
import FollowingPane from "./FollowingPane.vue";
import PutAndLeft from "./PutAndLeft.vue";
import type { useFocus } from "./useFocus";

/** Focus by looking: following where the subject moves, and focus that is put somewhere and left. */
const props = defineProps<{ focus: ReturnType<typeof useFocus>; feet: boolean }>();
const told = computed(() => props.focus.told.value);
const said = (m: number | null): string => far(m, props.feet);
</script>

<template>
  <div v-if="told" class="focus">
    <p v-for="line in told.words" :key="line" class="reason">{{ line }}</p>
    <p v-if="told.by_hand" class="tools">
      <b>focus put at {{ said(told.focus_m) }}</b>
      <button class="button" @click="focus.free()">Back to the subject</button>
    </p>
    <FollowingPane v-if="told.follows" :focus="focus" :feet="feet" />
    <details v-if="told.follows" class="fold">
      <summary>Put somewhere, and left</summary>
      <PutAndLeft :told="told" :feet="feet" @put="focus.put" />
    </details>
    <PutAndLeft v-else :told="told" :feet="feet" @put="focus.put" />
  </div>
  <p v-else class="quiet" role="status">being computed on the scene</p>
</template>

<style scoped>
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 4px 0;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
</style>
