import type { Ref } from "vue";
import { client, take, type Asked, type Schemas } from "@/api/client";
import { useAsked } from "./useAsked";
import type { What } from "./what";

/** The frame of what is asked, at once. */
export function useFrame(asked: Ref<Asked | null>, what?: What) {
  const ask = (body: Schemas["RehearseIn"], signal: AbortSignal) => take(client.POST("/api/rehearse/frame", { body, signal }));
  const { answer: frame, wrong } = useAsked(ask, asked, what);
  return { frame, wrong };
}
