import { useIntervalFn } from "@vueuse/core";
import createClient from "openapi-fetch";
import { ref, shallowRef } from "vue";
import type { components, paths } from "./schema";

export type Hand = components["schemas"]["HandOut"];
type Done = components["schemas"]["HandIn"];
const client = createClient<paths>({ baseUrl: "" });
/** Milliseconds between two looks: somebody may set it over its link meanwhile. */
const LOOK_MS = 1000;

/** A body in one's hands: how it looks, and what is done to it. */
export function useHands() {
  const it = shallowRef<Hand | null>(null);
  const said = ref("");
  /** Counts what may change the picture in the finder. */
  const seen = ref(0);
  let shown = "";
  function show(now: Hand): void {
    it.value = now;
    const told = JSON.stringify([now.wheels, now.light_stops, now.at, now.slot, now.even]);
    if (told !== shown) seen.value += 1;
    shown = told;
  }
  async function look(): Promise<void> {
    try {
      const { data } = await client.GET("/hand");
      if (data) show(data);
    } catch {
      said.value = "The stand-in has ended: its process answers no more.";
    }
  }
  async function hands(what: Done["do"], how: Partial<Omit<Done, "do">> = {}): Promise<void> {
    said.value = "";
    try {
      const { data, error } = await client.POST("/hand", { body: { do: what, ...how } });
      if (data) show(data);
      else said.value = `It does not: ${error?.detail ?? "nobody knows why"}.`;
    } catch {
      said.value = "The stand-in has ended: its process answers no more.";
    }
  }
  useIntervalFn(look, LOOK_MS, { immediateCallback: true });
  return { it, said, seen, hands };
}
