<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { keyOf } from "@/api/keys";
import { useProfile } from "@/api/queries";
import { useProfileChange } from "../useProfileChange";
import KeptRates from "./KeptRates.vue";

/** What judged frames of all days tell of the one who took them, taken into the profile by a press and given back by one. */
const { data } = useQuery({ queryKey: keyOf("learned"), queryFn: () => take(client.GET("/api/learned")) });
const { data: profile } = useProfile();
const keep = useProfileChange();
type Person = Partial<Schemas["PersonForm"]>;
const person = computed(() => profile.value?.document);
const wrong = ref("");
async function save(change: Person): Promise<void> {
  wrong.value = "";
  try {
    await keep(change);
  } catch (error) {
    wrong.value = error instanceof ProblemError ? error.message : "The server cannot be reached; nothing was changed.";
  }
}
function without<T>(map: Record<string, T> | undefined, name: string): Record<string, T> {
  return Object.fromEntries(Object.entries(map ?? {}).filter(([key]) => key !== name));
}
/** What was learned and stands now; what stood before it is kept with it, so that it can be given back on any day. */
const standing = (body: string): Schemas["LearnedForm"] | undefined => {
  const learned = person.value?.ceilings_learned?.[body];
  return learned?.value === person.value?.iso_ceilings?.[body] ? learned : undefined;
};
const hand = computed(() => {
  const learned = person.value?.steadiness_learned;
  return learned && learned.value === person.value?.steadiness ? learned : undefined;
});
function takeCeiling(one: Schemas["IsoLearnedOut"]): void {
  if (one.iso === null) return;
  const ceilings = { ...person.value?.iso_ceilings, [one.body]: one.iso };
  const learned = { value: one.iso, frames: one.frames, before: one.now };
  void save({ iso_ceilings: ceilings, ceilings_learned: { ...person.value?.ceilings_learned, [one.body]: learned } });
}
function giveCeilingBack(body: string): void {
  const stood = standing(body)?.before ?? null;
  const ceilings = without(person.value?.iso_ceilings, body);
  if (stood !== null) ceilings[body] = stood;
  void save({ iso_ceilings: ceilings, ceilings_learned: without(person.value?.ceilings_learned, body) });
}
function takeHand(one: Schemas["HandLearnedOut"]): void {
  if (one.steadiness === null || one.low === null || one.high === null) return;
  void save({
    steadiness: one.steadiness,
    steadiness_between: [one.low, one.high],
    steadiness_learned: { value: one.steadiness, frames: one.frames, before: one.now },
  });
}
const giveHandBack = (): void =>
  void save({ steadiness: hand.value?.before ?? 1, steadiness_between: null, steadiness_learned: null });
const practice = computed(() => {
  const learned = person.value?.practice_learned;
  return learned && learned.value === person.value?.practised_follower ? learned : undefined;
});
function takePractice(one: Schemas["PracticeOut"]): void {
  if (one.practised === null) return;
  const learned = { value: one.practised, frames: one.frames, before: one.now };
  void save({ practised_follower: one.practised, practice_learned: learned });
}
const givePracticeBack = (): void => void save({ practised_follower: practice.value?.before ?? false, practice_learned: null });
const now = (one: Schemas["IsoLearnedOut"]): string =>
  one.now === null ? "Its ceiling is computed now." : one.taken ? "It is your ceiling." : `Your ceiling is ISO ${one.now} now.`;
</script>

<template>
  <section v-if="data?.judged" class="learned" aria-label="what your frames tell of you">
    <h2>What your frames tell of you</h2>
    <p class="quiet">From {{ data.judged }} judged frames of all your days; a burnt one tells nothing of its ISO.</p>
    <article v-for="one in data.isos" :key="one.body">
      <p>{{ one.text }}</p>
      <KeptRates
        v-if="one.rates.length > 1"
        :rates="one.rates"
        label="share kept by ISO"
        :at="one.at_stops"
        :low="one.low_stops"
        :high="one.high_stops"
      />
      <p v-if="one.iso !== null" class="acts">
        <span class="quiet"
          >{{ now(one) }} In nineteen of twenty cases it lies between ISO {{ one.low }} and {{ one.high }}.</span
        >
        <button v-if="!one.taken" class="button" :aria-label="`Take ISO ${one.iso} as the ceiling`" @click="takeCeiling(one)">
          Take ISO {{ one.iso }}
        </button>
        <button v-if="standing(one.body)" class="button" @click="giveCeilingBack(one.body)">Give it back</button>
      </p>
    </article>
    <article>
      <p>{{ data.hand.text }}</p>
      <KeptRates v-if="data.hand.rates.length > 1" :rates="data.hand.rates" label="share kept by time" />
      <p v-if="data.hand.steadiness !== null" class="acts">
        <span class="quiet"
          >Steadiness {{ data.hand.steadiness }}, from {{ data.hand.low }} to {{ data.hand.high }}; {{ data.hand.now }} is set
          now.</span
        >
        <button v-if="!data.hand.taken" class="button" @click="takeHand(data.hand)">Take {{ data.hand.steadiness }}</button>
        <button v-if="hand" class="button" @click="giveHandBack">Give it back</button>
      </p>
    </article>
    <article v-for="by in data.kept_by.filter((one) => one.rates.length > 1)" :key="by.of">
      <p>By {{ by.of }}, about each of these:</p>
      <KeptRates :rates="by.rates" :label="`share kept by ${by.of}`" />
    </article>
    <article>
      <p>{{ data.following.text }}</p>
      <p v-if="data.following.practised !== null" class="acts">
        <span class="quiet">Your profile says {{ data.following.now ? "practised" : "ordinary" }}.</span>
        <button v-if="!data.following.taken" class="button" @click="takePractice(data.following)">
          Take {{ data.following.practised ? "practised" : "ordinary" }}
        </button>
        <button v-if="practice" class="button" @click="givePracticeBack">Give it back</button>
      </p>
    </article>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
  </section>
</template>

<style scoped>
.learned {
  border-top: 1px var(--ruled) var(--rule);
  padding: 14px 0;
}
h2 {
  font: 600 18px/26px "Archivo Variable";
}
article {
  padding: 8px 0;
}
article > p {
  max-width: 80ch;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
</style>
