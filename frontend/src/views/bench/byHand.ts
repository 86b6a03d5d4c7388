import type { Situation } from "@/api/client";

export type Dial = "shutter_s" | "aperture" | "iso";
type Change = (edit: (d: Situation) => void) => void;

/** A map with a value put in, or taken out where it is null: what nobody holds is decided again. */
function withOne<T>(map: Record<string, T> | undefined, key: string, value: T | null): Record<string, T> {
  const next = { ...map };
  if (value === null) delete next[key];
  else next[key] = value;
  return next;
}

/** What a hand changes of a situation: a dial that is held, a way of deciding, a setting. */
export function byHand(change: Change) {
  return {
    lock: (dial: Dial, value: number | null): void =>
      change((d) => (d.locks = withOne(d.locks as Record<string, number> | undefined, dial, value))),
    school: (decision: string, slug: string | null): void => change((d) => (d.schools = withOne(d.schools, decision, slug))),
    setByHand: (slug: string, value: number | null): void =>
      change((d) => (d.settings = withOne(d.settings as Record<string, number> | undefined, slug, value))),
  };
}
