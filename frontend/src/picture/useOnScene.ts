import { useQuery } from "@tanstack/vue-query";
import { computed, ref, watch, type Ref } from "vue";
import { useAnswer } from "@/api/answer";
import { client, take, type Asked, type Schemas } from "@/api/client";
import { keyOf } from "@/api/keys";
import { told, type What } from "./what";

/** What nobody waits for is asked as soon as nothing moves. */
const PAUSE_MS = 120;

export interface Held {
  asked: Ref<Asked | null>;
  what: What;
}
type Ask<T> = (body: Schemas["RehearseIn"], signal: AbortSignal) => Promise<T>;

/** What is told of a situation's scene. */
function useOnScene<T>(name: string, ask: Ask<T>, { asked, what }: Held, restMs = PAUSE_MS, more: () => object = () => ({})) {
  const question = computed(() => asked.value && { situation: asked.value, ...told(what), ...more() });
  return useAnswer(name, question, ask, restMs);
}
/** The frame of what is asked, at once. */
export const useFrame = (of: Held) =>
  useOnScene("frame", (body, signal) => take(client.POST("/api/rehearse/frame", { body, signal })), of, 0);
/** All that is told about a frame: the frame itself never waits for it. */
export const useRehearsal = (of: Held) =>
  useOnScene("rehearsal", (body, signal) => take(client.POST("/api/rehearse", { body, signal })), of);
/** What each pattern reads; `at`: where the spot is held, in shares of the frame. */
export const useMetering = (of: Held, at: Ref<{ x: number; y: number } | null>) =>
  useOnScene(
    "metering",
    (body: Schemas["MeteringIn"], signal) => take(client.POST("/api/rehearse/metering", { body, signal })),
    of,
    PAUSE_MS,
    () => at.value ?? {},
  );
/** How the scene fares, and the best of every offset and protection. */
export const useRange = (of: Held) =>
  useOnScene("range", (body, signal) => take(client.POST("/api/rehearse/range", { body, signal })), of);
/** Every set of frames that the body offers. */
export const useSets = (of: Held) =>
  useOnScene("sets", (body, signal) => take(client.POST("/api/rehearse/sets", { body, signal })), of);
/** How truthful the preview is. */
export const useTruth = (of: Held) =>
  useOnScene("truth", (body, signal) => take(client.POST("/api/rehearse/truth", { body, signal })), of);
/** The lights of a scene, the white that is set, and what comes of skin and paper; `matters`: what a compromise is made for. */
export const useWhite = (of: Held, matters: Ref<Schemas["WhiteIn"]["matters"]>) =>
  useOnScene(
    "white",
    (body: Schemas["WhiteIn"], signal) => take(client.POST("/api/rehearse/white", { body, signal })),
    of,
    0,
    () => ({ matters: matters.value }),
  );
/** Frames under several whites. */
export const useWhites = (of: Held, kelvins: Ref<number[]>) =>
  useOnScene(
    "whites",
    (body, signal) => take(client.POST("/api/rehearse/whites", { body: { ...body, kelvins: kelvins.value }, signal })),
    of,
    PAUSE_MS,
    () => ({ kelvins: kelvins.value }),
  );
/** The white that places of the frame ask for. */
export const useMeasured = (of: Held, places: Ref<{ x: number; y: number }[]>) =>
  useOnScene(
    "measured",
    (body, signal) => take(client.POST("/api/rehearse/white/measured", { body: { ...body, places: places.value }, signal })),
    of,
    0,
    () => ({ places: places.value }),
  );
/** White over a series, by each way of setting it. */
export const useWhiteSeries = (of: Held, course: Ref<Schemas["WhiteSeriesIn"]["course"]>) =>
  useOnScene(
    "white series",
    (body: Schemas["WhiteSeriesIn"], signal) => take(client.POST("/api/rehearse/white/series", { body, signal })),
    of,
    PAUSE_MS,
    () => ({ course: course.value }),
  );
/** What is sharp from where to where, and what stands where. */
export const useDistance = (of: Held) =>
  useOnScene("distance", (body, signal) => take(client.POST("/api/rehearse/distance", { body, signal })), of, 0);
/** The noise that each ISO brings. */
export const useIso = (of: Held) =>
  useOnScene("iso", (body, signal) => take(client.POST("/api/rehearse/iso", { body, signal })), of, 0);
/** What is frozen, smeared or streaked by which time. */
export const useTime = (of: Held) =>
  useOnScene("time", (body, signal) => take(client.POST("/api/rehearse/time", { body, signal })), of, 0);
/** What each value of autofocus keeps, and one burst of it, with another way beside it. */
export const useFollowing = (
  of: Held,
  burst: Ref<number>,
  beside: Ref<Pick<Schemas["FollowingIn"], "beside" | "narrower" | "rate">>,
) =>
  useOnScene(
    "following",
    (body: Schemas["FollowingIn"], signal) => take(client.POST("/api/rehearse/following", { body, signal })),
    of,
    PAUSE_MS,
    () => ({ burst: burst.value, ...beside.value }),
  );
/** Two whites to choose between by eye. */
export const useNearer = (of: Held, ends: Ref<{ low: number; high: number } | null>) =>
  useOnScene(
    "nearer",
    (body, signal) => take(client.POST("/api/rehearse/white/nearer", { body: { ...body, ...ends.value }, signal })),
    of,
    0,
    () => ends.value ?? {},
  );
/** Twelve frames, held and by each pattern. */
export const useSeries = (of: Held) =>
  useOnScene("series", (body, signal) => take(client.POST("/api/rehearse/series", { body, signal })), of);

/** The histograms of a frame that is looked at; none where none is. */
export const useHistograms = (token: Ref<string>) =>
  useQuery({
    queryKey: computed(() => keyOf("histograms", token.value)),
    queryFn: ({ signal }) => take(client.GET("/api/frames/{token}/tones", { params: { path: { token: token.value } }, signal })),
    enabled: computed(() => token.value !== ""),
    staleTime: Infinity,
    gcTime: 60_000,
  });

const searching = (state?: string): boolean => state === "waiting" || state === "working";
/** The search for a set of five frames: begun by hand, looked after while it goes on, given up by hand or when the situation changes. */
export function useLongerSet({ asked, what }: Held) {
  const wanted = ref(false);
  watch([asked, what.scene, what.own, what.seed], () => (wanted.value = false), { deep: true });
  const body = computed(() => ({ situation: asked.value, ...told(what) }) as Schemas["RehearseIn"]);
  const { data, error, refetch } = useQuery({
    queryKey: computed(() => keyOf("longer set", body.value)),
    queryFn: ({ signal }) => take(client.POST("/api/rehearse/sets/longer", { body: body.value, signal })),
    enabled: computed(() => wanted.value && asked.value !== null),
    refetchInterval: (query) => (searching(query.state.data?.job.state) ? 1000 : false),
  });
  async function stop(): Promise<void> {
    if (!data.value) return;
    await take(client.DELETE("/api/jobs/{pk}", { params: { path: { pk: data.value.job.id } } }));
    await refetch();
  }
  async function again(): Promise<void> {
    if (!data.value) return;
    await take(client.POST("/api/jobs/{pk}/again", { params: { path: { pk: data.value.job.id } } }));
    await refetch();
  }
  return {
    longer: computed(() => (wanted.value ? data.value : undefined)),
    unsearched: computed(() => (wanted.value ? (error.value?.message ?? "") : "")),
    searching: computed(() => wanted.value && searching(data.value?.job.state ?? "waiting") && !error.value),
    search: (): void => void (wanted.value = true),
    stop,
    again,
  };
}
