const LABEL = 30;

/** What is written under its bar, pushed apart where two would lie on each other. */
export function apart<T extends { y: number }>(all: T[], gap = LABEL): (T & { at: number })[] {
  const rows = [...all].sort((a, b) => a.y - b.y).map((one) => ({ ...one, at: one.y }));
  rows.forEach((row, k) => {
    const before = rows[k - 1];
    if (before) row.at = Math.max(row.at, before.at + gap);
  });
  return rows;
}

/** The next white of a dial, or the one before; none at its ends. */
export const nextOn = (dial: number[], now: number, by: number): number | undefined =>
  by > 0 ? dial.find((one) => one > now + 1) : dial.filter((one) => one < now - 1).at(-1);
