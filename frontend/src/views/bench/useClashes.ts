import { useDebounceFn } from "@vueuse/core";
import { ref, watch, type Ref } from "vue";
import { client, ProblemError, take, type Asked, type Schemas } from "@/api/client";

const PAUSE_MS = 250;

/** What does not go together among the settings, asked once typing pauses: the figures never wait for it. */
export function useClashes(bench: { asked: Ref<Asked | null>; setup: Ref<unknown> }) {
  const clashes = ref<Schemas["ClashesOut"] | null>(null);
  const wrong = ref<Record<string, string>>({});
  let running: AbortController | null = null;
  const ask = useDebounceFn(async () => {
    if (!bench.asked.value) return;
    running?.abort();
    const { signal } = (running = new AbortController());
    try {
      clashes.value = await take(client.POST("/api/bench/clashes", { body: bench.asked.value, signal }));
      wrong.value = {};
    } catch (error) {
      if (!signal.aborted) wrong.value = error instanceof ProblemError ? error.placesIn("/document") : {};
    }
  }, PAUSE_MS);
  watch(bench.setup, () => void ask());
  return { clashes, wrong };
}
