<script setup lang="ts" generic="T extends string | number | boolean | null">
import { computed, nextTick, ref, shallowRef, useTemplateRef } from "vue";
import { awaited } from "@/api/idle";
import type { Option } from "./options";

/**
 * One of several, in words. Shut it is a line of the page and costs what a line costs; the library draws the list when it is
 * opened, and comes for the first of them.
 */
defineOptions({ inheritAttrs: false });
const props = defineProps<{
  modelValue: T | undefined;
  options: readonly Option<T>[];
  /** What the field is called by a reader of the screen. */
  name: string;
}>();
const emit = defineEmits<{ "update:modelValue": [value: T] }>();
const at = computed(() => props.options.findIndex((one) => one.value === props.modelValue));

type Drawn = typeof import("./ChoiceList.vue").default;
const List = shallowRef<Drawn | null>(null);
const open = ref(false);
const field = useTemplateRef<HTMLElement>("field");
/** Where the library cannot come, out of reach of a network, the browser's own list does as well. */
const plain = ref(false);
async function show(): Promise<void> {
  try {
    List.value ??= (await awaited(import("./ChoiceList.vue"))).default;
    open.value = true;
  } catch {
    plain.value = true;
    await nextTick();
    field.value?.focus();
  }
}
/** The list is shut: who works by keys is where they were. */
async function shut(): Promise<void> {
  const was = document.activeElement;
  const inside = was === document.body || !!was?.closest(".ant-select");
  open.value = false;
  await nextTick();
  if (inside) field.value?.focus();
}
function take(place: number): void {
  const one = props.options[place];
  if (one) emit("update:modelValue", one.value);
}
</script>

<template>
  <component :is="List" v-if="List && open" v-bind="$attrs" :name="name" :shown="options" :at="at" @take="take" @shut="shut" />
  <select
    v-else-if="plain"
    v-bind="$attrs"
    ref="field"
    class="plain choice"
    :aria-label="name"
    :value="at"
    @change="take(Number(($event.target as HTMLSelectElement).value))"
  >
    <option v-for="(one, k) in options" :key="k" :value="k">{{ one.shown }}</option>
  </select>
  <button
    v-else
    v-bind="$attrs"
    ref="field"
    type="button"
    role="combobox"
    class="choice"
    aria-haspopup="listbox"
    aria-expanded="false"
    :aria-label="name"
    :aria-description="options[at]?.shown"
    @click="show"
    @keydown.up.prevent="show"
    @keydown.down.prevent="show"
  >
    <span>{{ options[at]?.shown }}</span>
  </button>
</template>

<style scoped>
.choice {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  max-width: 100%;
  min-height: 0;
  padding: 0;
  border: 0;
  border-radius: 2px;
  background: none;
  font: inherit;
  color: inherit;
  text-align: left;
  cursor: pointer;
}
.choice span {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.choice::after {
  content: "";
  flex: none;
  width: 5px;
  height: 5px;
  margin: 0 2px 3px 0;
  border: solid var(--second);
  border-width: 0 1px 1px 0;
  transform: rotate(45deg);
}
.choice:hover span {
  text-decoration: underline;
  text-decoration-color: var(--rule);
  text-underline-offset: 4px;
}
</style>
