/** Outlines of a body seen from three sides, and where its controls lie on them, in pixels of one drawing. */
import type { Schemas } from "@/api/client";

export type Control = Schemas["ControlOut"];
/** What lies at a spot, whatever else is known of it. */
export type At = { spot: string };
export type Spot = Schemas["SpotOut"];
export type Finder = Schemas["BodyControls"]["finder"];
type Face = "top" | "back" | "front";

export const WIDTH = 440;
interface Box {
  face: Face;
  height: number;
  label: string;
}
const ALL: readonly Box[] = [
  { face: "top", height: 122, label: "from above" },
  { face: "back", height: 252, label: "from behind" },
  { face: "front", height: 236, label: "from the front" },
];
export type Seen = Box & { y: number };
/** The faces that have controls, and the back in any case, one under the other. */
export function facesWith(controls: readonly At[], spots: readonly Spot[]): Seen[] {
  const used = new Set(["back", ...controls.map((c) => spots.find((s) => s.slug === c.spot)?.face)]);
  let y = 8;
  return ALL.filter((box) => used.has(box.face)).map((box) => {
    const seen = { ...box, y };
    y += box.height + 24;
    return seen;
  });
}
export const heightOf = (faces: readonly Seen[]): number => Math.max(...faces.map((f) => f.y + f.height)) + 8;
/** The roof over the finder: none, a low one, or the prism of a mirror. */
const ROOF: Record<Finder, { half: number; height: number }> = {
  screen: { half: 0, height: 0 },
  electronic: { half: 62, height: 40 },
  optical: { half: 84, height: 54 },
};
const MIDDLE = WIDTH / 2;

/** A body from above: flat in front, the grip at its right, the roof seen as a ridge. */
function top({ y, height }: Seen, finder: Finder): string {
  const { half } = ROOF[finder];
  const shoulder = y + (half ? 24 : 10);
  const ridge = half ? `L${MIDDLE - half} ${shoulder} l14 -22 h${2 * half - 28} l14 22` : "";
  return `M16 ${shoulder} ${ridge} L${WIDTH - 92} ${shoulder} q10 -20 30 -20 h34 q26 0 26 30 V${y + height - 24} q0 20 -20 20 H22 q-20 0 -20 -20 V${shoulder + 18} q0 -18 14 -18 Z`;
}
/** A body from behind or from the front: the roof in the middle. */
function wall({ y, height }: Seen, finder: Finder): string {
  const roof = ROOF[finder];
  const shoulder = y + Math.max(roof.height, 14);
  const rise = roof.half
    ? `L${MIDDLE - roof.half} ${shoulder} l20 ${-roof.height + 8} q4 -8 14 -8 h${2 * roof.half - 68} q10 0 14 8 l20 ${roof.height - 8}`
    : "";
  return `M22 ${shoulder} ${rise} H${WIDTH - 22} q20 0 20 20 V${y + height - 24} q0 22 -22 22 H24 q-22 0 -22 -22 V${shoulder + 20} q0 -20 20 -20 Z`;
}
export const outline = (seen: Seen, finder: Finder): string => (seen.face === "top" ? top : wall)(seen, finder);

export interface Placed<C extends At> {
  control: C;
  number: number;
  x: number;
  y: number;
}
/** Where controls lie on the drawing; two at one place lie side by side. */
export function placed<C extends At>(controls: readonly C[], spots: readonly Spot[], faces: readonly Seen[]): Placed<C>[] {
  const taken = new Map<string, number>();
  return controls.map((control, k) => {
    const spot = spots.find((one) => one.slug === control.spot);
    const { y, height } = faces.find((seen) => seen.face === spot?.face) ?? { y: 0, height: 0 };
    const before = taken.get(control.spot) ?? 0;
    taken.set(control.spot, before + 1);
    return {
      control,
      number: k + 1,
      x: (spot?.x ?? 0.5) * WIDTH + before * 30 * (spot && spot.x > 0.5 ? -1 : 1),
      y: y + (spot?.y ?? 0.5) * height,
    };
  });
}

export type Side = "left" | "right";
/** Which side each control is written on: from each face the leftmost half goes left, those behind the screen's edge last. */
export function sides(all: readonly Placed<Control>[], faces: readonly Seen[]): Map<string, Side> {
  const found = new Map<string, Side>();
  for (const { y, height } of faces) {
    const here = all.filter((one) => one.y >= y && one.y < y + height).sort((a, b) => a.x - b.x || a.y - b.y);
    here.forEach((one, k) => found.set(one.control.slug, k < Math.floor(here.length / 2) ? "left" : "right"));
  }
  return found;
}
