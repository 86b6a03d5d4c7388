import type { Query, QueryClient } from "@tanstack/vue-query";

/** Everything that is asked of the server and kept, by name. */
export type Name = Fixed | Changed | Computed;
/** The same for all, or as it was made. */
type Fixed = "me" | "words" | "guide" | "kinds" | "scenes" | "line" | "card" | "door";
/** What a person changes. */
type Changed =
  | "browsers"
  | "codes"
  | "factor"
  | "kit"
  | "layout"
  | "dialect"
  | "held"
  | "profile"
  | "outings"
  | "frames"
  | "pictures"
  | "came";
/** Computed from that: of a day or a body, then of one situation. */
type Computed =
  | "day"
  | "sun"
  | "night"
  | "slots"
  | "my slots"
  | "fingers"
  | "checks"
  | "traffic"
  | "alike"
  | "walk"
  | "first"
  | "review"
  | "learned"
  | "sensor"
  | "link"
  | "beside"
  | "last frame"
  | "uses"
  | "steps"
  | OfOne;
type OfOne = "now" | "setup" | "histograms" | "longer set";
type Key = readonly [Name, ...unknown[]];

export const keyOf = (name: Name, ...of: unknown[]): Key => [name, ...of];

const OF_A_DAY: readonly Name[] = [
  "day",
  "sun",
  "night",
  "slots",
  "my slots",
  "fingers",
  "checks",
  "traffic",
  "alike",
  "walk",
  "first",
  "uses",
  "review",
];
const OF_ONE: readonly Name[] = ["now", "setup", "longer set"];
/** What is computed from what, and so asked for again when that has changed. */
const FOLLOWS: Partial<Record<Name, readonly Name[]>> = {
  outings: OF_A_DAY,
  kit: [...OF_A_DAY, ...OF_ONE],
  profile: [...OF_A_DAY, ...OF_ONE, "learned"],
  layout: ["fingers", "first", "alike", "walk", "slots", "my slots"],
  dialect: ["walk", "first"],
  pictures: ["now", "longer set"],
  came: ["review", "learned"],
  held: ["walk", "slots", "first", "day"],
  link: ["beside"],
};

/** Something is not as it was: it is asked for again, and so is what follows from it, for which nobody waits. */
export async function changed(queries: QueryClient, ...what: Name[]): Promise<void> {
  const follows = new Set(what.flatMap((name) => FOLLOWS[name] ?? []));
  const named = (names: { has: (name: Name) => boolean }) => (query: Query) => names.has(query.queryKey[0] as Name);
  void queries.invalidateQueries({ predicate: named(follows) });
  await queries.invalidateQueries({ predicate: named(new Set(what)) });
}

/** What was answered is what is known of a thing from now on; an older question still under way would undo it, and is dropped. */
export async function nowKnown(queries: QueryClient, queryKey: Key, answer: unknown): Promise<void> {
  await queries.cancelQueries({ queryKey, exact: true });
  queries.setQueryData(queryKey, answer);
}
