import { ref, shallowRef, watch, type Ref } from "vue";
import { client, ProblemError, take, type Asked, type Row, type Schemas } from "@/api/client";

/** What the body would be set to in every light, and what a step on a dial costs: asked once the figures are there, which never wait. */
export function useLadder(answered: Ref<Asked | null>) {
  const ladder = shallowRef<Row[]>([]);
  const neighbours = shallowRef<Schemas["NeighbourOut"][]>([]);
  const unread = ref("");
  let running: AbortController | null = null;
  watch(answered, async (body) => {
    if (!body) return;
    running?.abort();
    const { signal } = (running = new AbortController());
    try {
      const told = await take(client.POST("/api/bench/ladder", { body, signal }));
      ladder.value = told.ladder;
      neighbours.value = told.neighbours;
      unread.value = "";
    } catch (error) {
      if (signal.aborted) return;
      const why = error instanceof ProblemError ? error.message : "The server cannot be reached.";
      unread.value = `The ladder is that of before. ${why}`;
    }
  });
  return { ladder, neighbours, unread };
}
