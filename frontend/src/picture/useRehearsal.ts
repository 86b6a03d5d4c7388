import type { Ref } from "vue";
import { client, take, type Schemas } from "@/api/client";
import { useAsked } from "@/picture/useAsked";

const PAUSE_MS = 120;

/** All that is told about a frame, as soon as nothing moves: the frame itself never waits for it. */
export function useRehearsal(asked: Ref<Schemas["SituationForm"] | null>, scene: Ref<string | null>, seed: Ref<number>) {
  const ask = (body: Schemas["RehearseIn"], signal: AbortSignal) => take(client.POST("/api/rehearse", { body, signal }));
  const { answer: told, wrong: untold } = useAsked(ask, asked, scene, seed, PAUSE_MS);
  return { told, untold };
}
