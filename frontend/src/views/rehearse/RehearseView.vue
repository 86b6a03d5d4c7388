<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, onBeforeUnmount, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { client, take, type Schemas } from "@/api/client";
import { useOutings } from "@/api/queries";
import { offer } from "@/keys/actions";
import FramePicture from "@/picture/FramePicture.vue";
import { frameAt, type View } from "@/picture/frames";
import { scaled, type Own } from "@/picture/scaled";
import { useFrame } from "@/picture/useFrame";
import Conflict from "../Conflict.vue";
import { byHand, type Dial } from "../bench/byHand";
import Decisions from "../bench/Decisions.vue";
import { decided, useBench } from "../bench/useBench";
import Dials from "./Dials.vue";
import FrameStrip from "./FrameStrip.vue";
import Histograms from "./Histograms.vue";
import KeptFrames from "./KeptFrames.vue";
import OtherKit from "./OtherKit.vue";
import PatternOverlay from "./PatternOverlay.vue";
import SideBySide from "./SideBySide.vue";
import ToneRuler from "@/ruler/ToneRuler.vue";
import UnderPicture from "./UnderPicture.vue";
import { useBeside } from "./useBeside";
import { useRehearsal } from "@/picture/useRehearsal";
import { useOnRuler } from "./useOnRuler";

const props = defineProps<{ id: number }>();
const bench = useBench(props.id, decided);
const { document, outing: of, asked, setup, errors, saved, theirs, missing, kit, profile, change, undo, settle } = bench;
const { lock, school, setByHand } = byHand(change);
const route = useRoute();
const router = useRouter();
const VIEWS: { slug: View | "beside" | "own"; label: string }[] = [
  { slug: "finder", label: "finder" },
  { slug: "raw", label: "raw" },
  { slug: "scene", label: "the scene itself" },
  { slug: "pixels", label: "100 %" },
  { slug: "beside", label: "side by side" },
  { slug: "own", label: "my own picture" },
];
/** What stands under the picture; on a phone tones and figures are two more of these, at the desk they are always there. */
const UNDER = ["frames", "metering", "range", "sets", "series", "preview"] as const;
const PANES = [...UNDER, "tones", "figures"] as const;
type Pane = (typeof PANES)[number];
const SERVED = new Set(["metering", "range", "bracketing", "iso_limits", "white"]);

const one = (name: string): string => String(route.query[name] ?? "");
const view = computed(() => VIEWS.find((v) => v.slug === one("view"))?.slug ?? "finder");
const share = (name: string): number => Math.min(1, Math.max(0, one(name) === "" ? 0.5 : Number(one(name)) || 0));
const x = computed(() => share("x"));
const y = computed(() => share("y"));
const scene = computed(() => one("scene") || null);
const seed = computed(() => Math.max(1, Math.min(1_000_000, Math.round(Number(one("seed")) || 1))));
const pane = computed<Pane>(() => PANES.find((p) => p === one("under")) ?? "frames");
const under = computed<Pane>(() => (pane.value === "tones" || pane.value === "figures" ? "frames" : pane.value));
function go(query: Record<string, string | number | undefined>): void {
  void router.replace({ query: { ...route.query, ...query } });
}
const { frame: now, wrong } = useFrame(asked, scene, seed);
const { told, untold } = useRehearsal(asked, scene, seed);
const { data: scenes } = useQuery({ queryKey: ["scenes"], queryFn: () => take(client.GET("/api/scenes")), staleTime: Infinity });
const { data: outings } = useOutings();
const outing = computed(() => outings.value?.find((o) => o.id === of.value));

const marks = ref(true);
const cropOf = ref<View>("pixels");
const token = computed(() => now.value?.frame.token ?? "");
const aspect = computed(() => now.value?.aspect ?? 1.5);
const wide = computed(() => Math.min(1392, Math.round(696 * Math.max(1, window.devicePixelRatio))));
const own = ref<Own | null>(null);
const unread = ref("");
async function bring(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  if (!file) return;
  try {
    own.value = await scaled(file);
    unread.value = "";
    if (!["metering", "range", "sets"].includes(under.value)) go({ under: "metering" });
  } catch (error) {
    unread.value = (error as Error).message;
  }
}
const picture = computed(() => (view.value === "own" ? (own.value?.data ?? null) : null));
const onScene = { asked, scene, seed, picture };
const ruler = useOnRuler(onScene, { change, go, route, setup, step: exposeBy, document });
const { metering, pattern, seen, pointers, frames, dragging } = ruler;
const src = computed(() => {
  if (!token.value || view.value === "beside" || view.value === "own") return "";
  if (seen.value) return frameAt(seen.value.token, { view: seen.value.view, width: wide.value, marks: marks.value });
  if (dragging.value) return frameAt(token.value, { view: "finder", width: 232, marks: false });
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
  const part = (share: number): string => `${(share * 100).toFixed(1)} %`;
  if (view.value === "finder" && warned_share > 0.001)
    return `${part(warned_share)} of the picture is warned of; the raw has lost ${part(raw_share)}`;
  if (view.value === "raw" && raw_share > 0.001) return `${part(raw_share)} of the picture is gone`;
  return "";
});

function lookCloser(event: MouseEvent): void {
  if (view.value === "beside") return;
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
  const at = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height];
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
function takeOver(variant: Schemas["VariantOut"]): void {
  if (variant.frames > 1) return setBeside(variant.slug);
  const { shutter_s, aperture, iso } = variant.frame.figures;
  change((d) => (d.locks = { shutter_s, aperture, iso }));
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
/** The ruler with the tones of one's own picture in the scene's place. */
const onRuler = computed(() => {
  const found = ruler.own.value;
  if (!told.value || !found) return null;
  return { ...told.value, tones: { ...told.value.tones, shares: found.shares }, named: found.named };
});
const { besides, chosen, setBeside, besideToken, side } = useBeside(go, now, told);
const sideView = ref<View>("finder");
const only = computed(
  () => setup.value && { ...setup.value, decisions: setup.value.decisions.filter((d) => SERVED.has(d.decision)) },
);
const keeper = ref<InstanceType<typeof KeptFrames>>();
const turn = (by: number): void => {
  const at = VIEWS.findIndex((v) => v.slug === view.value);
  go({ view: VIEWS[(at + by + VIEWS.length) % VIEWS.length]?.slug });
};
const leave = offer([
  {
    id: "bench",
    label: "Back to the bench",
    keys: "b",
    run: () => void router.push({ name: "bench", params: { id: props.id } }),
  },
  { id: "view", label: "Next view", keys: "v", run: () => turn(1) },
  { id: "marks", label: "Marks on the picture, on and off", keys: "k", run: () => (marks.value = !marks.value) },
  { id: "keep", label: "Fire and keep", keys: "x", run: () => keeper.value?.keep() },
  { id: "darker-frame", label: "Darker: a shorter time, the rest held", keys: ",", run: () => exposeBy(1) },
  { id: "brighter-frame", label: "Brighter: a longer time, the rest held", keys: ".", run: () => exposeBy(-1) },
  { id: "again", label: "Another frame of the same", keys: "n", run: () => go({ seed: seed.value + 1 }) },
  { id: "left", label: "At 100 %: look left", keys: "ArrowLeft", run: () => pan(-1, 0) },
  { id: "right", label: "At 100 %: look right", keys: "ArrowRight", run: () => pan(1, 0) },
  { id: "up", label: "At 100 %: look up", keys: "ArrowUp", run: () => pan(0, -1) },
  { id: "down", label: "At 100 %: look down", keys: "ArrowDown", run: () => pan(0, 1) },
  ...[0, 1, 2, 3].map((k) => ({
    id: `variant-${k}`,
    label: `Take over frame ${k + 1} of those below`,
    keys: String(k + 1),
    run: () => {
      const found = told.value?.variants[k];
      if (found) takeOver(found);
    },
  })),
  ...UNDER.map((p, k) => ({
    id: `under-${p}`,
    label: `Under the picture: ${p}`,
    keys: `Shift+${"FMRSEP"[k]}`,
    run: () => go({ under: p === "frames" ? undefined : p }),
  })),
  { id: "as-set", label: "Back to the frame as set", keys: "Escape", run: () => ruler.see(null) },
  { id: "undo", label: "Undo", keys: "z", run: () => void undo() },
]);
watch(view, () => (cropOf.value = "pixels"));
onBeforeUnmount(() => {
  leave();
  void bench.put();
});
</script>

<template>
  <Teleport to="#head-place">
    <span v-if="document" class="place">
      <RouterLink v-if="outing" :to="{ name: 'day', params: { id: outing.id } }" class="outing"
        >{{ outing.title }}, {{ outing.place }}</RouterLink
      >
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
      <div class="stays">
        <div class="views">
          <div class="tabs" role="group" aria-label="views">
            <button
              v-for="v in VIEWS"
              :key="v.slug"
              class="plain tab"
              :aria-pressed="view === v.slug"
              @click="go({ view: v.slug })"
            >
              {{ v.label }}
            </button>
          </div>
          <div class="scene">
            <select
              class="plain"
              aria-label="scene"
              :value="scene ?? ''"
              @change="go({ scene: ($event.target as HTMLSelectElement).value || undefined })"
            >
              <option value="">{{ scene ? "the scene of this work" : (now?.scene.title ?? "the scene of this work") }}</option>
              <option v-for="s in scenes" :key="s.slug" :value="s.slug">{{ s.title }}</option>
            </select>
          </div>
        </div>
        <p v-if="wrong || untold" class="error" role="alert">{{ wrong || untold }}</p>
        <SideBySide
          v-if="view === 'beside'"
          :frames="side"
          :view="sideView"
          :x="x"
          :y="y"
          @place="(a, b) => go({ x: a.toFixed(3), y: b.toFixed(3) })"
        />
        <div v-else-if="view === 'own'" class="own">
          <div v-if="own" class="brought" :style="{ aspectRatio: String(own.aspect) }">
            <img :src="own.url" alt="my own picture" />
            <PatternOverlay
              v-if="under === 'metering' && metering?.own"
              :found="metering"
              :pattern="pattern"
              @spot="ruler.holdSpot"
            />
          </div>
          <p v-else class="reason">
            Bring a picture of the place: a frame from the phone or the camera. Patterns, spot, range and sets then work on it. It
            is scaled down here, its tones are read on the server, and nothing of it is kept.
          </p>
          <label class="button"
            >{{ own ? "Another picture" : "Choose a picture"
            }}<input
              type="file"
              accept="image/*"
              class="visually-hidden"
              aria-label="choose a picture of one's own"
              @change="bring"
          /></label>
          <p v-if="unread" class="error" role="alert">{{ unread }}</p>
          <p v-if="ruler.own.value" class="quiet">{{ ruler.own.value.words }}</p>
        </div>
        <div v-else class="picture" :class="{ closer: view !== 'pixels' }" @click="lookCloser">
          <FramePicture :src="src" :alt="alt" :aspect="aspect" place="main" asks>
            <PatternOverlay
              v-if="under === 'metering' && metering && view === 'finder'"
              :found="metering"
              :pattern="pattern"
              @spot="ruler.holdSpot"
            />
            <span v-if="seen" class="told">{{ seen.words }}</span>
            <span v-else-if="warned" class="told">{{ warned }}</span>
          </FramePicture>
        </div>
      </div>
      <div class="under">
        <p v-if="seen" class="quiet"><button class="button" @click="ruler.see(null)">Back to the frame as set</button></p>
        <p v-else-if="view !== 'own'" class="quiet">{{ now?.scene.problem }}</p>
        <label v-if="view === 'finder' || view === 'raw'" class="tick"><input v-model="marks" type="checkbox" /> marks</label>
        <label v-if="view === 'beside'" class="tick"
          ><input
            type="checkbox"
            :checked="sideView === 'pixels'"
            @change="sideView = sideView === 'pixels' ? 'finder' : 'pixels'"
          />
          at 100 %</label
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
      <p v-if="ruler.wrong.value" class="error" role="alert">{{ ruler.wrong.value }}</p>
      <div v-if="under !== 'frames'" class="pane" :class="{ chosen: pane === under }">
        <UnderPicture :id="id" :under="under" :ruler="ruler" :token="token" :aspect="aspect" :held="onScene" />
      </div>
      <FrameStrip
        v-if="told && under === 'frames'"
        class="pane"
        :class="{ chosen: pane === 'frames' }"
        :variants="told.variants"
        :aspect="aspect"
        :beside="besides"
        @take="takeOver"
        @beside="setBeside"
      />
    </section>
    <section v-if="told" class="middle pane" :class="{ chosen: pane === 'tones' }" aria-labelledby="tones">
      <h2 id="tones">Tones, in stops from the key</h2>
      <ToneRuler
        :told="onRuler ?? told"
        :pointers="under === 'metering' ? pointers : []"
        :frames="under === 'sets' ? frames : []"
        @expose="ruler.expose"
        @protect="ruler.protect"
        @hold="(h) => (dragging = h)"
      />
      <p class="quiet hint">Draw the window: exposure. Its top: protection.</p>
    </section>
    <section v-if="setup" class="right pane" :class="{ chosen: pane === 'figures' }" aria-label="figures and decisions">
      <Dials :setup="setup" :locks="document.locks ?? {}" @step="step" @hold="lock" />
      <template v-if="told">
        <h2>Would you see it</h2>
        <div v-for="verdict in told.verdicts" :key="verdict.what" class="verdict">
          <span class="label">{{ verdict.what }}</span>
          <b>{{ verdict.seen ? "yes" : "no" }}</b>
          <span class="reason">{{ verdict.words }}</span>
        </div>
        <Histograms :told="told" />
      </template>
      <Decisions
        v-if="only"
        first=""
        :setup="only"
        :settings="document.settings ?? {}"
        :bar="profile?.document.noise_bar ?? 40"
        :errors="errors"
        @school="school"
        @setting="setByHand"
        @bar="() => void router.push({ name: 'profile' })"
      />
      <OtherKit :asked="asked" :kit="kit" :scene="now?.scene.slug ?? null" :seed="seed" @beside="besideToken" />
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
.views {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  min-height: 48px;
}
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
}
.tab {
  min-height: 44px;
  border-bottom: 2px solid transparent;
}
.tab[aria-pressed="true"] {
  font-weight: 640;
  border-color: var(--ink);
}
.scene select {
  min-height: 44px;
  max-width: 220px;
  text-decoration: underline;
  text-decoration-color: var(--rule);
  text-underline-offset: 4px;
}
/* The picture stays in sight while what stands under it is read. */
@media (min-width: 1181px) and (min-height: 700px) {
  .stays,
  .middle {
    position: sticky;
    top: 0;
    z-index: 1;
    background: var(--bg);
    align-self: start;
  }
}
.picture.closer {
  cursor: zoom-in;
}
.brought {
  position: relative;
  border: 1px solid var(--ink);
  max-height: 464px;
  margin: 0 auto;
}
.brought img {
  display: block;
  width: 100%;
  height: 100%;
}
.own .button {
  display: inline-block;
  margin: 8px 0;
  cursor: pointer;
}
.own .button:focus-within {
  outline: 2px solid var(--ink);
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
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
  white-space: nowrap;
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
.hint {
  font-size: 13px;
}
.verdict {
  display: grid;
  grid-template-columns: 74px minmax(0, 1fr);
  gap: 0 8px;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}
.verdict .reason {
  grid-column: 1 / -1;
  font-size: 14px;
  line-height: 19px;
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
  .views {
    flex-wrap: wrap;
  }
  .tick {
    min-height: 44px;
  }
}
</style>
