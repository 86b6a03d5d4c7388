import type { Concession, Decided, Schemas } from "@/api/client";

/** A token as it is read where nothing else calls it otherwise. */
export const spaced = (token: string): string => token.replaceAll("_", " ");

type Spoken = Schemas["Words"] | undefined;
/** What a picture is called before anybody gives it a name: its subject and its hour. */
export function usualTitle(words: Spoken, genre: string, subject: string | null | undefined, startsAt: string): string {
  const work = words?.genres.find((one) => one.slug === genre);
  const label = (work?.subjects.find((one) => one.slug === subject) ?? work?.subjects[0])?.label ?? spaced(genre);
  return `${label}, ${startsAt.slice(0, 5)}`;
}

/** A rung as it was asked for. */
export const asRung = (row: Pick<Schemas["RungWords"], "intent" | "to" | "up_to_stops">): Concession =>
  (row.to ? { intent: row.intent, to: row.to } : { intent: row.intent, up_to_stops: row.up_to_stops }) as Concession;

const label = (setup: Decided, dial: "shutter_s" | "aperture" | "iso", value: number): string =>
  setup.dials[dial].find((step) => step.value === value)?.label ?? String(value);

/** The three dials as they are printed, of a setup or of a level of its ladder. */
export const figures = (setup: Decided, of: { shutter_s: number; aperture: number; iso: number }) => ({
  time: label(setup, "shutter_s", of.shutter_s),
  aperture: label(setup, "aperture", of.aperture),
  iso: label(setup, "iso", of.iso),
});

/** A distance as it is set on a lens; null is infinity. */
export const metres = (m: number | null): string =>
  m === null ? "infinity" : m < 100 ? `${Number(m.toPrecision(2))} m` : `${Math.round(m)} m`;
/** What is sharp with a distance set. */
export const reach = (r: Schemas["ReachOut"]): string => `${metres(r.near_m)} to ${metres(r.far_m)}`;

/** Offsets of clocks on earth from universal time, in minutes: half hours, and the three quarters that are in use. */
export const OFFSETS: readonly number[] = [...Array.from({ length: 53 }, (_, k) => -720 + 30 * k), 345, 525, 765].sort(
  (a, b) => a - b,
);
/** An offset as it is said: UTC +5:45. */
export function beforeUtc(minutes: number): string {
  const [hours, rest] = [Math.floor(Math.abs(minutes) / 60), Math.abs(minutes) % 60];
  return `UTC ${minutes < 0 ? "−" : "+"}${hours}:${String(rest).padStart(2, "0")}`;
}

/** Presses as they are told: whole, or with as many places as say something. */
export const count = (presses: number): string =>
  Number.isInteger(presses) ? String(presses) : presses.toFixed(2).replace(/0$/, "");
