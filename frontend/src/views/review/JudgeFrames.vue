<script setup lang="ts">
import { useInfiniteQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, nextTick, ref, useTemplateRef, watch } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { changed, keyOf } from "@/api/keys";
import { useInTurn } from "@/api/inTurn";
import Choice from "@/fields/Choice.vue";
import { orNone } from "@/fields/options";
import { useTheme } from "@/stores/theme";
import FrameClose from "./FrameClose.vue";

/** Frames looked through one after the other: kept or not by a key, put to another picture, taken out. */
const props = defineProps<{ id: number; situation: number | null; pictures: Schemas["BesidePlan"][] }>();
type Frame = Schemas["CameFrame"];
const queries = useQueryClient();
const theme = useTheme();
const hidden = computed(() => theme.name === "red" && !theme.pictures);
const { data, fetchNextPage, hasNextPage } = useInfiniteQuery({
  queryKey: computed(() => keyOf("came", props.id, props.situation)),
  queryFn: ({ pageParam }) =>
    take(
      client.GET("/api/outings/{pk}/came", {
        params: { path: { pk: props.id }, query: { situation: props.situation, after: pageParam } },
      }),
    ),
  initialPageParam: 0,
  getNextPageParam: (last) => (last.more ? last.frames[last.frames.length - 1]?.id : undefined),
});
/** What was pressed and is not answered yet stands at once. */
const pressed = ref(new Map<number, boolean | null>());
const frames = computed(() =>
  (data.value?.pages ?? [])
    .flatMap((page) => page.frames)
    .map((one) => (pressed.value.has(one.id) ? { ...one, kept: pressed.value.get(one.id) ?? null } : one)),
);
const at = ref(0);
const current = computed<Frame | undefined>(() => frames.value[Math.min(at.value, frames.value.length - 1)]);
const sheet = useTemplateRef<HTMLElement>("sheet");
const wrong = ref("");
watch(current, (now, was) => now && !was && void nextTick(() => go(0)));
watch(frames, (found) => found.length && at.value >= found.length && (at.value = found.length - 1));

async function go(to: number): Promise<void> {
  if (to >= frames.value.length && hasNextPage.value) await fetchNextPage();
  at.value = Math.min(Math.max(0, to), frames.value.length - 1);
  await nextTick();
  sheet.value?.querySelectorAll<HTMLElement>(".plain")[at.value]?.focus();
}
const put = useInTurn(
  () => `came-${props.id}`,
  async ({ run, follow }: { run: () => Promise<unknown>; follow?: () => void }) => {
    wrong.value = "";
    try {
      await run();
    } catch (error) {
      wrong.value =
        error instanceof ProblemError
          ? Object.values(error.places)[0] || error.message
          : "The server cannot be reached; it was not kept.";
    }
    await changed(queries, "came");
    follow?.();
  },
);
const path = computed(() => ({ path: { pk: props.id } }));
function judge(frame: Frame, kept: boolean | null): void {
  pressed.value.set(frame.id, kept);
  const run = () => take(client.PUT("/api/outings/{pk}/came/kept", { params: path.value, body: { frames: [frame.id], kept } }));
  const follow = (): void => void (pressed.value.get(frame.id) === kept && pressed.value.delete(frame.id));
  void put({ run, follow });
}
function rest(situation: number): void {
  void put({ run: () => take(client.PUT("/api/outings/{pk}/came/rest", { params: path.value, body: { situation } })) });
}
function move(frame: Frame, situation: number | null): void {
  const body = { frames: [frame.id], situation };
  void put({ run: () => take(client.PUT("/api/outings/{pk}/came/picture", { params: path.value, body })) });
}
function out(frame: Frame): void {
  void put({ run: () => take(client.POST("/api/outings/{pk}/came/out", { params: path.value, body: { frames: [frame.id] } })) });
}
/** All of them, in two presses: what is taken out is brought again from its files only. */
const sure = ref(false);
const AT_ONCE = 2000;
async function allOut(): Promise<void> {
  if (!sure.value) {
    sure.value = true;
    return;
  }
  sure.value = false;
  while (hasNextPage.value) await fetchNextPage();
  const all = frames.value.map((one) => one.id);
  for (let k = 0; k < all.length; k += AT_ONCE) {
    const body = { frames: all.slice(k, k + AT_ONCE) };
    await put({ run: () => take(client.POST("/api/outings/{pk}/came/out", { params: path.value, body })) });
  }
}
const KEYS: Record<string, (frame: Frame) => void> = {
  k: (frame) => (judge(frame, true), void go(at.value + 1)),
  n: (frame) => (judge(frame, false), void go(at.value + 1)),
  o: (frame) => judge(frame, null),
  c: (frame) => beside(frame),
  s: (frame) => void sharpest(frame),
  ArrowRight: () => void go(at.value + 1),
  ArrowLeft: () => void go(at.value - 1),
  Home: () => void go(0),
  End: () => void go(frames.value.length - 1),
};
function key(event: KeyboardEvent): void {
  const done = KEYS[event.key];
  if (!done || !current.value || event.ctrlKey || event.metaKey || event.altKey) return;
  event.preventDefault();
  event.stopPropagation();
  done(current.value);
}
/** Frames that were taken one right after the other stand together. */
const bursts = computed(() => {
  const found: { at: string; from: number; frames: { frame: Frame; k: number }[] }[] = [];
  frames.value.forEach((frame, k) => {
    const last = found[found.length - 1];
    if (last?.from === frame.burst) last.frames.push({ frame, k });
    else found.push({ at: frame.at, from: frame.burst, frames: [{ frame, k }] });
  });
  return found;
});
async function sharpest(of: Frame): Promise<void> {
  const found = frames.value.findIndex((one) => one.burst === of.burst && one.sharp?.sharpest);
  if (found >= 0) await go(found);
}
/** One frame stays where it is, and the one that is looked at is laid beside it. */
const held = ref<number>();
const other = computed(() => frames.value.find((one) => one.id === held.value && one.id !== current.value?.id));
function beside(frame: Frame): void {
  held.value = held.value === frame.id ? undefined : frame.id;
}
const places = computed(() =>
  orNone(
    "by its hour",
    props.pictures.map((one) => ({ value: one.id, shown: `${one.starts_at} ${one.title}` })),
  ),
);
const state = (frame: Frame): string => (frame.kept === null ? "open" : frame.kept ? "kept" : "not kept");
const small = (frame: Frame): string => `/api/came/${frame.id}/small.jpg`;
</script>

<template>
  <div v-if="current" class="judge" :class="{ two: other }">
    <div
      ref="sheet"
      class="sheet"
      role="group"
      aria-label="frames: arrows go, k keeps, n does not, o opens again, s goes to the sharpest of its burst, c holds one to lay others beside it"
      @keydown="key"
    >
      <div v-for="burst in bursts" :key="burst.from" class="burst">
        <span class="quiet">{{ burst.at }}</span>
        <button
          v-for="{ frame, k } in burst.frames"
          :key="frame.id"
          class="plain"
          data-repeats
          :tabindex="frame.id === current.id ? 0 : -1"
          :aria-current="frame.id === current.id"
          :class="{ kept: frame.kept, not: frame.kept === false }"
          :aria-label="`${frame.name}, ${state(frame)}${frame.sharp?.sharpest ? ', the sharpest of its burst' : ''}`"
          @click="at = k"
        >
          <img v-if="!hidden" :src="small(frame)" alt="" loading="lazy" /><span v-else>{{ frame.name }}</span>
          <small v-if="frame.sharp?.sharpest">sharpest</small>
        </button>
      </div>
      <button v-if="hasNextPage" class="button" @click="fetchNextPage()">More frames</button>
    </div>
    <FrameClose v-if="other" class="held" :frame="other" :hidden="hidden" :state="state(other)" />
    <div class="one">
      <FrameClose :frame="current" :hidden="hidden" :state="state(current)" />
      <p class="acts">
        <button class="button" :aria-pressed="current.kept === true" @click="judge(current, true)">Keep&nbsp;<kbd>k</kbd></button>
        <button class="button" :aria-pressed="current.kept === false" @click="judge(current, false)">
          Not&nbsp;<kbd>n</kbd>
        </button>
        <button class="button" :disabled="current.kept === null" @click="judge(current, null)">
          Open again&nbsp;<kbd>o</kbd>
        </button>
        <button class="button" :aria-pressed="held === current.id" @click="beside(current)">
          {{ held === current.id ? "Let it go" : "Hold it beside" }}&nbsp;<kbd>c</kbd>
        </button>
      </p>
      <p class="acts">
        <Choice
          :model-value="current.by_hand && situation !== null ? situation : ''"
          :name="`to which picture ${current.name} belongs`"
          :options="places"
          @update:model-value="(to) => current && move(current, to === '' ? null : to)"
        />
        <button class="plain" :aria-label="`take ${current.name} out`" @click="out(current)">take it out</button>
      </p>
      <p class="acts">
        <button v-if="situation !== null" class="plain" @click="rest(situation)">those that are still open are not kept</button>
        <button class="plain" @click="allOut" @blur="sure = false">
          {{ sure ? "Take all of them out: press again" : "take all of them out" }}
        </button>
      </p>
      <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    </div>
  </div>
  <p v-else-if="data" class="quiet">No frames here.</p>
</template>

<style scoped>
.judge {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 400px);
  gap: 12px 28px;
  align-items: start;
}
.judge.two {
  grid-template-columns: minmax(0, 1fr) repeat(2, minmax(0, 400px));
}
:is(.one, .held) {
  position: sticky;
  top: 56px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  padding: 6px 0;
}
.acts .button[aria-pressed="true"] {
  font-weight: 640;
  border-width: 2px;
}
.sheet {
  max-height: 620px;
  overflow-y: auto;
  padding: 4px;
}
.burst {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding: 4px 0;
  border-top: 1px var(--ruled) var(--rule);
}
.burst > .quiet {
  flex: 0 0 66px;
  font-size: 13px;
}
.burst .plain {
  position: relative;
  min-width: 72px;
  min-height: 48px;
  padding: 2px;
  border: 2px solid transparent;
}
.burst .plain.kept {
  border-color: var(--ink);
}
/* As on a contact print: what is not wanted is struck out. */
.burst .plain.not::after {
  content: "";
  position: absolute;
  inset: 2px;
  background: linear-gradient(
    to top right,
    transparent calc(50% - 1.5px),
    var(--ink) calc(50% - 1.5px) calc(50% + 1.5px),
    transparent calc(50% + 1.5px)
  );
}
.burst [aria-current="true"] {
  outline: 3px solid var(--ink);
}
.burst small {
  display: block;
  font-size: 12px;
  line-height: 16px;
}
.burst img {
  display: block;
  width: 72px;
  aspect-ratio: 3 / 2;
  object-fit: cover;
}
@media (max-width: 760px) {
  .judge,
  .judge.two {
    grid-template-columns: minmax(0, 1fr);
  }
  :is(.one, .held) {
    position: static;
    order: -1;
  }
  .sheet {
    max-height: 320px;
  }
}
</style>
