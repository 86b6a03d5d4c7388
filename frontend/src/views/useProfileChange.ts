import { useQueryClient } from "@tanstack/vue-query";
import { client, take, type Schemas } from "@/api/client";
import { changed, keyOf } from "@/api/keys";
import { useInTurn } from "@/api/inTurn";

/** Keep a part of the profile from a screen that is not the profile's own; throws what the server refuses. */
export function useProfileChange(): (change: Partial<Schemas["PersonForm"]>) => Promise<void> {
  const queries = useQueryClient();
  return useInTurn(
    () => "profile",
    async (change: Partial<Schemas["PersonForm"]>) => {
      const mine = queries.getQueryData<Schemas["ProfileOut"]>(keyOf("profile"));
      if (!mine) return;
      try {
        await take(
          client.PUT("/api/profile", { params: { header: { "If-Match": mine.version } }, body: { ...mine.document, ...change } }),
        );
      } finally {
        await changed(queries, "profile");
      }
    },
  );
}
