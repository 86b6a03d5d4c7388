<script setup lang="ts">
import { Progress } from "ant-design-vue";
import { computed } from "vue";
import Themed from "@/theme/Themed.vue";

/** How much of something that takes a while is done. */
const props = defineProps<{ done: number; of: number; name: string }>();
const share = computed(() => Math.round((100 * props.done) / (props.of || 1)));
</script>

<template>
  <Themed>
    <Progress
      class="going"
      :percent="share"
      :show-info="false"
      :stroke-width="6"
      :aria-label="name"
      :aria-valuenow="share"
      aria-valuemin="0"
      aria-valuemax="100"
    />
  </Themed>
</template>
