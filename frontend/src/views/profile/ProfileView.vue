<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { useDebounceFn } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import { useRoute } from "vue-router";
import { client, newerIn, ProblemError, take, type Schemas } from "@/api/client";
import { keyOf, nowKnown } from "@/api/keys";
import { useInTurn } from "@/api/inTurn";
import { useKit, useNames, useProfile, useWords } from "@/api/queries";
import Choice from "@/fields/Choice.vue";
import NumberField from "@/fields/NumberField.vue";
import { listed, orNone } from "@/fields/options";
import Tick from "@/fields/Tick.vue";
import Conflict from "../Conflict.vue";
import Account from "./Account.vue";
import Browsers from "./Browsers.vue";
import Factor from "./Factor.vue";
import Habits from "./Habits.vue";
import Password from "./Password.vue";
import Steadiness from "./Steadiness.vue";
import Trial from "./Trial.vue";
import { useTrial } from "./useTrial";

/** The account folds; an address with a part of it opens it. */
const route = useRoute();
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
      await nowKnown(queries, keyOf("profile"), answer);
      errors.value = {};
      state.value = "saved";
    } catch (error) {
      state.value = "";
      const current = newerIn<Person>(error);
      if (current) [theirs.value, version.value] = [current.document, current.version];
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
    await nowKnown(queries, keyOf("profile"), { document: theirs.value, version: version.value });
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
const { trial, affected, wrong, weigh, settle: settleTrial, leaving } = useTrial(() => person.value as Person, change);
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
          @change="(v) => v && change((p) => ((p.steadiness = v), (p.steadiness_between = null)))"
        />
        <span v-if="person.steadiness_between" class="quiet"
          >{{
            person.steadiness_learned?.value === person.steadiness
              ? `learned from ${person.steadiness_learned?.frames} of your frames`
              : "measured"
          }}, from {{ person.steadiness_between[0] }} to {{ person.steadiness_between[1] }}; 1 is an ordinary hand</span
        >
        <span v-else class="quiet">1 is an ordinary hand, 2 holds one stop longer</span>
      </div>
      <Steadiness @keep="(f) => change((p) => ((p.steadiness = f.steadiness), (p.steadiness_between = [f.low, f.high])))" />
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
        <Choice
          name="what comes first in range"
          :model-value="person.range_first"
          :options="words?.choices.range_first ?? []"
          @update:model-value="(v) => change((p) => (p.range_first = v as never))"
        />
      </div>
      <div class="row">
        <span class="label">lamps on</span>
        <Choice
          name="mains frequency"
          :model-value="person.mains_hz"
          :options="words?.choices.mains_hz ?? []"
          @update:model-value="(v) => change((p) => (p.mains_hz = v as never))"
        />
      </div>
      <div class="row">
        <span class="label">following</span>
        <Tick
          class="wide"
          :model-value="person.practised_follower"
          @update:model-value="(on) => change((p) => (p.practised_follower = on))"
          >I am practised at following movement: half of what others leave is left</Tick
        >
      </div>
      <div class="row">
        <span class="label">looked at</span>
        <Choice
          name="acuity"
          :model-value="person.acuity"
          :options="words?.choices.acuity ?? []"
          @update:model-value="(v) => change((p) => (p.acuity = v as never))"
        />
      </div>
      <div class="row">
        <span class="label">distances in</span>
        <Choice
          name="units"
          :model-value="person.units"
          :options="words?.choices.units ?? []"
          @update:model-value="(v) => change((p) => (p.units = v as never))"
        />
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
        <Choice
          :name="names.decision(decision)"
          :model-value="chosen(decision)"
          :options="orNone('decide for me', listed(schools))"
          @update:model-value="(v) => school(decision, v)"
        />
        <span v-if="person.schools?.[decision]" class="quiet"
          >costs {{ schools.find((s) => s.slug === person?.schools?.[decision])?.costs }}</span
        >
        <Trial v-if="trial?.at === decision" :affected="affected" :wrong="wrong" :leaving="leaving" @settle="settleTrial" />
      </div>
    </section>
    <Habits :person="person" :errors="errors" @change="change" />
    <details id="account" class="fold account" :open="!!route.hash || undefined">
      <summary>Your account: password, second factor, browsers, taking everything away</summary>
      <Password />
      <Factor />
      <Browsers />
      <Account />
    </details>
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
.account {
  column-span: all;
  border-top: 1px solid var(--ink);
  margin-top: 24px;
}
.account[open] {
  columns: 2 480px;
  column-gap: 36px;
}
.account > summary {
  column-span: all;
}
.account > :deep(*) {
  break-inside: avoid;
}
.row {
  display: grid;
  grid-template-columns: 112px auto 1fr;
  gap: 0 14px;
  min-height: 44px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
}
.row.wide {
  grid-template-columns: 200px auto 1fr;
}
.row :deep(input:not([type="checkbox"])),
.row :deep(.choice) {
  min-height: 44px;
}
.reason {
  padding-bottom: 8px;
}
.quiet {
  font-size: 13px;
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
