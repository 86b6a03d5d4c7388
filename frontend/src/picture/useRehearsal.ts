import type { Ref } from "vue";
import { client, take, type Asked, type Schemas } from "@/api/client";
import { useAsked } from "@/picture/useAsked";
import type { What } from "./what";

const PAUSE_MS = 120;

/** All that is told about a frame, as soon as nothing moves: the frame itself never waits for it. */
export function useRehearsal(asked: Ref<Asked | null>, what: What) {
  const ask = (body: Schemas["RehearseIn"], signal: AbortSignal) => take(client.POST("/api/rehearse", { body, signal }));
  const { answer: told, wrong: untold } = useAsked(ask, asked, what, PAUSE_MS);
  return { told, untold };
}
