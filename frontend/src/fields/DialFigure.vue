<script setup lang="ts">
import { ref } from "vue";

/** The value of a dial, large: arrows turn it, Enter or a digit begins to type one. */
const props = defineProps<{ name: string; text: string }>();
const emit = defineEmits<{ step: [by: number]; read: [text: string]; toggle: []; look: [] }>();
const editing = ref(false);
const typed = ref("");
function edit(from: string): void {
  editing.value = true;
  typed.value = from;
}
/** What is typed here is a value, and no key of the page. */
function begin(event: KeyboardEvent): void {
  if (!/^[\d/.,]$/.test(event.key) || event.ctrlKey || event.metaKey || event.altKey) return;
  event.preventDefault();
  event.stopPropagation();
  edit(event.key);
}
function done(): void {
  if (!editing.value) return;
  editing.value = false;
  if (typed.value !== props.text) emit("read", typed.value);
}
const vFocus = {
  mounted: (el: HTMLInputElement) => {
    el.focus();
    if (el.value.length > 1) el.select();
    else el.setSelectionRange(1, 1);
  },
};
</script>

<template>
  <input
    v-if="editing"
    v-model="typed"
    v-focus
    class="plain dial"
    :aria-label="`${name}, typed`"
    @keydown.enter.prevent="done"
    @keydown.esc.prevent="editing = false"
    @blur="done"
  />
  <strong
    v-else
    class="dial"
    role="spinbutton"
    tabindex="0"
    :aria-label="name"
    :aria-valuetext="text"
    @focus="emit('look')"
    @click="edit(text)"
    @keydown.enter.prevent="edit(text)"
    @keydown.up.prevent="emit('step', 1)"
    @keydown.down.prevent="emit('step', -1)"
    @keydown.l.prevent="emit('toggle')"
    @keydown="begin"
    >{{ text }}</strong
  >
</template>

<style scoped>
.dial {
  display: block;
  cursor: text;
  white-space: nowrap;
}
input.dial {
  width: 3em;
}
@supports (field-sizing: content) {
  input.dial {
    width: auto;
    max-width: 4em;
    field-sizing: content;
  }
}
</style>
