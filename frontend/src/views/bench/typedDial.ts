import { ref, type Ref } from "vue";
import { client, ProblemError, take, type Decided } from "@/api/client";
import type { Dial } from "./byHand";

/** A dial that is typed: what the body has is held at once, all else is read by the server, and what cannot be read is said. */
export function useTypedDial(setup: Ref<Decided | null>, hold: (dial: Dial, value: number | null) => void) {
  const unread = ref<Record<string, string>>({});
  function lock(dial: Dial, value: number | null): void {
    unread.value = {};
    hold(dial, value);
  }
  async function read(dial: Dial, text: string): Promise<void> {
    const shown = setup.value?.dials[dial].find((s) => s.label === text);
    if (shown) {
      if (shown.value !== setup.value?.exposure[dial]) lock(dial, shown.value);
      return;
    }
    try {
      const { value } = await take(client.POST("/api/read", { body: { quantity: dial, text } }));
      lock(dial, value);
    } catch (error) {
      unread.value = { typed: error instanceof ProblemError ? error.message : "The server cannot be reached." };
    }
  }
  return { unread, lock, read };
}
