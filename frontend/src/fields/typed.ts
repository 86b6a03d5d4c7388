/** Numbers as people type them. */

/** A number with a comma or a point, and either minus; NaN for what is none. */
export const decimal = (text: string): number => Number(text.trim().replace(",", ".").replace("−", "-"));

/** A figure of a dial, as 1/30, 0.5 or 800; NaN for what is none. */
export function figure(text: string): number {
  const over = /^\s*1\/(\d+(?:\.\d+)?)\s*$/.exec(text);
  return over ? 1 / Number(over[1]) : text.trim() ? decimal(text) : NaN;
}

const THIRDS: Record<string, number> = { "⅓": 1 / 3, "⅔": 2 / 3, "1/3": 1 / 3, "2/3": 2 / 3 };

/** Stops as people type them: 2, 1.67, 1⅔, 1 2/3 or 2/3; NaN for what is none. */
export function stops(text: string): number {
  const found = /^([-−+]?)(\d*)\s*(⅓|⅔|(?<![\d.,])[12]\/3)$/.exec(text.trim());
  if (!found) return decimal(text);
  const size = Number(found[2] || 0) + (THIRDS[found[3] ?? ""] ?? 0);
  return /[-−]/.test(found[1] ?? "") ? -size : size;
}

/** Stops as a dial in thirds shows them; other shares as decimals. */
export function inThirds(value: number): string {
  const thirds = Math.round(Math.abs(value) * 3);
  if (Math.abs(Math.abs(value) - thirds / 3) > 0.006) return String(Math.round(value * 100) / 100);
  const part = ["", "⅓", "⅔"][thirds % 3] ?? "";
  const whole = Math.floor(thirds / 3);
  return `${value < 0 && thirds ? "−" : ""}${whole || !part ? whole : ""}${part}`;
}

/** Stops in a list, as 3, 6, 10 or 3; 6 stops; null where one of them is not between 0 and 20. */
export function stopsIn(text: string): number[] | null {
  const parts = text.split(/[,;\s]+/).filter((part) => part && !/^stops?$/.test(part));
  const stops = parts.map(Number);
  return stops.every((v) => v > 0 && v <= 20) ? stops : null;
}

/** What is said of a list that is none. */
export const notStops = (text: string): string => `“${text}” is not a list of stops: write 3, 6, 10`;
