import type { Ref } from "vue";
import { client, take, type Schemas } from "@/api/client";
import { useAsked } from "./useAsked";

/** The frame of what is asked, at once. */
export function useFrame(asked: Ref<Schemas["SituationForm"] | null>, scene?: Ref<string | null>, seed?: Ref<number>) {
  const { answer: frame, wrong } = useAsked(
    (body, signal) => take(client.POST("/api/rehearse/frame", { body, signal })),
    asked,
    scene,
    seed,
  );
  return { frame, wrong };
}
