<script setup lang="ts">
import { computed, ref, watch } from "vue";
import type { Schemas } from "@/api/client";
import { useGuide, useWords } from "@/api/queries";
import Choice from "@/fields/Choice.vue";
import { listed, type Option } from "@/fields/options";
import { saidFirst } from "@/fields/saidFirst";
import Tick from "@/fields/Tick.vue";
import Trial from "./Trial.vue";
import { useTrial } from "./useTrial";

type Person = Schemas["PersonForm"];
const props = defineProps<{ person: Person; errors: Record<string, string> }>();
const emit = defineEmits<{ change: [edit: (p: Person) => void] }>();
const { data: guide } = useGuide();
const { data: words } = useWords();
const habits = computed(() => guide.value?.habits ?? []);
const answered = computed(() => habits.value.filter((h) => props.person.habits?.[h.slug]).length);

/** What was answered as the page came stands first, the rest folded; where nothing was, all of it is there. */
const first = ref<Set<string> | null>(null);
watch(
  habits,
  (all) => {
    if (all.length && !first.value) first.value = new Set(all.filter((h) => props.person.habits?.[h.slug]).map((h) => h.slug));
  },
  { immediate: true },
);
const parts = computed(() => saidFirst(habits.value, (h) => !!first.value?.has(h.slug)));
const { trial, affected, wrong, weigh, settle, leaving } = useTrial(
  () => props.person,
  (edit) => emit("change", edit),
);
function answer(habit: string, way: string): void {
  void weigh(habit, way, (p) => {
    const next = { ...p.habits };
    if (way) next[habit] = way;
    else delete next[habit];
    p.habits = next;
  });
}
const chosen = (habit: string): string => (trial.value?.at === habit ? trial.value.answer : (props.person.habits?.[habit] ?? ""));
/** Answers that leave a habit to the numbers. */
const UNANSWERED = [
  { value: "", shown: "decide for me" },
  { value: "unknown", shown: "I don’t know" },
  { value: "per_situation", shown: "I decide each time" },
];
type Packing = NonNullable<Person["raw_opens"]>[number];
const packings = computed(() => (words.value?.choices.raw_opens ?? []) as Option<Packing>[]);
const opens = computed(() => props.person.raw_opens ?? packings.value.map((one) => one.value));
function toggleOpens(packing: Packing, on: boolean): void {
  const kept = packings.value.map((one) => one.value).filter((one) => (one === packing ? on : opens.value.includes(one)));
  emit("change", (p) => (p.raw_opens = kept));
}
</script>

<template>
  <section class="habits">
    <h2>Habits</h2>
    <p class="reason">
      Where good photographers differ. Answer what you are sure of; “I don’t know” is computed for each situation, and “I decide
      each time” is computed and marked. {{ answered }} of {{ habits.length }} answered.
    </p>
    <component
      :is="part.folds ? 'details' : 'div'"
      v-for="part in parts"
      :key="String(part.folds)"
      :class="['part', { fold: part.folds }]"
    >
      <summary v-if="part.folds">{{ part.rows.length }} more that are decided for you</summary>
      <div class="list">
        <div v-for="habit in part.rows" :key="habit.slug" class="habit">
          <label :for="`habit-${habit.slug}`">{{ habit.question }}</label>
          <Choice
            :id="`habit-${habit.slug}`"
            :name="habit.question"
            :model-value="chosen(habit.slug)"
            :options="[...UNANSWERED, ...listed(habit.ways)]"
            @update:model-value="(way) => answer(habit.slug, way)"
          />
          <ul class="ways">
            <li v-for="w in habit.ways" :key="w.slug" :class="{ chosen: w.slug === chosen(habit.slug) }">
              <b>{{ w.label }}</b> wins when: {{ w.wins_when }}; costs: {{ w.costs }}
            </li>
          </ul>
          <p class="error" role="alert">{{ errors[`/habits/${habit.slug}`] }}</p>
          <Trial v-if="trial?.at === habit.slug" :affected="affected" :wrong="wrong" :leaving="leaving" @settle="settle" />
        </div>
      </div>
    </component>
    <h2>Your desk and bag</h2>
    <p class="reason">Which raw files do your programs open?</p>
    <Tick
      v-for="one in packings"
      :key="one.value"
      :model-value="opens.includes(one.value)"
      @update:model-value="(on) => toggleOpens(one.value, on)"
      >{{ one.shown }}</Tick
    >
  </section>
</template>

<style scoped>
.habits {
  grid-column: 1 / -1;
}
.list {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 480px), 1fr));
  gap: 0 36px;
  align-items: start;
}
.habit {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0 14px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
  min-height: 44px;
}
.habit :deep(.choice) {
  min-height: 44px;
  font-weight: 560;
}
.ways {
  grid-column: 1 / -1;
  display: none;
  list-style: none;
  margin: 0;
  padding: 0 0 8px;
  gap: 4px;
  color: var(--second);
  font-size: 13px;
  line-height: 18px;
}
.ways b {
  color: var(--ink);
  font-weight: 520;
}
.ways .chosen {
  display: list-item;
}
.habit:focus-within .ways,
.habit:hover .ways,
.ways:has(.chosen) {
  display: grid;
}
.habit:not(:focus-within, :hover) .ways:has(.chosen) li:not(.chosen) {
  display: none;
}
@media (max-width: 520px) {
  .habit {
    grid-template-columns: 1fr;
  }
}
</style>
