<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { useDebounceFn } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { useInTurn } from "@/api/inTurn";
import { useKit, useNames, useProfile, useWords } from "@/api/queries";
import { nowKnown } from "@/api/known";
import NumberField from "@/fields/NumberField.vue";
import Conflict from "../Conflict.vue";
import Habits from "./Habits.vue";
import Trial from "./Trial.vue";
import { useTrial } from "./useTrial";

type Person = Schemas["PersonForm"];
const { data: stored } = useProfile();
/** What is stored and cannot be read: said once, and dropped by the next save. */
const unread = computed(() => stored.value?.unread ?? []);
const { data: kit } = useKit();
const { data: words } = useWords();
const names = useNames();
const queries = useQueryClient();
const person = ref<Person | null>(null);
const version = ref("");
const errors = ref<Record<string, string>>({});
const state = ref("");
const theirs = ref<Person | null>(null);
watch(
  stored,
  (found) => {
    if (found && !person.value)
      [person.value, version.value] = [JSON.parse(JSON.stringify(found.document)) as Person, found.version];
  },
  { immediate: true },
);
const put = useInTurn(
  () => "profile",
  async () => {
    if (!person.value || theirs.value) return;
    try {
      const answer = await take(
        client.PUT("/api/profile", { params: { header: { "If-Match": version.value } }, body: person.value }),
      );
      version.value = answer.version;
      await nowKnown(queries, ["profile"], answer);
      errors.value = {};
      state.value = "saved";
    } catch (error) {
      state.value = "";
      const current = error instanceof ProblemError && error.problem.status === 412 ? error.problem.current : null;
      if (current) [theirs.value, version.value] = [current.document as Person, current.version as string];
      else errors.value = error instanceof ProblemError ? error.places : { "": "The server cannot be reached." };
    }
  },
);
const save = useDebounceFn(put, 500);
function change(edit: (p: Person) => void): void {
  if (!person.value) return;
  edit(person.value);
  state.value = "";
  void save();
}
async function settle(mine: boolean): Promise<void> {
  if (!mine && theirs.value) {
    person.value = theirs.value;
    await nowKnown(queries, ["profile"], { document: theirs.value, version: version.value });
  } else void save();
  theirs.value = null;
}
const decisions = computed(() => {
  const found = new Map<string, Schemas["SchoolWords"][]>();
  for (const school of words.value?.schools ?? []) found.set(school.decision, [...(found.get(school.decision) ?? []), school]);
  return [...found.entries()];
});
function ceiling(slug: string, value: number | null): void {
  change((p) => {
    const next = { ...p.iso_ceilings };
    if (value === null) delete next[slug];
    else next[slug] = value;
    p.iso_ceilings = next;
  });
}
const { trial, affected, wrong, weigh, settle: settleTrial } = useTrial(() => person.value as Person, change);
function school(decision: string, slug: string): void {
  void weigh(decision, slug, (p) => {
    const next = { ...p.schools };
    if (slug) next[decision] = slug;
    else delete next[decision];
    p.schools = next;
  });
}
const chosen = (decision: string): string =>
  trial.value?.at === decision ? trial.value.answer : (person.value?.schools?.[decision] ?? "");
const passwords = ref({ old: "", new: "" });
const passwordState = ref<Record<string, string>>({});
async function setPassword(): Promise<void> {
  try {
    await take(client.POST("/api/me/password", { body: passwords.value }));
    passwords.value = { old: "", new: "" };
    passwordState.value = { done: "Your password is changed." };
  } catch (error) {
    passwordState.value = error instanceof ProblemError ? error.places : { "/old": "The server cannot be reached." };
  }
}
const value = (event: Event) => (event.target as HTMLSelectElement).value;
</script>

<template>
  <main v-if="person" class="profile">
    <Conflict v-if="theirs" :mine="person" :theirs="theirs" @settle="settle" />
    <p v-for="line in unread" :key="line" class="error">
      Stored, and cannot be read: {{ line }}. The next change of your profile drops it.
    </p>
    <section>
      <h2>You</h2>
      <p class="reason">
        Every setup follows this. What you leave to “decide for me” is computed from the numbers of each situation.
      </p>
      <div class="row">
        <span class="label">steadiness</span>
        <NumberField
          label="steadiness"
          :step="0.1"
          :value="person.steadiness"
          :usual="1"
          @change="(v) => v && change((p) => (p.steadiness = v))"
        />
        <span class="quiet">1 is an ordinary hand, 2 holds one stop longer</span>
      </div>
      <p class="error" role="alert">{{ errors["/steadiness"] }}</p>
      <div class="row">
        <span class="label">noise bar</span>
        <NumberField
          label="noise bar"
          :step="1"
          :value="person.noise_bar"
          :usual="40"
          @change="(v) => v && change((p) => (p.noise_bar = v))"
        />
        <span class="quiet">signal to noise of the mid-tone: 40 excellent, 10 acceptable</span>
      </div>
      <p class="error" role="alert">{{ errors["/noise_bar"] }}</p>
      <div class="row">
        <span class="label">slowest by hand</span>
        <NumberField
          label="slowest time by hand, as one over"
          unit="as 1/…"
          :step="5"
          :value="person.slowest_handheld_s ? Math.round(1 / person.slowest_handheld_s) : null"
          :usual="15"
          @change="(v) => change((p) => (p.slowest_handheld_s = v && v > 0 ? 1 / v : null))"
        />
        <span class="quiet">no frame by hand is longer, whatever the stabiliser says</span>
      </div>
      <p class="error" role="alert">{{ errors["/slowest_handheld_s"] }}</p>
      <div class="row">
        <span class="label">darker by</span>
        <NumberField
          label="stops under the meter that saving highlights may cost"
          unit="stops at most"
          :step="1 / 3"
          :value="person.darkest_stops"
          empty="1, or 1/3 without raw"
          @change="(v) => change((p) => (p.darkest_stops = v))"
        />
        <span class="quiet">to save highlights, from 0 to 2</span>
      </div>
      <p class="error" role="alert">{{ errors["/darkest_stops"] }}</p>
      <div class="row">
        <span class="label">in range first</span>
        <select
          class="plain"
          aria-label="what comes first in range"
          :value="person.range_first"
          @change="change((p) => (p.range_first = value($event) as never))"
        >
          <option value="brightest">the brightest that must hold: darker for it, within that</option>
          <option value="skin">skin: nothing is darkened for what is bright</option>
          <option value="shadows">shadows: clean before highlights are held</option>
        </select>
      </div>
      <div class="row">
        <span class="label">lamps on</span>
        <select
          class="plain"
          aria-label="mains frequency"
          :value="person.mains_hz"
          @change="change((p) => (p.mains_hz = Number(value($event)) as never))"
        >
          <option :value="50">50 Hz: they pulse 100 times a second</option>
          <option :value="60">60 Hz: they pulse 120 times a second</option>
        </select>
      </div>
      <label class="row tick">
        <span class="label">following</span>
        <input
          type="checkbox"
          :checked="person.practised_follower"
          @change="change((p) => (p.practised_follower = ($event.target as HTMLInputElement).checked))"
        />
        <span class="quiet">I am practised at following movement: half of what others leave is left</span>
      </label>
      <div class="row">
        <span class="label">looked at</span>
        <select
          class="plain"
          aria-label="acuity"
          :value="person.acuity"
          @change="change((p) => (p.acuity = value($event) as never))"
        >
          <option value="traditional">as prints are (0.2 mm at 25 cm)</option>
          <option value="keen">keenly (one minute of arc)</option>
          <option value="pixel">pixel by pixel</option>
        </select>
      </div>
      <div class="row">
        <span class="label">distances in</span>
        <select
          class="plain"
          aria-label="units"
          :value="person.units"
          @change="change((p) => (p.units = value($event) as never))"
        >
          <option value="metres">metres</option>
          <option value="feet">feet</option>
        </select>
      </div>
      <p class="error" role="alert">{{ errors[""] }}</p>
      <p class="quiet" role="status">{{ state }}</p>
    </section>
    <section>
      <h2>ISO ceiling per body</h2>
      <div v-for="body in kit?.bodies" :key="body.slug" class="row wide">
        <span class="label">{{ body.document.name }}</span>
        <NumberField
          :label="`ISO ceiling of ${body.document.name}`"
          :step="100"
          empty="set one"
          :value="person.iso_ceilings?.[body.slug] ?? null"
          @change="(v) => ceiling(body.slug, v)"
        />
        <span v-if="!person.iso_ceilings?.[body.slug]" class="quiet">computed from noise</span>
        <span class="error">{{ errors[`/iso_ceilings/${body.slug}`] }}</span>
      </div>
      <p v-if="!kit?.bodies.length" class="reason">
        Your bodies appear here once they are in the <RouterLink :to="{ name: 'kit' }">kit</RouterLink>.
      </p>
    </section>
    <section>
      <h2>A way per decision</h2>
      <div v-for="[decision, schools] in decisions" :key="decision" class="row wide">
        <span class="label">{{ names.decision(decision) }}</span>
        <select
          class="plain"
          :aria-label="names.decision(decision)"
          :value="chosen(decision)"
          @change="school(decision, value($event))"
        >
          <option value="">decide for me</option>
          <option v-for="way in schools" :key="way.slug" :value="way.slug">{{ way.label }}</option>
        </select>
        <span v-if="person.schools?.[decision]" class="quiet"
          >costs {{ schools.find((s) => s.slug === person?.schools?.[decision])?.costs }}</span
        >
        <Trial v-if="trial?.at === decision" :affected="affected" :wrong="wrong" @settle="settleTrial" />
      </div>
    </section>
    <Habits :person="person" :errors="errors" @change="change" />
    <section>
      <h2>Password</h2>
      <form @submit.prevent="setPassword">
        <div class="row two">
          <label class="label" for="old">present</label
          ><input id="old" v-model="passwords.old" type="password" class="plain box" autocomplete="current-password" />
        </div>
        <p class="error" role="alert">{{ passwordState["/old"] }}</p>
        <div class="row two">
          <label class="label" for="new">new</label
          ><input id="new" v-model="passwords.new" type="password" class="plain box" autocomplete="new-password" />
        </div>
        <p class="error" role="alert">{{ passwordState["/new"] }}</p>
        <p role="status">{{ passwordState.done }}</p>
        <button class="button" :disabled="!passwords.old || !passwords.new">Change the password</button>
      </form>
    </section>
  </main>
</template>

<style scoped>
.profile {
  columns: 2 480px;
  column-gap: 36px;
  padding: 0 24px 36px;
}
.profile > :deep(*) {
  break-inside: avoid;
}
.profile > :deep(.habits) {
  column-span: all;
}
.row {
  display: grid;
  grid-template-columns: 112px auto 1fr;
  gap: 0 14px;
  min-height: 44px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
}
.row.two {
  grid-template-columns: 112px 1fr;
}
.row.wide {
  grid-template-columns: 200px auto 1fr;
}
.row :deep(input:not([type="checkbox"])),
.row select,
.button {
  min-height: 44px;
}
.reason {
  padding-bottom: 8px;
}
.quiet {
  font-size: 13px;
}
.box {
  border-bottom: 1px solid var(--ink);
}
.button {
  margin-top: 12px;
}
@media (max-width: 700px) {
  .profile {
    padding: 0 16px 36px;
  }
  .row,
  .row.wide {
    grid-template-columns: 112px minmax(0, 1fr);
  }
  .row .quiet {
    grid-column: 1 / -1;
    padding-bottom: 8px;
  }
}
</style>
