import { useDebounceFn } from "@vueuse/core";
import { ref, shallowRef, watch, type Ref } from "vue";
import { ProblemError, type Schemas } from "@/api/client";

type Ask<T> = (body: Schemas["RehearseIn"], signal: AbortSignal) => Promise<T>;

/** What a rehearsal is asked, each time anything of it changes: an answer that is waited for no more is given up. */
export function useAsked<T>(
  ask: Ask<T>,
  asked: Ref<Schemas["SituationForm"] | null>,
  scene: Ref<string | null> = ref(null),
  seed: Ref<number> = ref(1),
  pauseMs = 0,
) {
  const answer = shallowRef<T | null>(null);
  const wrong = ref("");
  let running: AbortController | null = null;
  async function show(): Promise<void> {
    if (!asked.value) return;
    running?.abort();
    const { signal } = (running = new AbortController());
    try {
      answer.value = await ask({ situation: asked.value, scene: scene.value, seed: seed.value }, signal);
      wrong.value = "";
    } catch (error) {
      if (!signal.aborted) wrong.value = error instanceof ProblemError ? error.message : "The server cannot be reached.";
    }
  }
  const later = pauseMs ? useDebounceFn(show, pauseMs) : show;
  watch([asked, scene, seed], () => void later(), { immediate: true, deep: true });
  return { answer, wrong };
}
