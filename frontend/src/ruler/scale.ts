/** The one scale: a stop is a stop everywhere. */
export const STOP = 36;
export const BRIGHTER = 6;
export const DARKER = 12;

const FRACTIONS: Record<number, string> = { 0.33: "1/3", 0.67: "2/3", 0.5: "1/2", 0.25: "1/4", 0.75: "3/4" };

/** Stops as a whole part and a fraction set apart, for drawing with the font's fractions. */
export function parts(stops: number): { sign: string; whole: string; fraction: string } {
  const size = Math.abs(stops);
  let whole = Math.floor(size + 1e-6);
  const rest = size - whole;
  let fraction = "";
  if (rest > 0.04) {
    const near = Object.keys(FRACTIONS).find((key) => Math.abs(Number(key) - rest) < 0.045);
    if (near) fraction = FRACTIONS[Number(near)] ?? "";
    else if (rest > 0.955) whole += 1;
    else return { sign: stops < 0 ? "−" : "", whole: size.toFixed(1), fraction: "" };
  }
  return { sign: stops < 0 && (whole || fraction) ? "−" : "", whole: whole || !fraction ? String(whole) : "", fraction };
}
