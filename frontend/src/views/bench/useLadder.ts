import { ref, shallowRef, watch, type Ref } from "vue";
import { client, ProblemError, take, type Asked, type Row } from "@/api/client";

/** What the body would be set to in every light: asked once the figures are there, which never wait for it. */
export function useLadder(answered: Ref<Asked | null>) {
  const ladder = shallowRef<Row[]>([]);
  const unread = ref("");
  let running: AbortController | null = null;
  watch(answered, async (body) => {
    if (!body) return;
    running?.abort();
    const { signal } = (running = new AbortController());
    try {
      ladder.value = (await take(client.POST("/api/bench/ladder", { body, signal }))).ladder;
      unread.value = "";
    } catch (error) {
      if (signal.aborted) return;
      const why = error instanceof ProblemError ? error.message : "The server cannot be reached.";
      unread.value = `The ladder is that of before. ${why}`;
    }
  });
  return { ladder, unread };
}
