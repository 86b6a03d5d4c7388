<script setup lang="ts">
import { ref, watch } from "vue";

/**
 * A text that is kept when it has been typed.
 *
 * An answer that comes while somebody types draws the screen anew; what is in the field stays until it has been said.
 * A text that was refused stays too, beside what is wrong with it.
 */
const props = defineProps<{ value: string; rows?: number; required?: boolean }>();
const emit = defineEmits<{ change: [text: string] }>();
const text = ref(props.value);
const typing = ref(false);
watch(
  () => props.value,
  (now) => {
    if (!typing.value) text.value = now;
  },
);
function say(): void {
  typing.value = false;
  const said = text.value.trim();
  if (said || !props.required) emit("change", said);
  else text.value = props.value;
}
</script>

<template>
  <textarea v-if="rows" v-model="text" class="plain" :rows @input="typing = true" @change="say"></textarea>
  <input v-else v-model="text" class="plain" @input="typing = true" @change="say" />
</template>
