import { ref, shallowRef, watch, type Ref } from "vue";
import { client, ProblemError, take, type Asked, type Row } from "@/api/client";

/** What the body would be set to in every light: asked once the figures are there, which never wait for it. */
export function useLadder(bench: { asked: Ref<Asked | null>; setup: Ref<unknown> }) {
  const ladder = shallowRef<Row[]>([]);
  const unread = ref("");
  let running: AbortController | null = null;
  watch(bench.setup, async () => {
    if (!bench.asked.value) return;
    running?.abort();
    const { signal } = (running = new AbortController());
    try {
      ladder.value = (await take(client.POST("/api/bench/ladder", { body: bench.asked.value, signal }))).ladder;
      unread.value = "";
    } catch (error) {
      if (signal.aborted) return;
      const why = error instanceof ProblemError ? error.message : "The server cannot be reached.";
      unread.value = `The ladder is that of before. ${why}`;
    }
  });
  return { ladder, unread };
}
