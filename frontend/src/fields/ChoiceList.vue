<script setup lang="ts">
import { Select } from "ant-design-vue";
import { computed, onMounted, useTemplateRef, type ComponentPublicInstance } from "vue";
import Themed from "@/theme/Themed.vue";

/** A list of Choice while it is open; a long one is searched by typing where there is a keyboard. */
defineOptions({ inheritAttrs: false });
const props = defineProps<{
  name: string;
  shown: readonly { shown: string; group?: string }[];
  /** The place in the list of what is chosen, or -1. */
  at: number;
}>();
const emit = defineEmits<{ take: [place: number]; shut: [] }>();

const SEARCHED = 12;
/** The library knows an option by its place in the list, since none of its values may be absence or a truth. */
const rows = computed(() => {
  const all = props.shown.map((one, value) => ({ value, label: one.shown, group: one.group }));
  const groups = [...new Set(all.map((one) => one.group))];
  if (groups.every((group) => !group)) return all;
  return groups.map((label) => ({ label, options: all.filter((one) => one.group === label) }));
});
const searched = computed(() => props.shown.length > SEARCHED && matchMedia("(pointer: fine)").matches);
const part = useTemplateRef<ComponentPublicInstance>("part");
/** The library says what a reader of the screen is to be told of a box about its field: it is said of the field itself. */
onMounted(() => {
  const field = (part.value?.$el as Element | undefined)?.querySelector("input");
  field?.setAttribute("aria-label", props.name);
  field?.setAttribute("aria-expanded", "true");
  field?.focus();
});
</script>

<template>
  <Themed>
    <Select
      ref="part"
      v-bind="$attrs"
      class="choice"
      :bordered="false"
      :open="true"
      :value="at < 0 ? undefined : at"
      :options="rows"
      option-filter-prop="label"
      :show-search="searched"
      :virtual="false"
      :dropdown-match-select-width="false"
      transition-name=""
      @change="(place) => emit('take', Number(place))"
      @dropdown-visible-change="(now: boolean) => now || emit('shut')"
      @blur="emit('shut')"
    />
  </Themed>
</template>
