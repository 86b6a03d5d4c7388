/** How counts of the day are written. */
export const round = (n: number): string => (n >= 10 ? n.toFixed(0) : n.toFixed(1).replace(/\.0$/, ""));
export const howOften = (n: number): string => (round(n) === "1" ? "1 use" : `${round(n)} uses`);
