/** A piece of kit between its document and the words that are typed for it. */
import { decimal } from "@/fields/typed";
import type { Field, Group } from "./fields";

export type Document = Record<string, unknown>;
export type Typed = Record<string, string | boolean | string[]>;

const traits = (document: Document): Document => (document.traits ?? {}) as Document;
export function valueAt(document: Document, key: string): unknown {
  return key.startsWith("traits.") ? traits(document)[key.slice("traits.".length)] : document[key];
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
    else if (field.as === "some") words[field.key] = Array.isArray(value) ? (value as string[]) : [];
    else if (field.as === "one" || field.as === "lens") words[field.key] = String(value ?? "");
    else if (field.as === "list") words[field.key] = list(value).join(", ");
    else if (field.as === "sets")
      words[field.key] = ((value ?? []) as Offer[]).map((o) => `${o.frames} × ${Math.round(o.step_ev * 100) / 100}`).join(", ");
    else words[field.key] = guessed.has(field.key) && field.usual !== undefined ? "" : shown(value, field.time);
  }
  return words;
}

function number(text: string): number | null {
  if (!text.trim()) return null;
  const fraction = /^1\/(\d+(?:\.\d+)?)$/.exec(text.trim());
  return fraction ? 1 / Number(fraction[1]) : decimal(text);
}
function sets(text: string): Offer[] | null {
  const rows = text.split(/[,;]/).filter((part) => part.trim());
  const found = rows.map((part) => /^\s*(\d+)\s*[×x*]\s*(\d+(?:\.\d+)?)\s*$/.exec(part));
  return found.some((m) => !m) ? null : found.map((m) => ({ frames: Number(m?.[1]), step_ev: Number(m?.[2]) }));
}

/** The document as typed, with what is assumed named in it; errors by place, as the server gives them. */
export function documentFrom(
  base: Document,
  name: string,
  words: Typed,
  groups: Group[],
): { document: Document; errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  const document: Document = { ...base, name };
  const stated: Document = { ...traits(base) };
  const fields = groups.flatMap((g) => g.fields);
  const own = new Set(fields.map((f) => (f.key.startsWith("widest_") ? "widest_aperture" : f.key)));
  const guessed = new Set(((base.assumed as string[] | undefined) ?? []).filter((key) => !own.has(key)));
  const put = (field: Field, value: unknown) => {
    if (field.key.startsWith("traits.")) stated[field.key.slice("traits.".length)] = value;
    else document[field.key] = value;
  };
  for (const field of fields) {
    const given = words[field.key];
    if (field.as === "yes" || field.as === "some") put(field, given);
    else if (field.as === "one" || field.as === "lens") put(field, given || null);
    else if (field.as === "sets") {
      const offers = sets(String(given ?? ""));
      if (!offers) errors[`/${field.key}`] = `“${String(given)}” is not a list of sets: write 3 × 1, 5 × 2`;
      else put(field, offers);
    } else if (field.as === "list") {
      const values = String(given ?? "")
        .split(/[,;]/)
        .filter((part) => part.trim())
        .map(Number);
      if (values.some((v) => !Number.isFinite(v)))
        errors[`/${field.key}`] = `“${String(given)}” is not a list of stops: write 1, 2`;
      else put(field, values);
    } else {
      const typed = number(String(given ?? ""));
      if (Number.isNaN(typed))
        errors[`/${field.key.replace(".", "/")}`] =
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
  if (Object.keys(stated).length) document.traits = stated;
  document.assumed = [...guessed].sort();
  return { document, errors };
}
