import { useDebounceFn } from "@vueuse/core";
import { ref, watch, type Ref } from "vue";
import { client, ProblemError, take, type Asked, type Schemas } from "@/api/client";

const PAUSE_MS = 250;

/** What does not go together among the settings, asked once typing pauses: the figures never wait for it. */
export function useClashes(answered: Ref<Asked | null>) {
  const clashes = ref<Schemas["ClashesOut"] | null>(null);
  const wrong = ref<Record<string, string>>({});
  let running: AbortController | null = null;
  const ask = useDebounceFn(async () => {
    if (!answered.value) return;
    running?.abort();
    const { signal } = (running = new AbortController());
    try {
      clashes.value = await take(client.POST("/api/bench/clashes", { body: answered.value, signal }));
      wrong.value = {};
    } catch (error) {
      if (!signal.aborted) wrong.value = error instanceof ProblemError ? error.placesIn("/document") : {};
    }
  }, PAUSE_MS);
  watch(answered, () => void ask());
  return { clashes, wrong };
}
