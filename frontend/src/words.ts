import type { Concession, Decided, Schemas } from "@/api/client";

/** Tokens in words; what is not listed reads as its token with spaces. */
const WORDS: Record<string, string> = {
  freeze: "Time, frozen subject",
  shake: "Time, free of shake",
  motion_blur: "Time, wanted blur",
  depth: "Depth",
  separation: "Melting background",
  iso: "ISO",
  noise: "Noise",
  brightness: "Brightness",
  spare: "what is spare",
  f4: "f/4",
  smear: "smear",
  widest: "wide open",
  ceiling: "my ceiling",
  body_limit: "the dial's end",
  trail: "star trails",
  exposure_mode: "mode",
  iso_limits: "ISO limits",
  shutter_type: "shutter",
};
export const word = (token: string): string => WORDS[token] ?? token.replaceAll("_", " ");

/** An intent in one word, for the middle of a sentence. */
export function inShort(intent: string): string {
  const first = word(intent).split(",")[0] ?? intent;
  return first === "ISO" ? first : first.toLowerCase();
}

/** What was asked of a rung: a named limit, its share, or the dial's end (whose share is no round number of stops). */
export function asRung(row: Schemas["ConcessionOut"]): Concession {
  if (row.to) return { intent: row.intent, to: row.to };
  const endless = row.limit_stops === null || Math.abs(row.limit_stops * 100 - Math.round(row.limit_stops * 100)) > 1e-6;
  return { intent: row.intent, up_to_stops: endless ? null : row.limit_stops };
}

export function rungWords(rung: Concession): string {
  const name = word(rung.intent);
  if (rung.to === "spare") return `${name.split(",")[0]} beyond need`;
  if (rung.to) return `${name}, to ${rung.to === "shake" ? "shake" : word(rung.to)}`;
  if (rung.up_to_stops === null || rung.up_to_stops === undefined) return `${name}, to the end`;
  const stops = Math.round(rung.up_to_stops * 100) / 100;
  return `${name}, ${stops} stop${stops === 1 ? "" : "s"}`;
}

const label = (setup: Decided, dial: "shutter_s" | "aperture" | "iso", value: number): string =>
  setup.dials[dial].find((step) => step.value === value)?.label ?? String(value);

/** The three dials as they are printed, of a setup or of a level of its ladder. */
export const figures = (setup: Decided, of: { shutter_s: number; aperture: number; iso: number }) => ({
  time: label(setup, "shutter_s", of.shutter_s),
  aperture: label(setup, "aperture", of.aperture),
  iso: label(setup, "iso", of.iso),
});

/** The value of a decision in a few words. */
export function valueOf(setup: Decided, decision: string, school: string): string {
  const s = setup;
  switch (decision) {
    case "exposure_mode":
      return `${word(s.exposure.mode)}${s.iso_limits.automatic ? ", ISO floats" : ""}`;
    case "metering":
      return word(s.metering.pattern);
    case "iso_limits":
      return s.iso_limits.automatic
        ? `${label(s, "iso", s.iso_limits.floor)} to ${label(s, "iso", s.iso_limits.ceiling)}`
        : `fixed, ${label(s, "iso", s.exposure.iso)}`;
    case "range":
      return s.range.protection_automatic
        ? "protection left to the body"
        : s.range.highlight_protection_stops
          ? `protect ${s.range.highlight_protection_stops} stops`
          : school;
    case "bracketing":
      if (s.bracketing.merge) return `merged in the camera, ${word(s.bracketing.merge.step)}`;
      return s.bracketing.frames > 1
        ? `${s.bracketing.frames} frames, ${Math.round(s.bracketing.step_ev * 100) / 100} apart`
        : "none";
    case "white":
      return s.white.kelvin ? `${s.white.kelvin} K, fixed` : word(s.white.mode);
    case "focus":
      return `${word(s.focus.mode)}${s.focus.area === "none" ? "" : `, ${word(s.focus.area)}`}`;
    case "drive":
      return `${word(s.drive.mode)}${s.drive.frames_per_second ? `, ${s.drive.frames_per_second} a second` : ""}`;
    case "shutter_type":
      return word(s.shutter_type);
    case "stabiliser":
      return word(s.stabiliser);
    case "file":
      return s.file === "both" ? "raw and finished" : s.file === "rendered" ? "finished" : "raw";
    default:
      return school;
  }
}

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
