import { useDebounceFn } from "@vueuse/core";
import { ref, shallowRef, watch, type Ref } from "vue";
import { asItIs, told, type What } from "./what";
import { ProblemError, type Asked, type Schemas } from "@/api/client";

type Ask<T> = (body: Schemas["RehearseIn"], signal: AbortSignal) => Promise<T>;

/** What a rehearsal is asked, each time anything of it changes: an answer that is waited for no more is given up. */
export function useAsked<T>(ask: Ask<T>, asked: Ref<Asked | null>, what: What = asItIs(), pauseMs = 0) {
  const answer = shallowRef<T | null>(null);
  const wrong = ref("");
  let running: AbortController | null = null;
  async function show(): Promise<void> {
    if (!asked.value) return;
    running?.abort();
    const { signal } = (running = new AbortController());
    try {
      answer.value = await ask({ situation: asked.value, ...told(what) }, signal);
      wrong.value = "";
    } catch (error) {
      if (!signal.aborted) wrong.value = error instanceof ProblemError ? error.message : "The server cannot be reached.";
    }
  }
  const later = pauseMs ? useDebounceFn(show, pauseMs) : show;
  watch([asked, what.scene, what.own, what.seed], () => void later(), { immediate: true, deep: true });
  return { answer, wrong };
}
