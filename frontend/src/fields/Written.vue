<script setup lang="ts">
import { Input, Textarea } from "ant-design-vue";
import Themed from "@/theme/Themed.vue";

/** Words of a form that is sent as a whole; what is kept as it is typed is a TextField. */
defineOptions({ inheritAttrs: false });
defineProps<{ modelValue: string; rows?: number }>();
const emit = defineEmits<{ "update:modelValue": [text: string] }>();
</script>

<template>
  <Themed>
    <component
      :is="rows ? Textarea : Input"
      v-bind="$attrs"
      class="written"
      :bordered="false"
      :value="modelValue"
      :rows="rows"
      @update:value="(text: string) => emit('update:modelValue', text)"
    />
  </Themed>
</template>
