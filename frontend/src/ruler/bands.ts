import type { Row } from "@/api/client";

export type Texture = "depth" | "iso" | "time" | "dark" | "spare" | "over";
export interface Band {
  from: number;
  to: number;
  word: string;
  texture: Texture;
  rung: number | null;
  limit: string;
}

const TEXTURE: Record<string, Texture> = {
  depth: "depth",
  separation: "depth",
  freeze: "time",
  shake: "time",
  motion_blur: "time",
  iso: "iso",
  noise: "iso",
  brightness: "dark",
};
const WORD: Record<Texture, string> = { depth: "depth", iso: "ISO", time: "time", dark: "dark", spare: "spare", over: "over" };

function textureOf(row: Row): Texture {
  if (!row.binding) return "spare";
  if (row.binding.intent === "brightness") return row.binding.rung === null && row.brightness_ev > 0.05 ? "over" : "dark";
  return TEXTURE[row.binding.intent] ?? "spare";
}

/** Runs of the ladder in which the same thing gives, in stops from now. */
export function bandsOf(rows: Row[], offsets: number[]): Band[] {
  const bands: Band[] = [];
  for (let k = 1; k < rows.length; k += 1) {
    const row = rows[k] as Row;
    const texture = textureOf(row);
    const rung = row.binding?.rung ?? null;
    const last = bands.at(-1);
    if (last && last.texture === texture && last.rung === rung) last.to = offsets[k] ?? last.to;
    else
      bands.push({
        from: offsets[k - 1] ?? 0,
        to: offsets[k] ?? 0,
        word: WORD[texture],
        texture,
        rung,
        limit: row.binding?.limit ?? "",
      });
  }
  return bands;
}

export interface Mark {
  at: number;
  text: string;
}

/** Where a dial's value changes along the ladder, thinned so that labels do not touch. */
export function marksOf(values: string[], offsets: number[], room: number): Mark[] {
  const marks: Mark[] = [];
  values.forEach((text, k) => {
    const at = offsets[k] ?? 0;
    if (k > 0 && text === values[k - 1]) return;
    const last = marks.at(-1);
    if (!last || (last.at - at) * room >= 17) marks.push({ at, text });
  });
  return marks;
}
