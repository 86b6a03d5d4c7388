<script setup lang="ts">
import { Checkbox } from "ant-design-vue";
import { ref, watch } from "vue";
import Themed from "@/theme/Themed.vue";

/** Yes or no, with what it says beside the box: it is seen at once, before it is kept. */
defineOptions({ inheritAttrs: false });
const props = defineProps<{
  modelValue?: boolean;
  /** What a reader of the screen calls it, where what stands beside it is not enough. */
  name?: string;
}>();
const emit = defineEmits<{ "update:modelValue": [on: boolean] }>();
const on = ref(props.modelValue);
watch(
  () => props.modelValue,
  (now) => (on.value = now),
);
</script>

<template>
  <Themed>
    <Checkbox
      v-bind="$attrs"
      v-model:checked="on"
      class="ticked"
      :aria-label="name"
      @change="(event) => emit('update:modelValue', event.target.checked)"
      ><slot
    /></Checkbox>
  </Themed>
</template>
