import { ref, type Ref } from "vue";

/** What a frame shows: another scene than the situation's own, a picture of one's own instead, and which of all like frames. */
export interface What {
  scene: Ref<string | null>;
  own: Ref<number | null>;
  seed: Ref<number>;
}
/** The situation's own scene. */
export const asItIs = (): What => ({ scene: ref(null), own: ref(null), seed: ref(1) });
/** As the API asks for it. */
export const told = ({ scene, own, seed }: What) => ({ scene: scene.value, own: own.value, seed: seed.value });
