import type { Schemas } from "@/api/client";

/** What moves meanwhile, in pixels, in a row. */
export const drifted = (all: Schemas["DriftOut"][]): string =>
  all.map((one) => `${one.what} ${one.pixels < 10 ? one.pixels.toFixed(1) : one.pixels.toFixed(0)}`).join("; ");
