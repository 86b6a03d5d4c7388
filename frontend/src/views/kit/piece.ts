/** A piece of kit between its document and the words that are typed for it. */
import { figure } from "@/fields/typed";
import type { Schemas } from "@/api/client";
import type { Field, Group } from "./fields";

export type Document = Record<string, unknown>;
export type Typed = Record<string, string | boolean | string[]>;

export const valueAt = (document: Document, key: string): unknown =>
  key.split(".").reduce<unknown>((at, part) => (at as Document | undefined)?.[part], document);
/** The same document with a value at its place; undefined takes the place out. */
function withValue(document: Document, [part = "", ...rest]: string[], value: unknown): Document {
  const next = { ...document };
  if (rest.length) next[part] = withValue((document[part] ?? {}) as Document, rest, value);
  else if (value === undefined) delete next[part];
  else next[part] = value;
  return next;
}
export function shown(value: unknown, time?: boolean): string {
  if (typeof value !== "number") return "";
  return time && value < 0.3 ? `1/${Math.round(1 / value)}` : String(Math.round(value * 10000) / 10000);
}
const list = (value: unknown): number[] =>
  Array.isArray(value) ? (value as number[]) : typeof value === "number" ? [value] : [];
type Offer = { frames: number; step_ev: number };

/** The words in which a document is shown for correcting; what is assumed is left empty, so that it can be seen. */
export function typedFrom(document: Document, groups: Group[]): Typed {
  const guessed = new Set((document.assumed as string[] | undefined) ?? []);
  if (guessed.has("widest_aperture")) guessed.add("widest_short").add("widest_long");
  const ends = document.widest_aperture;
  const flat: Document = { ...document };
  [flat.widest_short, flat.widest_long] = Array.isArray(ends) ? ends : [ends, ends];
  const words: Typed = {};
  for (const field of groups.flatMap((g) => g.fields)) {
    const value = valueAt(flat, field.key);
    if (field.as === "yes") words[field.key] = value === true;
    else if (field.as === "some") words[field.key] = Array.isArray(value) ? (value as string[]) : [...(field.unsaid ?? [])];
    else if (field.as === "only") words[field.key] = onlyTyped((value ?? []) as OnlyWith[]);
    else if (field.as === "one" || field.as === "lens") words[field.key] = String(value ?? "");
    else if (field.as === "list")
      words[field.key] = list(value)
        .map((one) => shown(one, field.time))
        .join(", ");
    else if (field.as === "sets")
      words[field.key] = ((value ?? []) as Offer[]).map((o) => `${o.frames} × ${Math.round(o.step_ev * 100) / 100}`).join(", ");
    else words[field.key] = guessed.has(field.key) && field.usual !== undefined ? "" : shown(value, field.time);
  }
  return words;
}

const number = (text: string): number | null => (text.trim() ? figure(text) : null);
function sets(text: string): Offer[] | null {
  const rows = text.split(/[,;]/).filter((part) => part.trim());
  const found = rows.map((part) => /^\s*(\d+)\s*[×x*]\s*(\d+(?:\.\d+)?)\s*$/.exec(part));
  return found.some((m) => !m) ? null : found.map((m) => ({ frames: Number(m?.[1]), step_ev: Number(m?.[2]) }));
}

type OnlyWith = Schemas["OnlyWithForm"];
const DIALS: Record<OnlyWith["dial"], string> = { iso: "ISO", shutter_s: "time", aperture: "aperture" };
const dialled = (dial: OnlyWith["dial"], value: number): string => shown(value, dial === "shutter_s");
const ends = (dial: OnlyWith["dial"], low: number, high: number): string =>
  `${DIALS[dial]} ${dialled(dial, low)}${low === high ? "" : ` to ${dialled(dial, high)}`}`;
/** What goes only with what, one to a line. */
const onlyTyped = (rows: OnlyWith[]): string =>
  rows
    .map((o) => `${ends(o.dial, o.lowest, o.highest)} only with ${ends(o.needs_dial, o.needs_lowest, o.needs_highest)}`)
    .join("\n");
const PART = String.raw`(ISO|time|aperture)\s+([\d./]+)(?:\s*to\s*([\d./]+))?`;
/** The same read; the line that is none of it, where there is one. A reason that was written before is kept. */
function onlyRead(text: string, before: OnlyWith[]): OnlyWith[] | string {
  const found: OnlyWith[] = [];
  for (const line of text.split("\n").filter((one) => one.trim())) {
    const [, dial, low, high, needs, least, most] =
      new RegExp(`^\\s*${PART}\\s+only with\\s+${PART}\\s*\\.?\\s*$`, "i").exec(line) ?? [];
    const slug = (word = ""): OnlyWith["dial"] =>
      (Object.keys(DIALS) as OnlyWith["dial"][]).find((one) => DIALS[one].toLowerCase() === word.toLowerCase()) ?? "iso";
    const figures = [low, high ?? low, least, most ?? least].map((one) => number(one ?? ""));
    if (!dial || figures.some((one) => one === null || Number.isNaN(one))) return line.trim();
    const [a, b, c, d] = figures as [number, number, number, number];
    const row = { dial: slug(dial), lowest: Math.min(a, b), highest: Math.max(a, b), needs_dial: slug(needs) };
    const kept = before.find((o) => o.dial === row.dial && o.lowest === row.lowest && o.highest === row.highest);
    const reason =
      kept?.reason ?? `this body has ${ends(row.dial, row.lowest, row.highest)} only with ${ends(row.needs_dial, c, d)}`;
    found.push({ ...row, needs_lowest: Math.min(c, d), needs_highest: Math.max(c, d), reason });
  }
  return found;
}

/** The document as typed, with what is assumed named in it; errors by place, as the server gives them. */
export function documentFrom(
  base: Document,
  name: string,
  words: Typed,
  groups: Group[],
): { document: Document; errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  let document: Document = { ...base, name };
  const fields = groups.flatMap((g) => g.fields);
  const own = new Set(fields.map((f) => (f.key.startsWith("widest_") ? "widest_aperture" : f.key)));
  const guessed = new Set(((base.assumed as string[] | undefined) ?? []).filter((key) => !own.has(key)));
  const put = (field: Field, value: unknown) => {
    document = withValue(document, field.key.split("."), value);
  };
  for (const field of fields) {
    const given = words[field.key];
    if (field.as === "some" && field.unsaid) {
      const some = given as string[];
      if (!some.length) errors[`/${field.key.replaceAll(".", "/")}`] = "a body has one of them at least";
      const asUnsaid = some.length === field.unsaid.length && field.unsaid.every((one) => some.includes(one));
      put(field, asUnsaid ? undefined : some);
    } else if (field.as === "yes" || field.as === "some") put(field, given);
    else if (field.as === "only") {
      const rows = onlyRead(String(given ?? ""), (valueAt(base, field.key) ?? []) as OnlyWith[]);
      if (typeof rows === "string")
        errors[`/${field.key}`] = `“${rows}” is not understood: write ISO 3200 to 6400 only with time 1/4000 to 20`;
      else put(field, rows);
    } else if (field.as === "one" || field.as === "lens") put(field, given || null);
    else if (field.as === "sets") {
      const offers = sets(String(given ?? ""));
      if (!offers) errors[`/${field.key}`] = `“${String(given)}” is not a list of sets: write 3 × 1, 5 × 2`;
      else put(field, offers);
    } else if (field.as === "list") {
      const values = String(given ?? "")
        .split(/[,;]/)
        .filter((part) => part.trim())
        .map(number);
      if (values.some((v) => v === null || !Number.isFinite(v)))
        errors[`/${field.key}`] = `“${String(given)}” is not a list of ${field.holds?.[0]}: write ${field.holds?.[1]}`;
      else put(field, values);
    } else {
      const typed = number(String(given ?? ""));
      if (Number.isNaN(typed))
        errors[`/${field.key.replaceAll(".", "/")}`] =
          `“${String(given)}” is not a number; write ${field.time ? "1/4000 or 0.5" : "24 or 2.8"}`;
      if (typed === null && field.usual !== undefined) {
        guessed.add(field.key.startsWith("widest_") ? "widest_aperture" : field.key);
        const kept = valueAt(base, field.key);
        put(field, typeof kept === "number" && ((base.assumed as string[]) ?? []).includes(field.key) ? kept : field.usual);
      } else put(field, typed ?? (field.key === "traits.slots" ? 0 : null));
    }
  }
  if ("widest_short" in document) {
    document.widest_aperture =
      document.widest_short === document.widest_long ? document.widest_short : [document.widest_short, document.widest_long];
    delete document.widest_short;
    delete document.widest_long;
  }
  document.assumed = [...guessed].sort();
  return { document, errors };
}
