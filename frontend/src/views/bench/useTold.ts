import { computed, type Ref } from "vue";
import { useAnswer } from "@/api/answer";
import { client, ProblemError, take, type Asked } from "@/api/client";

/** Clashes are asked for once typing pauses. */
const PAUSE_MS = 250;

/**
 * What is told beside the figures, which never wait for it: what the body would be set to in every light, what a step on a dial
 * costs, and what of the settings does not go together.
 */
export function useTold(answered: Ref<Asked | null>) {
  const { answer: rows, wrong: noLadder } = useAnswer("ladder", answered, (body, signal) =>
    take(client.POST("/api/bench/ladder", { body, signal })),
  );
  const { answer: clashes, error } = useAnswer(
    "clashes",
    answered,
    (body, signal) => take(client.POST("/api/bench/clashes", { body, signal })),
    PAUSE_MS,
  );
  return {
    ladder: computed(() => rows.value?.ladder ?? []),
    neighbours: computed(() => rows.value?.neighbours ?? []),
    unread: computed(() => (noLadder.value ? `The ladder is that of before. ${noLadder.value}` : "")),
    clashes,
    wrong: computed(() => (error.value instanceof ProblemError ? error.value.placesIn("/document") : {})),
  };
}
