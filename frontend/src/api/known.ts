import type { QueryClient, QueryKey } from "@tanstack/vue-query";

/** What was answered is what is known of a thing from now on; an older question still under way would undo it, and is dropped. */
export async function nowKnown(queries: QueryClient, queryKey: QueryKey, answer: unknown): Promise<void> {
  await queries.cancelQueries({ queryKey, exact: true });
  queries.setQueryData(queryKey, answer);
}
