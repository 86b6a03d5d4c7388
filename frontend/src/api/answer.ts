import { useQuery } from "@tanstack/vue-query";
import { refDebounced } from "@vueuse/core";
import { computed, shallowRef, toRaw, watch, type Ref } from "vue";
import { ProblemError } from "./client";
import { keyOf } from "./keys";

/**
 * The answer to a question that changes as one works: asked once it rests, given up once another is asked. The answer before
 * stands until the next has come, also beside what is wrong with a question; while there is none, nothing is asked, nor is
 * one anew from which one has gone on: what it was about may be gone.
 */
export function useAnswer<Q, T>(
  name: string,
  question: Ref<Q | null>,
  ask: (question: Q, signal: AbortSignal) => Promise<T>,
  restMs = 0,
) {
  const rested = restMs ? refDebounced(question, restMs) : question;
  const { data, error } = useQuery({
    queryKey: computed(() => keyOf("now", name, rested.value)),
    queryFn: ({ signal }) => ask(rested.value as Q, signal),
    enabled: computed(() => rested.value !== null && toRaw(rested.value) === toRaw(question.value)),
    staleTime: Infinity,
    gcTime: 60_000,
  });
  const answer = shallowRef<T | null>(null);
  watch(data, (found) => found !== undefined && (answer.value = found), { immediate: true });
  const wrong = computed(() =>
    error.value instanceof ProblemError ? error.value.message : error.value ? "The server cannot be reached." : "",
  );
  return { answer, wrong, error };
}
