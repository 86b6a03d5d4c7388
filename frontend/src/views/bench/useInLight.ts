import { computed, type Ref } from "vue";
import { useAnswer } from "@/api/answer";
import { client, take, type Asked } from "@/api/client";

/** A drag asks once it rests this long. */
const REST_MS = 60;
/** Small frames of all lights are asked for once typing rests: they are many, and nobody waits for them. */
const STILL_MS = 400;

/** What the situation becomes once its light has moved by so many stops; and small frames of all lights, for the staff. */
export function useInLight(answered: Ref<Asked | null>, stops: Ref<number>) {
  const question = computed(() =>
    answered.value && stops.value !== 0 ? { situation: answered.value, stops: stops.value, seed: 1 } : null,
  );
  const { answer, wrong } = useAnswer(
    "in light",
    question,
    (body, signal) => take(client.POST("/api/rehearse/light", { body, signal })),
    REST_MS,
  );
  const there = computed(() => (stops.value !== 0 ? answer.value : null));
  const { answer: lights } = useAnswer(
    "lights",
    answered,
    (situation, signal) => take(client.POST("/api/rehearse/lights", { body: { situation, seed: 1 }, signal })),
    STILL_MS,
  );
  return {
    there,
    decided: computed(() => (there.value ? Object.fromEntries(there.value.decisions.map((d) => [d.decision, d])) : null)),
    unseen: computed(() => (stops.value !== 0 ? wrong.value : "")),
    lights,
  };
}
