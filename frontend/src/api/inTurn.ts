import { useMutation } from "@tanstack/vue-query";

/**
 * Saves of one stored thing go one after the other, from whichever screen they come.
 *
 * A save says which version it is based on. Two of one's own under way at once would name the same one, and the second would be
 * told that somebody else changed the thing; so `keep` runs when the save before it has been answered, and reads the version then.
 */
export function useInTurn<Change = void, Kept = void>(
  thing: () => string,
  keep: (change: Change) => Promise<Kept>,
): (change: Change) => Promise<Kept> {
  const { mutateAsync } = useMutation(() => ({ mutationFn: keep, scope: { id: thing() }, networkMode: "always" as const }));
  return (change) => mutateAsync(change);
}
