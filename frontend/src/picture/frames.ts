export type View = "finder" | "raw" | "scene" | "pixels" | "fused";
export interface Wanted {
  view: View;
  width: number;
  x?: number;
  y?: number;
  /** Share of the frame's width that is shown about x and y. */
  part?: number;
  lift?: number;
  marks?: boolean;
}

/** The address of a frame: the same frame has the same address, so a browser keeps what it has seen. */
export function frameAt(token: string, wanted: Wanted): string {
  const query = new URLSearchParams();
  for (const [key, value] of Object.entries(wanted)) if (value !== undefined) query.set(key, String(value));
  return `/api/frames/${token}.jpg?${query.toString()}`;
}

/** The address of a stored situation's small picture; `at` is its version, so that a change is seen. */
export const sceneAt = (situation: number, at: string | number, width = 264): string =>
  `/api/situations/${situation}/scene.jpg?width=${width}&v=${encodeURIComponent(String(at))}`;

/** The same picture as a line drawing without colour, for the dark; none where there is none. */
export function linesOf(src: string): string {
  const width = /[?&]width=(\d+)/.exec(src)?.[1] ?? "264";
  const token = /^\/api\/frames\/([^/]+)\.jpg/.exec(src)?.[1];
  if (token) return `/api/frames/${token}/lines.png?width=${width}`;
  const hour = /^\/api\/door\/(\d+)\.jpg/.exec(src)?.[1];
  if (hour) return `/api/door/${hour}/lines.png`;
  const situation = /^\/api\/situations\/(\d+)\/scene\.jpg/.exec(src)?.[1];
  return situation ? `/api/situations/${situation}/lines.png?width=${width}` : "";
}
