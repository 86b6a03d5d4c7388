import { ref, shallowRef, watch, type Ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";

/** The frame of what is asked, at once: one that is asked for no more is given up. */
export function useFrame(
  asked: Ref<Schemas["SituationForm"] | null>,
  scene: Ref<string | null> = ref(null),
  seed: Ref<number> = ref(1),
) {
  const frame = shallowRef<Schemas["AtOnceOut"] | null>(null);
  const wrong = ref("");
  let running: AbortController | null = null;
  async function show(): Promise<void> {
    if (!asked.value) return;
    running?.abort();
    const { signal } = (running = new AbortController());
    const body = { situation: asked.value, scene: scene.value, seed: seed.value };
    try {
      frame.value = await take(client.POST("/api/rehearse/frame", { body, signal }));
      wrong.value = "";
    } catch (error) {
      if (!signal.aborted) wrong.value = error instanceof ProblemError ? error.message : "The server cannot be reached.";
    }
  }
  watch([asked, scene, seed], () => void show(), { immediate: true, deep: true });
  return { frame, wrong };
}
