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

/** A document with a merge patch laid over it (RFC 7396): maps are merged, all else is put in its place, null takes away. */
export function patched(target: Record<string, unknown>, patch: Record<string, unknown>): Record<string, unknown> {
  const next = { ...target };
  for (const [key, value] of Object.entries(patch))
    if (value === null) delete next[key];
    else if (typeof value === "object" && !Array.isArray(value))
      next[key] = patched((next[key] ?? {}) as Record<string, unknown>, value as Record<string, unknown>);
    else next[key] = value;
  return next;
}

/** What a hand changes of a situation: a dial that is held, a way of deciding, a setting. */
export function byHand(change: Change) {
  return {
    lock: (dial: Dial, value: number | null): void =>
      change((d) => (d.locks = withOne(d.locks as Record<string, number> | undefined, dial, value))),
    school: (decision: string, slug: string | null): void => change((d) => (d.schools = withOne(d.schools, decision, slug))),
    /** Everything that fixes a decision is let go: its way here, and its settings set by hand. */
    free: (decision: string, hand: string[]): void =>
      change((d) => {
        d.schools = withOne(d.schools, decision, null);
        d.settings = Object.fromEntries(Object.entries(d.settings ?? {}).filter(([slug]) => !hand.includes(slug)));
        if (hand.includes("file_format")) d.file = null;
        if (decision === "focus") d.motion = { ...d.motion, focus_m: null };
        if (decision === "range") d.aims = { ...d.aims, brighter_stops: null };
        const dials: Record<string, Dial> = { shutter_time: "shutter_s", aperture: "aperture", iso_value: "iso" };
        for (const slug of hand) if (dials[slug]) d.locks = withOne(d.locks as Record<string, number>, dials[slug], null);
      }),
    /** The way out of what a note says. */
    mend: (patch: Record<string, unknown>): void => change((d) => Object.assign(d, patched(d as Record<string, unknown>, patch))),
    /** Stops brighter than metered: said so, and no more dialled. */
    brighter: (stops: number): void =>
      change((d) => {
        d.aims = { ...d.aims, brighter_stops: Number(stops.toFixed(4)) };
        d.settings = withOne(d.settings as Record<string, number> | undefined, "compensation", null);
      }),
    /** White by its number, whatever way it was set before. */
    whiteAt: (kelvin: number): void =>
      change((d) => (d.settings = { ...d.settings, white_mode: "kelvin", white_kelvin: kelvin })),
    tintAt: (name: string): void => change((d) => (d.settings = { ...d.settings, white_tint: name })),
    setByHand: (slug: string, value: number | null): void =>
      change((d) => {
        d.settings = withOne(d.settings as Record<string, number> | undefined, slug, value);
        if (slug === "compensation" && d.aims?.brighter_stops != null) d.aims = { ...d.aims, brighter_stops: null };
      }),
  };
}

export type ByHand = ReturnType<typeof byHand>;
