<script setup lang="ts">
import { useMediaQuery } from "@vueuse/core";
import { computed, nextTick, ref, watch } from "vue";
import type { Schemas } from "@/api/client";
import { named } from "@/drawn/menus";
import Written from "@/fields/Written.vue";
import { count } from "@/words";

type Step = Schemas["WalkStepOut"];
/** Items to set, page by page in the order of a walk; one that cannot be set is left out, with why. */
const props = defineProps<{ steps: Step[]; done: Record<string, boolean>; ticks: boolean }>();
const emit = defineEmits<{ tick: [step: Step]; refuse: [setting: string, why: string] }>();
const wide = useMediaQuery("(min-width: 761px)");
const pages = computed(() => {
  const made: { name: string; steps: Step[] }[] = [];
  for (const step of props.steps) {
    const name = named(step.menu);
    const last = made[made.length - 1];
    if (last?.name === name) last.steps.push(step);
    else made.push({ name, steps: [step] });
  }
  return made;
});
const shown = (k: number): boolean => k === open.value || k === last.value;
/** A page that is pressed lies open alone; one that was open is shut. */
function turn(k: number): void {
  [open.value, last.value] = [shown(k) ? -1 : k, -1];
}
const left = (page: { steps: Step[] }): number => page.steps.filter((step) => !props.done[step.setting]).length;
/** On a phone the page that one stands on lies open; once all on it is set, the next one, and it stays beside for a slip of the finger. */
const open = ref(0);
const last = ref(-1);
watch(
  () => pages.value.map(left),
  (now, before) => {
    if (!before || now.length !== before.length) [open.value, last.value] = [0, -1];
    else if (before[open.value] && !now[open.value]) [last.value, open.value] = [open.value, now.findIndex((more) => more > 0)];
  },
);
/** Go to an item of the list, where a drawing of it was pressed. */
async function find(setting: string): Promise<void> {
  open.value = pages.value.findIndex((page) => page.steps.some((step) => step.setting === setting));
  await nextTick();
  const row = document.getElementById(`step-${setting}`);
  row?.scrollIntoView({ block: "center" });
  row?.querySelector("input")?.focus({ preventScroll: true });
}
defineExpose({ find });
/** The item that cannot be set, while its reason is typed. */
const refusing = ref("");
const why = ref("");
function refuse(setting: string): void {
  emit("refuse", setting, why.value);
  refusing.value = why.value = "";
}
</script>

<template>
  <div class="menus">
    <component
      :is="wide ? 'section' : 'details'"
      v-for="(page, k) in pages"
      :key="`${k}-${page.name}`"
      :class="{ fold: !wide }"
      :open="wide ? undefined : shown(k)"
    >
      <h2 v-if="wide">{{ page.name }}</h2>
      <summary v-else @click.prevent="turn(k)">
        {{ page.name }} <span class="quiet more">{{ left(page) || "set" }}</span>
      </summary>
      <div
        v-for="step in page.steps"
        :id="`step-${step.setting}`"
        :key="step.setting"
        class="step"
        :class="{ done: done[step.setting] }"
      >
        <label>
          <span class="what"
            ><b>{{ step.label }}</b> <span class="quiet">{{ step.neutral }}</span></span
          >
          <span class="to"
            ><span class="quiet">{{ step.before ?? "unknown" }} →</span> <b>{{ step.shown }}</b></span
          >
          <span class="quiet presses">{{ count(step.presses) }}</span>
          <input v-if="ticks" type="checkbox" :checked="!!done[step.setting]" @change="emit('tick', step)" />
        </label>
        <button
          class="plain"
          data-repeats
          :aria-label="`${step.label} cannot be set`"
          :aria-expanded="refusing === step.setting"
          @click="refusing = refusing === step.setting ? '' : step.setting"
        >
          cannot
        </button>
        <form v-if="refusing === step.setting" class="why" @submit.prevent="refuse(step.setting)">
          <Written v-model="why" maxlength="200" required placeholder="why not" :aria-label="`why ${step.label} cannot be set`" />
          <button class="button">Leave it out</button>
        </form>
      </div>
    </component>
  </div>
</template>

<style scoped>
/* Page by page down one column and on in the next: the order of the walk. */
.menus {
  columns: 2 500px;
  column-gap: 48px;
}
.menus > * {
  break-inside: avoid;
}
.step {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 64px;
  gap: 0 12px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px var(--ruled) var(--rule);
}
.step > label {
  padding: 3px 0;
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) 34px 28px;
  gap: 0 12px;
  align-items: center;
  min-height: 44px;
  cursor: pointer;
}
.step > button {
  min-height: 44px;
  font-size: 13px;
  color: var(--second);
  text-align: right;
}
.why {
  grid-column: 1 / -1;
  display: flex;
  gap: 12px;
  padding-bottom: 8px;
}
.why :deep(.written) {
  flex: 1;
  min-width: 0;
  min-height: 44px;
  border-bottom: 1px solid var(--ink);
}
.step b {
  font-weight: 560;
}
.step input {
  width: 22px;
  height: 22px;
  justify-self: end;
}
.presses {
  text-align: right;
  font-size: 13px;
}
.done .what b,
.done .to b {
  text-decoration: line-through;
  font-weight: 450;
}
.fold > summary {
  min-height: 44px;
  color: var(--ink);
  font-weight: 600;
  border-bottom: 1px var(--ruled) var(--rule);
}
.more {
  margin-left: auto;
}
@media (min-width: 761px) {
  .step,
  .step > label {
    min-height: 36px;
  }
}
@media (max-width: 760px) {
  .what .quiet {
    display: block;
    font-size: 13px;
  }
}
</style>
