<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, ProblemError, take, type Schemas, type Situation } from "@/api/client";
import { changed } from "@/api/keys";
import { useInTurn } from "@/api/inTurn";
import { patched } from "../bench/byHand";
import Along from "./Along.vue";
import Course from "./Course.vue";
import JudgeFrames from "./JudgeFrames.vue";
import LostTo from "./LostTo.vue";

/** A picture of the day beside what was shot of it. */
const props = defineProps<{ id: number; picture: Schemas["BesidePlan"]; pictures: Schemas["BesidePlan"][] }>();
const queries = useQueryClient();
const judging = ref(false);
const said = ref("");
const wrong = ref("");
const frames = (n: number): string => (n === 1 ? "1 frame" : `${n} frames`);
const facts = computed(() => {
  const p = props.picture;
  return [
    p.judged ? `${p.kept} kept of ${p.judged} judged` : "none judged yet",
    !p.problem && p.frames > p.others && `${p.as_planned} as planned`,
    p.burnt && `${p.burnt} burnt more than usual`,
    p.soft && `${p.soft} softer than their output hides`,
    p.shaken && `${p.shaken} shaken, smeared as a whole`,
    p.left_dark && `${p.left_dark} left dark by the body at its limits`,
    p.over_ceiling && `${p.over_ceiling} over the ISO ceiling`,
    p.under_slowest && `${p.under_slowest} slower than the slowest time`,
    p.untold && `${p.untold} do not tell their dials`,
    p.others && `${p.others} by another body, not laid beside this plan`,
  ].filter(Boolean);
});
const most = computed(() => Math.max(1, ...props.picture.levels.map((one) => one.frames)));
const share = (n: number): string => `${(100 * n) / most.value}%`;
/** The situation is changed where it stands; its bench shows what comes of it, and undoes it. */
const hold = useInTurn(
  () => `situation-${props.picture.id}`,
  async (way: Schemas["WayOutOut"]) => {
    const path = { pk: props.picture.id };
    [said.value, wrong.value] = ["", ""];
    try {
      const now = await take(client.GET("/api/situations/{pk}", { params: { path } }));
      const body = patched(now.document as Record<string, unknown>, way.patch) as unknown as Situation;
      await take(client.PUT("/api/situations/{pk}", { params: { path, header: { "If-Match": now.version } }, body }));
      said.value = "held from now on; the bench undoes it";
    } catch (error) {
      wrong.value =
        error instanceof ProblemError ? Object.values(error.places)[0] || error.message : "The server cannot be reached.";
    }
    await changed(queries, "outings");
  },
);
</script>

<template>
  <section class="back" :aria-label="`${picture.title}, beside its plan`">
    <h2>
      <RouterLink :to="{ name: 'bench', params: { id: picture.id } }">{{ picture.starts_at }} {{ picture.title }}</RouterLink>
      <span class="quiet">{{ frames(picture.frames) }}</span>
    </h2>
    <p>{{ facts.join("; ") }}.</p>
    <LostTo v-if="picture.lost.length" :kept="picture.kept" :lost="picture.lost" />
    <p v-if="picture.in_focus">{{ picture.in_focus }}</p>
    <p v-for="words in [...picture.stood, ...picture.course.said]" :key="words">{{ words }}</p>
    <p v-if="picture.problem" class="error">{{ picture.problem }}</p>
    <div class="two">
      <Along v-if="picture.dots.length" :picture="picture" />
      <table v-if="picture.levels.length" class="levels">
        <caption class="visually-hidden">
          frames by light, beside the plan
        </caption>
        <tbody>
          <tr v-for="level in picture.levels" :key="level.ev100">
            <th scope="row">{{ level.figures }}</th>
            <td class="bar" aria-hidden="true">
              <span :style="{ width: share(level.frames) }"
                ><i :style="{ width: `${(100 * level.kept) / level.frames}%` }"></i
              ></span>
            </td>
            <td class="number">
              {{ level.frames }}<span v-if="level.judged" class="quiet">, {{ level.kept }} kept</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <ol v-if="picture.drifts.length" class="drifts" aria-label="what stood otherwise">
      <li v-for="drift in picture.drifts" :key="drift.begins_min + drift.dial">
        <b>{{ drift.begins }}{{ drift.ends !== drift.begins ? ` to ${drift.ends}` : "" }}</b> {{ drift.text }}
        <span v-if="drift.judged" class="quiet">{{ drift.kept }} of {{ drift.judged }} kept.</span>
      </li>
    </ol>
    <details v-if="picture.course.points.length > 1" class="fold">
      <summary>brightness and white along the hours</summary>
      <Course :course="picture.course" />
    </details>
    <p class="ways">
      <button v-for="way in picture.ways" :key="way.label" class="button" @click="hold(way)">{{ way.label }}</button>
      <button
        class="button"
        :aria-expanded="judging"
        :aria-label="`look through the frames of ${picture.title}`"
        @click="judging = !judging"
      >
        {{ judging ? "Done looking" : "Look through them" }}
      </button>
      <span class="quiet" role="status">{{ said }}</span>
    </p>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <JudgeFrames v-if="judging" :id="id" :situation="picture.id" :pictures="pictures" />
  </section>
</template>

<style scoped>
.back {
  padding: 14px 0 10px;
  border-top: 1px var(--ruled) var(--rule);
}
h2 {
  font: 600 18px/26px "Archivo Variable";
}
h2 .quiet {
  font-weight: 400;
  padding-left: 10px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
  gap: 8px 32px;
}
.levels {
  width: 100%;
  align-self: start;
  font-size: 13px;
}
.page .levels :is(th, td) {
  padding: 1px 8px 1px 0;
  border: 0;
  white-space: nowrap;
  vertical-align: middle;
}
.bar {
  width: 50%;
}
.bar span {
  display: block;
  height: 10px;
  border: 1px solid var(--ink);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--ink);
}
.drifts {
  margin: 6px 0;
  padding-left: 22px;
  max-width: 90ch;
}
.drifts li {
  padding: 2px 0;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  padding-top: 6px;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
