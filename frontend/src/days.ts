import type { Schemas } from "@/api/client";

/** A moment as one says it, in the clock of whoever looks. */
export const moment = (iso: string): string => new Date(iso).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });

type Day = Schemas["OutingOut"];
const OF_ONE = new Set(["bench", "rehearse", "settings", "walk"]);

/** The next day, or the last there was. */
export function nextDay(days: readonly Day[], today = new Date().toISOString().slice(0, 10)): Day | undefined {
  return days.find((day) => day.day >= today) ?? days[days.length - 1];
}
/** The day that a page is of: its own, that of its situation, else the next. */
export function dayAt(days: readonly Day[], page: string, id: number): Day | undefined {
  const own = OF_ONE.has(page) ? days.find((day) => day.situations.some((s) => s.id === id)) : days.find((day) => day.id === id);
  return own ?? nextDay(days);
}
