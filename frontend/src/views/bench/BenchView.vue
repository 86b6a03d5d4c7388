<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { useEventListener, useMediaQuery } from "@vueuse/core";
import { computed, defineAsyncComponent, onBeforeUnmount, ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import { awaited } from "@/api/idle";
import { client, ProblemError, take, type Concession, type Situation } from "@/api/client";
import { changed } from "@/api/keys";
import { useNames, useOutings, useWords } from "@/api/queries";
import { usualTitle } from "@/words";
import FramePicture from "@/picture/FramePicture.vue";
import { frameAt } from "@/picture/frames";
import { asItIs } from "@/picture/what";
import { useFrame } from "@/picture/useOnScene";
import Staff from "@/ruler/Staff.vue";
import Stops from "@/ruler/Stops.vue";
import Conflict from "../Conflict.vue";
import { useProfileChange } from "../useProfileChange";
import { useTypedDial } from "./typedDial";
import { byHand } from "./byHand";
import Decisions from "./Decisions.vue";
import GoneKit from "./GoneKit.vue";
import Figures from "./Figures.vue";
import GivesFirst from "./GivesFirst.vue";
import OpenRow from "./OpenRow.vue";
import Pairs from "./Pairs.vue";
import SituationPane from "./SituationPane.vue";
import { decided, useBench } from "./useBench";
import { useBenchKeys } from "./useBenchKeys";
import { useInLight } from "./useInLight";
import { useNowLine } from "./useNowLine";
import { useTold } from "./useTold";

/** Folded as the page comes: it is not waited for. */
const DetailsPane = defineAsyncComponent(() => awaited(import("./DetailsPane.vue")));

const BenchSky = defineAsyncComponent(() => awaited(import("./BenchSky.vue")));
const props = defineProps<{ id: number }>();
const bench = useBench(props.id, decided);
const { ladder, neighbours, unread, clashes, wrong } = useTold(bench.answered);
const { answer: frame } = useFrame({ asked: bench.asked, what: asItIs() });
const {
  document,
  day,
  asked,
  answered,
  setup,
  errors,
  saved,
  savedAt,
  theirs,
  missing,
  steps,
  kit,
  gone,
  profile,
  change,
  undo,
  redo,
  settle,
} = bench;
const { data: words } = useWords();
const names = useNames();
/** Change a situation; a name that nobody gave it goes with what it is and when. */
function edited(edit: (d: Situation) => void): void {
  const usual = (d: Situation): string => usualTitle(words.value, d.genre, d.subject, d.starts_at);
  change((d) => {
    const unnamed = d.title === usual(d);
    edit(d);
    if (unnamed) d.title = usual(d);
  });
}
const { data: outings } = useOutings();
const router = useRouter();
const route = useRoute();
const queries = useQueryClient();

const { zero, now, moved, setNow } = useNowLine(ladder);
const { there, decided: decidedThere, lights, unseen } = useInLight(bench.answered, moved);
const picture = computed(() => there.value?.frame ?? frame.value?.frame);

const outing = computed(() => outings.value?.find((o) => o.id === bench.outing.value));
/** ISO that is given costs nothing one sees as long as the body bears it. */
const OF_ISO = new Set(["iso", "noise"]);
const comfortable = computed(() => (ladder.value[now.value]?.iso ?? Infinity) <= (setup.value?.iso_limits.comfort ?? 0));
const ledger = computed(() => {
  const gave = ladder.value[now.value]?.gave ?? {};
  return Object.entries(gave)
    .filter(([, v]) => v > 0.02)
    .map(([intent, v]) => ({ name: names.intent(intent), stops: v, fine: OF_ISO.has(intent) && comfortable.value }));
});

/** On a phone the answer comes first, and what was asked lies folded under it. */
const phone = useMediaQuery("(max-width: 760px)");
const inShort = computed(() => {
  const d = document.value;
  const what = d ? usualTitle(words.value, d.genre, d.subject, d.starts_at) : "";
  return `What is asked: ${what}${setup.value ? `, ${setup.value.taken.focal_length_mm} mm` : ""}`;
});
const settingErrors = computed(() =>
  Object.entries({ ...wrong.value, ...errors.value }).filter(([place]) => place.startsWith("/settings")),
);
const giveError = computed(() => Object.entries(errors.value).find(([place]) => place.startsWith("/concessions"))?.[1]);

const hand = byHand(change);
const { school, setByHand, free } = hand;
const { unread: lockErrors, lock, read } = useTypedDial(setup, hand.lock);
const figureErrors = computed(() => ({
  ...Object.fromEntries(Object.entries(errors.value).filter(([place]) => /^(\/locks|\/profile|$)/.test(place))),
  ...lockErrors.value,
}));
/** The bar of noise is the person's: it is changed in the profile, for every picture. */
async function setBar(value: number): Promise<void> {
  const noise_bar = Math.min(100, Math.max(2, Math.round(value * 10) / 10));
  try {
    await changeProfile({ noise_bar });
  } catch (error) {
    lockErrors.value = { bar: error instanceof ProblemError ? error.message : "The server cannot be reached." };
  }
}
const changeProfile = useProfileChange();
function setRungs(rungs: Concession[] | null): void {
  change((d) => (d.concessions = rungs));
}
function takePair(body: string, lens: string, focal: number): void {
  change((d) => {
    [d.body, d.lens, d.focal_length_mm] = [body, lens, focal];
    d.locks = {};
  });
}
const making = ref(false);
async function makeCard(): Promise<void> {
  making.value = true;
  try {
    await bench.put();
    const card = await take(client.POST("/api/situations/{pk}/cards", { params: { path: { pk: props.id } } }));
    await changed(queries, "outings");
    await router.push({ name: "card", params: { id: card.id } });
  } finally {
    making.value = false;
  }
}
const toStaff = (): void => window.document.querySelector<HTMLElement>(".staff")?.focus();
useBenchKeys(props.id, { undo, redo, makeCard, line: { zero, now, setNow } });
onBeforeUnmount(() => void bench.put());
useEventListener(window, "beforeunload", () => void bench.put());
</script>

<template>
  <Teleport to="#head-place">
    <span v-if="document" class="place">
      <RouterLink v-if="outing" :to="{ name: 'day', params: { id: outing.id } }" class="outing">{{
        [outing.title, outing.place].filter(Boolean).join(", ")
      }}</RouterLink>
      <span>{{ document.starts_at.slice(0, 5) }}&ensp;{{ document.title }}</span>
      <span class="quiet saved" role="status">{{ saved === "saved" ? `saved ${savedAt}` : saved }}</span>
    </span>
  </Teleport>
  <main v-if="missing" class="alone">
    <p>This situation is not here. <RouterLink :to="{ name: 'outings' }">Go to your outings</RouterLink></p>
  </main>
  <main v-else-if="document && words && kit" class="bench">
    <a class="skip" href="#staff" @click.prevent="toStaff">To the staff</a>
    <h1 class="visually-hidden">{{ document.title }}</h1>
    <Conflict v-if="saved === 'conflict' && theirs" :mine="document" :theirs="theirs" @settle="settle" />
    <div class="left">
      <RouterLink
        v-if="frame"
        class="scene"
        :class="{ moved: there }"
        :to="{ name: 'rehearse', params: { id } }"
        :aria-label="`Rehearse: ${frame.scene.title}`"
      >
        <FramePicture
          :src="picture ? frameAt(picture.token, { view: 'finder', width: 264, marks: false }) : ''"
          :alt="`${frame.scene.title}, ${picture?.figures.said}`"
          :aspect="frame.aspect"
          place="bench"
        />
      </RouterLink>
      <details class="situation" :class="{ fold: phone }" :open="!phone || Object.keys(errors).length > 0 || undefined">
        <summary>{{ inShort }}</summary>
        <SituationPane
          :document="document"
          :setup="setup"
          :words="words"
          :kit="kit"
          :feet="profile?.document.units === 'feet'"
          :clock="day.utc_offset_min"
          :errors="errors"
          @change="edited"
        />
        <DetailsPane
          :document="document"
          :setup="setup"
          :words="words"
          :bag="profile?.document.filters_stops ?? []"
          :errors="errors"
          @change="edited"
        />
        <Pairs :asked="asked" :kit="kit" @take="takePair" />
      </details>
    </div>
    <section v-if="setup" class="centre" aria-labelledby="staff">
      <div class="title">
        <h2 id="staff">Light, stop by stop</h2>
        <p class="ledger">
          <template v-if="Array.isArray(ledger) && ledger.length"
            >given for it:
            <template v-for="(part, k) in ledger" :key="part.name"
              ><template v-if="k">, </template>{{ part.name }} gave <Stops :value="part.stops" /><template v-if="part.fine">
                in comfort</template
              ></template
            ></template
          ><template v-else>nothing gives</template>
        </p>
      </div>
      <p v-if="unread" class="error" role="alert">{{ unread }}</p>
      <p class="there" :class="{ looked: there }" role="status">
        <template v-if="there">
          <span
            >at <Stops :value="there.stops" signed />: {{ there.frame.figures.said }},
            {{ there.noise_seen ? "noise you would see" : "no noise you would see" }}</span
          >
          <button class="plain" @click="setNow(zero)">back to now</button>
        </template>
        <span v-else-if="unseen" class="error">{{ unseen }}</span>
        <span v-else class="quiet">drag the line: what if the light changes?</span>
      </p>
      <Staff
        v-if="ladder.length"
        :setup="setup"
        :ladder="ladder"
        :now="now"
        :stop="phone ? 16 : undefined"
        :frames="lights ?? null"
        @now="setNow"
      />
      <GivesFirst :setup="setup" :offers="words.rungs" :own="!!document.concessions" :error="giveError" @change="setRungs" />
    </section>
    <section v-if="setup" class="right" aria-label="Setup">
      <div class="figures">
        <Figures
          :id="id"
          :setup="setup"
          :neighbours="neighbours"
          :at="now === zero ? null : (ladder[now] ?? null)"
          :locks="document.locks ?? {}"
          :settings="document.settings ?? {}"
          :errors="figureErrors"
          @lock="lock"
          @read="read"
          @setting="setByHand"
          @mend="hand.mend"
        />
        <p v-for="[place, sentence] in settingErrors" :key="place" class="error" role="alert">
          {{ sentence }} <RouterLink :to="{ name: 'settings', params: { id } }">Go to it</RouterLink>
        </p>
      </div>
      <div class="rest">
        <Decisions
          :setup="setup"
          :asked="answered"
          :settings="document.settings ?? {}"
          :bar="profile?.document.noise_bar ?? 40"
          :errors="errors"
          :there="decidedThere"
          :first="String(route.query.row ?? '')"
          @school="school"
          @free="free"
          @setting="setByHand"
          @bar="setBar"
        >
          <template #ruler="{ decision }">
            <OpenRow
              :id="id"
              :decision="decision"
              :document="document"
              :asked="answered"
              :setup="setup"
              :words="words"
              :flashes="profile?.document.flashes ?? []"
              :feet="profile?.document.units === 'feet'"
              :hand="hand"
              :errors="errors"
              @change="change"
              @time="(t) => lock('shutter_s', t)"
            />
          </template>
        </Decisions>
        <BenchSky :asked="answered" @change="change" />
        <p v-if="clashes?.violations.length" class="clash" role="status">
          {{ clashes.violations.length === 1 ? "One thing does" : `${clashes.violations.length} things do` }} not go together:
          {{ clashes.violations[0]?.reason }}
          <RouterLink :to="{ name: 'settings', params: { id } }">See the smallest change</RouterLink>
        </p>
        <div v-for="caution in setup.cautions" :key="caution" class="caution">
          <p>{{ caution }}</p>
        </div>
        <div class="tools">
          <button class="button strong card" :disabled="making" @click="makeCard">Make the pocket card</button>
          <RouterLink class="button" :to="{ name: 'settings', params: { id } }">All {{ clashes?.settings }} settings</RouterLink>
          <RouterLink class="button" :to="{ name: 'rehearse', params: { id } }">Rehearse</RouterLink>
          <RouterLink class="button" :to="{ name: 'walk', params: { id } }">Through the menus</RouterLink>
          <button class="button" :disabled="!steps.undo && !steps.server" @click="undo">Undo</button>
          <button class="button" :disabled="!steps.redo" @click="redo">Redo</button>
        </div>
      </div>
    </section>
    <section v-else class="right waiting">
      <p v-for="(sentence, place) in errors" :key="place" class="error" role="alert">{{ sentence }}</p>
      <GoneKit v-if="kit.bodies.length" :id="id" :gone="gone" />
      <p v-if="!kit.bodies.length" class="reason">
        A setup is computed from a body and a lens. <RouterLink :to="{ name: 'kit' }">Add yours to the kit</RouterLink> first.
      </p>
    </section>
  </main>
</template>

<style scoped>
.place {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  align-items: baseline;
  overflow-wrap: anywhere;
}
.outing {
  font:
    italic 400 15px/18px "Literata Variable",
    serif;
  text-decoration: none;
}
.saved {
  font-stretch: 88%;
}
.bench {
  display: grid;
  grid-template-columns: 264px 432px minmax(0, 1fr);
  gap: 0 24px;
  padding: 0 24px 24px;
}
.alone {
  padding: 48px 24px;
}
.figures {
  display: contents;
}
.situation > summary {
  display: none;
}
.scene {
  display: block;
  margin-top: 12px;
}
.left .scene {
  position: sticky;
  top: 0;
  z-index: 2;
  background: var(--bg);
}
/* It keeps its room, so that the staff stays where it is while the line is dragged. */
.there {
  min-height: 28px;
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  align-items: baseline;
}
.looked {
  border-left: 3px solid var(--ink);
  padding-left: 8px;
  font-weight: 560;
}
.there button {
  min-height: 24px;
  font-weight: 480;
  text-decoration: underline;
}
.title {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
}
.title h2 {
  white-space: nowrap;
}
.ledger {
  font-weight: 520;
  font-size: 13px;
  text-align: right;
}
.clash {
  border: 1px dashed var(--error);
  padding: 8px 12px;
  margin-top: 12px;
}
.caution {
  margin-top: 12px;
}
.tools {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  padding-top: 16px;
}
@media (max-width: 1180px) {
  .bench {
    grid-template-columns: 264px minmax(0, 1fr);
  }
  .right {
    grid-column: 1 / -1;
  }
}
@media (min-width: 1181px) {
  .centre {
    position: sticky;
    top: 0;
    align-self: start;
  }
}
@media (max-width: 760px) {
  .there {
    min-height: 52px;
    align-content: start;
  }
  .bench {
    grid-template-columns: minmax(0, 1fr);
    padding: 0 16px 84px;
  }
  .left {
    display: contents;
  }
  .scene {
    order: 1;
    margin: 0 -16px;
  }
  .right:not(.waiting) {
    display: contents;
  }
  .figures {
    display: block;
    order: 2;
  }
  .centre {
    order: 3;
  }
  .rest {
    order: 4;
  }
  .waiting {
    order: 4;
  }
  .situation {
    order: 5;
    border-top: 1px solid var(--ink);
    margin-top: 16px;
  }
  .situation > summary {
    display: flex;
    min-height: 44px;
  }
  .card {
    position: fixed;
    inset: auto 16px 16px;
    z-index: 3;
  }
}
</style>
