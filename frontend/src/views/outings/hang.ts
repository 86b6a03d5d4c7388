/** Where the pictures of a day hang: above and below the tide, each as near to its hour as it can. */
import { spread } from "@/drawn/spread";

export interface Axis {
  from: number;
  to: number;
  width: number;
}
const HOUR = 60;
const DAWN = 3 * HOUR;
/** Minutes from the midnight before a day; the small hours belong to its night. */
export function minutesOf(clock: string): number {
  const minutes = Number(clock.slice(0, 2)) * HOUR + Number(clock.slice(3, 5));
  return minutes < DAWN ? minutes + 24 * HOUR : minutes;
}
/** A time of day on the clock, five minutes at a time, within the day from three to three. */
export function clockOf(minutes: number, by = 5): string {
  const held = Math.min(Math.max(Math.round(minutes / by) * by, DAWN), 27 * HOUR - by);
  const on = held % (24 * HOUR);
  return `${String(Math.floor(on / HOUR)).padStart(2, "0")}:${String(on % HOUR).padStart(2, "0")}`;
}
/** The hours that a day is drawn over: its own, and some room at either side. */
export function axisOf(begins: readonly number[], width: number): Axis {
  const first = begins.length ? Math.min(...begins) : 6 * HOUR;
  const last = begins.length ? Math.max(...begins) : 20 * HOUR;
  const from = Math.max(DAWN, Math.floor((first - 20) / HOUR) * HOUR);
  return { from, to: Math.max(from + 4 * HOUR, Math.ceil((last + 20) / HOUR) * HOUR), width };
}
export const xOf = (axis: Axis, minutes: number): number => ((minutes - axis.from) / (axis.to - axis.from)) * axis.width;
export const minutesAt = (axis: Axis, x: number): number => axis.from + (x / axis.width) * (axis.to - axis.from);

export interface Hung {
  left: number;
  /** Above the tide from 0 up, below it from −1 down. */
  tier: number;
}
export const GAP = 20;
const LARGEST = 172;
const SMALLEST = 112;
export interface Rows {
  width: number;
  above: number;
  below: number;
  hung: Hung[];
}
/** Rows of pictures, in turns above and below; small ones, then more rows, where the day is full. */
export function hang(axis: Axis, begins: readonly number[]): Rows {
  const count = begins.length;
  const inRow = Math.max(1, Math.floor((axis.width + GAP) / (SMALLEST + GAP)));
  const rows = Math.min(Math.max(2, Math.ceil(count / inRow)), Math.max(1, count));
  const fullest = Math.max(1, Math.ceil(count / rows));
  const width = Math.floor(Math.min(LARGEST, (axis.width + GAP) / fullest - GAP));
  const hung: Hung[] = begins.map(() => ({ left: 0, tier: 0 }));
  for (let row = 0; row < rows; row++) {
    const here = begins.map((minutes, k) => ({ minutes, k })).filter(({ k }) => k % rows === row);
    const starts = spread(
      here.map(({ minutes }) => xOf(axis, minutes) - width / 2),
      here.map(() => width),
      axis.width,
      GAP,
    );
    const tier = row % 2 ? (row - 1) / 2 : -1 - row / 2;
    here.forEach(({ k }, n) => (hung[k] = { left: Math.max(0, starts[n] ?? 0), tier }));
  }
  return { width, above: Math.floor(rows / 2), below: Math.ceil(rows / 2), hung };
}

/** The light of the sky at a minute, between those it is told for; null where it is not told. */
export function skyAt(sky: readonly { minutes: number; ev100: number }[], minutes: number): number | null {
  const after = sky.findIndex((one) => one.minutes >= minutes);
  const [a, b] = [sky[after - 1], sky[after]];
  if (!b) return null;
  return a ? a.ev100 + ((minutes - a.minutes) / (b.minutes - a.minutes)) * (b.ev100 - a.ev100) : b.ev100;
}
