import { useDebounceFn } from "@vueuse/core";
import { shallowRef, watch, type Ref } from "vue";
import { client, take, type Schemas } from "@/api/client";

const PAUSE_MS = 120;

/** All that is told about a frame, as soon as nothing moves: the frame itself never waits for it. */
export function useRehearsal(asked: Ref<Schemas["SituationForm"] | null>, scene: Ref<string | null>, seed: Ref<number>) {
  const told = shallowRef<Schemas["RehearsalOut"] | null>(null);
  let running: AbortController | null = null;
  const tell = useDebounceFn(async () => {
    if (!asked.value) return;
    running?.abort();
    const { signal } = (running = new AbortController());
    const body = { situation: asked.value, scene: scene.value, seed: seed.value };
    try {
      told.value = await take(client.POST("/api/rehearse", { body, signal }));
    } catch (error) {
      // what is wrong is told where the frame is asked for, which asks the same
      if (!signal.aborted) console.info(error);
    }
  }, PAUSE_MS);
  watch([asked, scene, seed], () => void tell(), { immediate: true, deep: true });
  return told;
}
