<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { Schemas } from "@/api/client";
import { useNames, useOutings } from "@/api/queries";
import FramePicture from "@/picture/FramePicture.vue";
import { frameAt, type View } from "@/picture/frames";
import Conflict from "../Conflict.vue";
import { byHand, type Dial } from "../bench/byHand";
import GoneKit from "../bench/GoneKit.vue";
import { useTypedDial } from "../bench/typedDial";
import { decided, useBench } from "../bench/useBench";
import Dials from "./Dials.vue";
import FrameStrip from "./FrameStrip.vue";
import Histograms from "./Histograms.vue";
import KeptFrames from "./KeptFrames.vue";
import OtherKit from "./OtherKit.vue";
import OwnPictures from "./OwnPictures.vue";
import PatternOverlay from "./PatternOverlay.vue";
import SideBySide from "./SideBySide.vue";
import UnderPicture from "./UnderPicture.vue";
import Verdicts from "./Verdicts.vue";
import ViewTabs from "./ViewTabs.vue";
import { useBeside } from "./useBeside";
import { PANES, UNDER, useLooking, VIEWS } from "./useLooking";
import { useFrame, useHistograms, useRehearsal, useTime } from "@/picture/useOnScene";
import { useOnRuler } from "./useOnRuler";
import { useRehearseKeys } from "./useRehearseKeys";
import Tick from "@/fields/Tick.vue";
import Places from "./Places.vue";
import FocusPane from "./focus/FocusPane.vue";
import { useFocus } from "./focus/useFocus";
import RulerBeside from "./RulerBeside.vue";
import { tried, type Trial } from "./tried";
import TimePane from "./TimePane.vue";
import WhitePane from "./WhitePane.vue";
import { useWhite } from "./useWhite";

const props = defineProps<{ id: number }>();
const bench = useBench(props.id, decided);
const { document, outing: of, asked, setup, errors, saved, theirs, missing, kit, gone, profile, change, undo, settle } = bench;
const { lock: hold } = byHand(change);
const { unread, lock, read } = useTypedDial(setup, hold);
const route = useRoute();
const router = useRouter();
const { view, x, y, scene, own, seed, pane, under, go, rehearseOn, turn } = useLooking();
const SERVED = new Set(["metering", "range", "bracketing", "iso_limits", "white", "focus", "shutter_type"]);

const what = { scene, own, seed };
/** How often distances have been painted: the question is the same then, and its answer another. */
const painted = ref(0);
/** What a hand draws along a ruler: the picture follows it. */
const trial = shallowRef<Trial | null>(null);
const question = computed(() => (asked.value && painted.value >= 0 ? tried({ ...asked.value }, trial.value) : null));
const { answer: now, wrong } = useFrame({ asked: question, what });
const { answer: told, wrong: untold } = useRehearsal({ asked: question, what });
const { data: outings } = useOutings();
const outing = computed(() => outings.value?.find((o) => o.id === of.value));

/** To what is worked at under it the picture gives way, at once: nothing moves while one scrolls or presses. */
const working = computed(() => under.value !== "frames");
const marks = ref(true);
const cropOf = ref<View>("pixels");
const token = computed(() => now.value?.frame.token ?? "");
const aspect = computed(() => now.value?.aspect ?? 1.5);
const wide = computed(() => Math.min(1392, Math.round(696 * Math.max(1, window.devicePixelRatio))));
const onScene = { asked, what };
const white = useWhite(
  { asked: question, what },
  computed(() => under.value === "white"),
  change,
);
const feet = computed(() => profile.value?.document.units === "feet");
const focus = useFocus(
  { asked: question, what },
  computed(() => under.value === "focus"),
  change,
  setup,
);
const { answer: time, wrong: untimed } = useTime({
  asked: computed(() => (under.value === "time" ? question.value : null)),
  what,
});
const unruled = computed(() => ruler.wrong.value || white.wrong.value || focus.wrong.value || untimed.value);
const ruler = useOnRuler(onScene, { change, go, route, setup, step: exposeBy, document });
const { metering, pattern, seen, dragging } = ruler;
const { data: looked } = useHistograms(computed(() => seen.value?.token ?? ""));
const src = computed(() => {
  if (!token.value || view.value === "beside" || view.value === "own") return "";
  if (seen.value) return frameAt(seen.value.token, { view: seen.value.view, width: wide.value, marks: marks.value });
  if (trial.value !== null && view.value === "pixels")
    return frameAt(token.value, { view: cropOf.value, width: 464, x: x.value, y: y.value });
  if (dragging.value || trial.value !== null) return frameAt(token.value, { view: "finder", width: 232, marks: false });
  if (view.value === "pixels") return frameAt(token.value, { view: cropOf.value, width: 696, x: x.value, y: y.value });
  return frameAt(token.value, { view: view.value, width: wide.value, marks: marks.value });
});
const alt = computed(() => {
  const label = VIEWS.find((v) => v.slug === view.value)?.label ?? "";
  return `${now.value?.scene.title ?? ""}, ${label}: ${now.value?.frame.figures.said ?? ""}`;
});
const warned = computed(() => {
  const found = told.value;
  if (!found || !marks.value) return "";
  const { warned_share, raw_share } = found.lost;
  const part = (share: number): string => `${(share * 100).toFixed(1)}\u00a0%`;
  if (view.value === "finder" && warned_share > 0.001)
    return `${part(warned_share)} of the picture is warned of; the raw has lost ${part(raw_share)}`;
  if (view.value === "raw" && raw_share > 0.001) return `${part(raw_share)} of the picture is gone`;
  return "";
});

function lookCloser(event: MouseEvent): void {
  if (view.value === "beside") return;
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
  const at = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height];
  if (white.measuring.value && under.value === "white") return white.measure({ x: at[0] ?? 0.5, y: at[1] ?? 0.5 });
  if (view.value !== "pixels") go({ view: "pixels", x: at[0]?.toFixed(3), y: at[1]?.toFixed(3) });
}
function pan(dx: number, dy: number): void {
  if (view.value !== "pixels") return;
  const step = 0.25 * (696 / (told.value?.pixels_across ?? 6000));
  go({
    x: Math.min(1, Math.max(0, x.value + dx * step)).toFixed(4),
    y: Math.min(1, Math.max(0, y.value + dy * step * aspect.value)).toFixed(4),
  });
}
/** The frame one might take that is looked at. */
const taking = computed(() => told.value?.variants.find((one) => one.frame.token === seen.value?.token));
function lookAt(variant: Schemas["VariantOut"]): void {
  if (view.value !== "finder" && view.value !== "raw") go({ view: undefined });
  ruler.see({ token: variant.frame.token, words: `${variant.label}: ${variant.words}`, view: "finder" });
}
function takeOver(variant: Schemas["VariantOut"]): void {
  if (variant.frames > 1) return setBeside(variant.slug);
  const { shutter_s, aperture, iso } = variant.frame.figures;
  const own = variant.settings;
  change((d) => (Object.keys(own).length ? (d.settings = { ...d.settings, ...own }) : (d.locks = { shutter_s, aperture, iso })));
}
function step(dial: Dial, by: number): void {
  const values = setup.value?.dials[dial] ?? [];
  const next = values[values.findIndex((v) => v.value === setup.value?.exposure[dial]) + by];
  if (next) lock(dial, next.value);
}
/** The exposure itself: what else is set stays, so that nothing makes up for it. */
function exposeBy(by: number): void {
  const { shutter_s, aperture, iso } = setup.value?.exposure ?? {};
  const values = setup.value?.dials.shutter_s ?? [];
  const next = values[values.findIndex((v) => v.value === shutter_s) + by];
  if (next) change((d) => (d.locks = { shutter_s: next.value, aperture, iso }));
}
const { besides, chosen, setBeside, besideToken, side } = useBeside(go, now, told);
const sideView = ref<View>("finder");
/** Decisions that are judged on the picture: each is taken on the bench. */
const served = computed(() => setup.value?.decisions.filter((d) => SERVED.has(d.decision)) ?? []);
const names = useNames();
const keeper = ref<InstanceType<typeof KeptFrames>>();
useRehearseKeys(UNDER, {
  bench: () => void router.push({ name: "bench", params: { id: props.id } }),
  turn,
  marks: () => (marks.value = !marks.value),
  keep: () => keeper.value?.keep(),
  expose: exposeBy,
  again: () => go({ seed: seed.value + 1 }),
  pan,
  variants: () => told.value?.variants ?? [],
  look: lookAt,
  take: () => taking.value && takeOver(taking.value),
  under: (name) => go({ under: name === "frames" ? undefined : name }),
  asSet: () => ruler.see(null),
  undo: () => void undo(),
});
watch(view, () => (cropOf.value = "pixels"));
onBeforeUnmount(() => void bench.put());
</script>

<template>
  <Teleport to="#head-place">
    <span v-if="document" class="place">
      <RouterLink v-if="outing" :to="{ name: 'day', params: { id: outing.id } }" class="outing">{{
        [outing.title, outing.place].filter(Boolean).join(", ")
      }}</RouterLink>
      <RouterLink :to="{ name: 'bench', params: { id } }"
        >{{ document.starts_at.slice(0, 5) }}&ensp;{{ document.title }}</RouterLink
      >
      <span class="quiet" role="status">{{ saved }}</span>
    </span>
  </Teleport>
  <main v-if="missing" class="alone">
    <p>This situation is not here. <RouterLink :to="{ name: 'outings' }">Go to your outings</RouterLink></p>
  </main>
  <main v-else-if="document && kit" class="rehearse">
    <h1 class="visually-hidden">Rehearse: {{ document.title }}</h1>
    <Conflict v-if="saved === 'conflict' && theirs" :mine="document" :theirs="theirs" @settle="settle" />
    <section class="look" aria-label="the picture">
      <div class="stays" :class="{ free: view === 'own', small: working }">
        <ViewTabs
          :view="view"
          :views="VIEWS"
          :picked="own ? `own-${own}` : (scene ?? '')"
          :usual="scene || own ? '' : (now?.scene.title ?? '')"
          :own="own ? { value: `own-${own}`, title: told?.scene.title ?? 'my own picture' } : null"
          @view="(slug) => go({ view: slug })"
          @pick="rehearseOn"
        />
        <p v-if="wrong || untold" class="error" role="alert">{{ wrong || untold }}</p>
        <SideBySide
          v-if="view === 'beside'"
          :frames="side"
          :view="sideView"
          :x="x"
          :y="y"
          @place="(a, b) => go({ x: a.toFixed(3), y: b.toFixed(3) })"
        />
        <OwnPictures
          v-else-if="view === 'own'"
          :id="id"
          :chosen="own"
          :rest="setup?.taken.distance_m ?? 1"
          :feet="feet"
          @choose="(n) => rehearseOn(n ? `own-${n}` : '')"
          @painted="painted += 1"
        />
        <div v-else class="picture" :class="{ closer: view !== 'pixels' }" @click="lookCloser">
          <FramePicture :src="src" :alt="alt" :aspect="aspect" place="main" asks>
            <PatternOverlay
              v-if="under === 'metering' && metering && view === 'finder'"
              :found="metering"
              :pattern="pattern"
              @spot="ruler.holdSpot"
            />
            <Places v-if="under === 'white'" :places="white.places.value" :found="white.measured.value" />
            <span v-if="seen" class="told">{{ seen.words }}</span>
            <span v-else-if="warned" class="told">{{ warned }}</span>
          </FramePicture>
        </div>
      </div>
      <div class="under">
        <p v-if="seen" class="quiet">
          <button v-if="taking" class="button strong" @click="takeOver(taking)">
            {{ taking.frames > 1 ? "Set it beside" : "Take it over" }}
          </button>
          <button class="button" @click="ruler.see(null)">Back to the frame as set</button>
        </p>
        <p v-else-if="view !== 'own'" class="quiet">{{ now?.scene.problem }}</p>
        <Tick v-if="view === 'finder' || view === 'raw'" v-model="marks">marks</Tick>
        <Tick
          v-if="view === 'beside'"
          :model-value="sideView === 'pixels'"
          @update:model-value="(on) => (sideView = on ? 'pixels' : 'finder')"
          >at 100 %</Tick
        >
        <span v-if="view === 'pixels'" class="quiet">one pixel of the body for each of the screen; arrows move</span>
      </div>
      <div class="panes" role="group" aria-label="under the picture">
        <button
          v-for="p in PANES"
          :key="p"
          class="plain tab"
          :class="{ narrow: p === 'tones' || p === 'figures' }"
          :aria-pressed="pane === p"
          @click="go({ under: p === 'frames' ? undefined : p })"
        >
          {{ p }}
        </button>
      </div>
      <p v-if="unruled" class="error" role="alert">{{ unruled }}</p>
      <div v-if="under !== 'frames'" class="pane" :class="{ chosen: pane === under }">
        <WhitePane v-if="under === 'white'" :white="white" :aspect="aspect" />
        <TimePane v-else-if="under === 'time'" :told="time" @time="(t) => lock('shutter_s', t)" />
        <FocusPane v-else-if="under === 'focus'" :focus="focus" :feet="feet" />
        <UnderPicture v-else :id="id" :under="under" :ruler="ruler" :token="token" :aspect="aspect" :held="onScene" />
      </div>
      <FrameStrip
        v-if="told && under === 'frames'"
        class="pane"
        :class="{ chosen: pane === 'frames' }"
        :variants="told.variants"
        :token="token"
        :beside="besides"
        :left="seen?.token ?? ''"
        @look="lookAt"
        @beside="setBeside"
      />
    </section>
    <RulerBeside
      :pane="pane"
      :under="under"
      :told="told"
      :white="white"
      :focus="focus"
      :ruler="ruler"
      :setup="setup"
      :feet="feet"
      :time="time"
      @try="(t) => (trial = t)"
      @hold="(h) => (dragging = h)"
      @lock="(dial, value) => lock(dial, value)"
    />
    <section v-if="setup" class="right pane" :class="{ chosen: pane === 'figures' }" aria-label="figures and decisions">
      <Dials :setup="setup" :locks="document.locks ?? {}" :unread="unread" @step="step" @hold="lock" @read="read" />
      <template v-if="told">
        <Verdicts :verdicts="told.verdicts" />
        <p v-if="seen" class="quiet">of the frame that is looked at:</p>
        <Histograms
          v-bind="seen && looked ? looked : { tones: told.tones, clips: told.window.clips, warns: told.window.warns }"
        />
      </template>
      <p v-for="made in served" :key="made.decision" class="made">
        <RouterLink :to="{ name: 'bench', params: { id }, query: { row: made.decision } }">
          <span class="label">{{ names.decision(made.decision) }}</span><b>{{ made.value }}</b>
        </RouterLink>
      </p>
      <OtherKit :asked="asked" :kit="kit" :what="{ scene: now?.scene.slug ?? null, own, seed }" @beside="besideToken" />
      <KeptFrames
        :id="id"
        ref="keeper"
        :token="token"
        :aspect="aspect"
        :beside="chosen.map((c) => c.token)"
        @beside="(t, label) => besideToken({ token: t, label, aspect })"
      />
    </section>
    <section v-else class="right">
      <GoneKit :id="id" :gone="gone" />
      <p v-for="(sentence, place) in errors" :key="place" class="error" role="alert">{{ sentence }}</p>
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
.rehearse {
  display: grid;
  grid-template-columns: 696px 252px minmax(0, 1fr);
  gap: 0 20px;
  padding: 0 24px 24px;
}
.alone {
  padding: 48px 24px;
}
/* The picture stays in sight while what stands under it is read. */
@media (min-width: 1181px) and (min-height: 700px) {
  .stays:not(.free),
  .middle {
    position: sticky;
    top: 0;
    z-index: 1;
    background: var(--bg);
    align-self: start;
  }
}
@media (min-width: 1181px) and (min-height: 700px) and (max-height: 1100px) {
  .stays.small .picture {
    width: 58%;
  }
}
.picture.closer {
  cursor: zoom-in;
}
.told {
  position: absolute;
  top: 10px;
  right: 10px;
  background: var(--bg);
  color: var(--ink);
  padding: 1px 8px;
  font-weight: 560;
}
.under {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  padding: 6px 0 10px;
}
.under > * + * {
  flex: none;
}
.panes {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  border-bottom: 1px solid var(--ink);
  margin-bottom: 10px;
}
.narrow {
  display: none;
}
.made a {
  display: grid;
  width: 100%;
  grid-template-columns: 84px minmax(0, 1fr);
  gap: 0 8px;
  align-items: baseline;
  min-height: 32px;
  padding: 7px 0;
  text-decoration: none;
  border-bottom: 1px var(--ruled) var(--rule);
}
.made a:hover b {
  text-decoration: underline;
}
/* On a wide screen the picture has what there is. */
@media (min-width: 1600px) {
  .rehearse {
    grid-template-columns: minmax(0, 1040px) 252px minmax(262px, 360px);
    justify-content: space-between;
  }
}
@media (max-width: 1180px) {
  .rehearse {
    grid-template-columns: minmax(0, 1fr) 252px;
  }
  .right {
    grid-column: 1 / -1;
  }
}
@media (max-width: 760px) {
  .narrow {
    display: inline-block;
  }
  .pane:not(.chosen) {
    display: none;
  }
  .rehearse {
    grid-template-columns: minmax(0, 1fr);
    padding: 0 16px 24px;
  }
}
</style>
