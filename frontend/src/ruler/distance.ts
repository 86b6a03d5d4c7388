import { metres } from "@/words";

/** A foot in metres. */
export const FOOT = 0.3048;

/** A distance as a person reads it; null is infinity. */
export const far = (m: number | null, feet: boolean): string =>
  feet && m !== null ? `${Number((m / FOOT).toPrecision(m < 30 ? 2 : 3))}\u00a0ft` : metres(m).replace(" m", "\u00a0m");

/** The same as it is typed or drawn: to two figures. */
export const drawn = (m: number): number => Number(m.toPrecision(2));
