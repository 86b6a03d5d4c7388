import { keepPreviousData, useQuery } from "@tanstack/vue-query";
import { refDebounced } from "@vueuse/core";
import { computed, ref, watch, type Ref } from "vue";
import { client, take, type Asked, type Schemas } from "@/api/client";
import { told, type What } from "./what";

const PAUSE_MS = 120;

export interface Held {
  asked: Ref<Asked | null>;
  what: What;
}
type Ask<T> = (body: Schemas["RehearseIn"], signal: AbortSignal) => Promise<T>;

/** What one of the rulers tells of a situation's scene, as soon as nothing moves; the last answer stands until the next has come. */
function useOnScene<T>(name: string, ask: Ask<T>, { asked, what }: Held, more: () => object = () => ({})) {
  const body = computed(() => asked.value && { situation: asked.value, ...told(what), ...more() });
  const settled = refDebounced(body, PAUSE_MS);
  return useQuery({
    queryKey: computed(() => ["ruler", name, settled.value]),
    queryFn: ({ signal }) => ask(settled.value as Schemas["RehearseIn"], signal),
    enabled: computed(() => settled.value !== null),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  });
}
/** What each pattern reads; `at`: where the spot is held, in shares of the frame. */
export const useMetering = (of: Held, at: Ref<{ x: number; y: number } | null>) =>
  useOnScene(
    "metering",
    (body: Schemas["MeteringIn"], signal) => take(client.POST("/api/rehearse/metering", { body, signal })),
    of,
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
/** Twelve frames, held and by each pattern. */
export const useSeries = (of: Held) =>
  useOnScene("series", (body, signal) => take(client.POST("/api/rehearse/series", { body, signal })), of);

/** The histograms of a frame that is looked at; none where none is. */
export const useHistograms = (token: Ref<string>) =>
  useQuery({
    queryKey: computed(() => ["histograms", token.value]),
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
    queryKey: computed(() => ["longer set", body.value]),
    queryFn: ({ signal }) => take(client.POST("/api/rehearse/sets/longer", { body: body.value, signal })),
    enabled: computed(() => wanted.value && asked.value !== null),
    refetchInterval: (query) => (searching(query.state.data?.job.state) ? 1000 : false),
  });
  async function stop(): Promise<void> {
    if (!data.value) return;
    await take(client.DELETE("/api/jobs/{pk}", { params: { path: { pk: data.value.job.id } } }));
    await refetch();
  }
  return {
    longer: computed(() => (wanted.value ? data.value : undefined)),
    unsearched: computed(() => (wanted.value ? (error.value?.message ?? "") : "")),
    searching: computed(() => wanted.value && searching(data.value?.job.state ?? "waiting") && !error.value),
    search: (): void => void (wanted.value = true),
    stop,
  };
}
