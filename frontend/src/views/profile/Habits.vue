<script setup lang="ts">
import { computed, ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { useGuide } from "@/api/queries";

type Person = Schemas["PersonForm"];
const props = defineProps<{ person: Person; errors: Record<string, string> }>();
const emit = defineEmits<{ change: [edit: (p: Person) => void] }>();
const { data: guide } = useGuide();
const habits = computed(() => guide.value?.habits ?? []);
const answered = computed(() => habits.value.filter((h) => props.person.habits?.[h.slug]).length);

/** An answer on trial: what it would change is shown before it is taken. */
const trial = ref<{ habit: string; answer: string } | null>(null);
const affected = ref<Schemas["AffectedOut"][] | null>(null);
const wrong = ref("");
function answers(habit: string, answer: string): Record<string, string> {
  const next = { ...props.person.habits };
  if (answer) next[habit] = answer;
  else delete next[habit];
  return next;
}
async function weigh(habit: string, answer: string): Promise<void> {
  trial.value = { habit, answer };
  affected.value = null;
  wrong.value = "";
  try {
    affected.value = await take(
      client.POST("/api/profile/preview", { body: { ...props.person, habits: answers(habit, answer) } }),
    );
  } catch (error) {
    wrong.value = error instanceof ProblemError ? error.message : "The server cannot be reached.";
  }
}
function settle(yes: boolean): void {
  const tried = trial.value;
  if (yes && tried) emit("change", (p) => (p.habits = answers(tried.habit, tried.answer)));
  trial.value = null;
  affected.value = null;
}
const chosen = (habit: string): string =>
  trial.value?.habit === habit ? trial.value.answer : (props.person.habits?.[habit] ?? "");
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
    <div v-for="habit in habits" :key="habit.slug" class="habit">
      <label :for="`habit-${habit.slug}`">{{ habit.question }}</label>
      <select :id="`habit-${habit.slug}`" class="plain" :value="chosen(habit.slug)" @change="weigh(habit.slug, value($event))">
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
      <div v-if="trial?.habit === habit.slug" class="trial" role="status">
        <p v-if="wrong" class="error">{{ wrong }}</p>
        <p v-else-if="!affected" class="quiet">looking at your setups…</p>
        <template v-else>
          <p v-if="!affected.length">No setup of yours changes.</p>
          <p v-else>{{ affected.length === 1 ? "One setup changes" : `${affected.length} setups change` }}:</p>
          <ul>
            <li v-for="a in affected" :key="a.situation">
              <b>{{ a.title }}</b>
              <span v-if="a.problem" class="error">{{ a.problem }}</span>
              <span v-for="d in a.differences.slice(0, 6)" :key="d.setting" class="small"
                >{{ d.label }}: {{ d.before || "not there" }} → {{ d.after }}</span
              >
              <span v-if="a.differences.length > 6" class="small">and {{ a.differences.length - 6 }} more</span>
            </li>
          </ul>
        </template>
        <div class="tools">
          <button class="button strong" :disabled="!affected" @click="settle(true)">Take this answer</button>
          <button class="button" @click="settle(false)">Leave it as it was</button>
        </div>
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
    <div class="habit">
      <label for="bodies">How many bodies do you carry on a day?</label>
      <select
        id="bodies"
        class="plain"
        :value="person.bodies"
        @change="emit('change', (p) => (p.bodies = Number(value($event))))"
      >
        <option v-for="n in 4" :key="n" :value="n">{{ n }}</option>
      </select>
    </div>
  </section>
</template>

<style scoped>
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
.small {
  grid-column: 1 / -1;
  color: var(--second);
  font-size: 13px;
  line-height: 18px;
  padding-bottom: 6px;
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
.trial {
  grid-column: 1 / -1;
  background: var(--raised);
  margin: 0 -12px 8px;
  padding: 12px;
  display: grid;
  gap: 8px;
}
.trial ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.trial li {
  display: grid;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
.button {
  min-height: 44px;
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
