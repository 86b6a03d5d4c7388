<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { useGuide } from "@/api/queries";
import Trial from "./Trial.vue";
import { useTrial } from "./useTrial";

type Person = Schemas["PersonForm"];
const props = defineProps<{ person: Person; errors: Record<string, string> }>();
const emit = defineEmits<{ change: [edit: (p: Person) => void] }>();
const { data: guide } = useGuide();
const habits = computed(() => guide.value?.habits ?? []);
const answered = computed(() => habits.value.filter((h) => props.person.habits?.[h.slug]).length);

const { trial, affected, wrong, weigh, settle } = useTrial(
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
const value = (event: Event) => (event.target as HTMLSelectElement).value;
const OPENS = [
  ["none", "not packed"],
  ["lossless", "packed without loss"],
  ["lossy", "packed with a little loss"],
] as const;
const opens = computed(() => props.person.raw_opens ?? OPENS.map(([token]) => token));
function toggleOpens(token: (typeof OPENS)[number][0], on: boolean): void {
  emit("change", (p) => (p.raw_opens = OPENS.map(([t]) => t).filter((t) => (t === token ? on : opens.value.includes(t)))));
}
</script>

<template>
  <section class="habits">
    <h2>Habits</h2>
    <p class="reason">
      Where good photographers differ. Answer what you are sure of; “I don’t know” is computed for each situation, and “I decide
      each time” is computed and marked. {{ answered }} of {{ habits.length }} answered.
    </p>
    <div class="list">
      <div v-for="habit in habits" :key="habit.slug" class="habit">
        <label :for="`habit-${habit.slug}`">{{ habit.question }}</label>
        <select :id="`habit-${habit.slug}`" class="plain" :value="chosen(habit.slug)" @change="answer(habit.slug, value($event))">
          <option value="">decide for me</option>
          <option value="unknown">I don’t know</option>
          <option value="per_situation">I decide each time</option>
          <option v-for="w in habit.ways" :key="w.slug" :value="w.slug">{{ w.label }}</option>
        </select>
        <ul class="ways">
          <li v-for="w in habit.ways" :key="w.slug" :class="{ chosen: w.slug === chosen(habit.slug) }">
            <b>{{ w.label }}</b> wins when: {{ w.wins_when }}; costs: {{ w.costs }}
          </li>
        </ul>
        <p class="error" role="alert">{{ errors[`/habits/${habit.slug}`] }}</p>
        <Trial v-if="trial?.at === habit.slug" :affected="affected" :wrong="wrong" @settle="settle" />
      </div>
    </div>
    <h2>Your desk and bag</h2>
    <p class="reason">Which raw files do your programs open?</p>
    <label v-for="[token, label] in OPENS" :key="token" class="tick"
      ><input
        type="checkbox"
        :checked="opens.includes(token)"
        @change="toggleOpens(token, ($event.target as HTMLInputElement).checked)"
      />
      {{ label }}</label
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
  border-bottom: 1px solid var(--rule);
  min-height: 44px;
}
.habit select {
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
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
}
@media (max-width: 520px) {
  .habit {
    grid-template-columns: 1fr;
  }
}
</style>
