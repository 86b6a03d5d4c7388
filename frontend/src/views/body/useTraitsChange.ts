import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, newerIn, ProblemError, take, type Body, type Schemas } from "@/api/client";
import { changed, keyOf } from "@/api/keys";
import { useInTurn } from "@/api/inTurn";

export type Traits = Schemas["TraitsForm"];

/** Keeping a change of what a body's profile says, with what is said of it, and where it was wrong. */
export function useTraitsChange(props: { slug: string; body: Body; version: string }) {
  const queries = useQueryClient();
  const error = ref("");
  const said = ref("");
  const traits = computed<Traits>(() => props.body.traits ?? {});
  type Change = (now: Traits) => Partial<Traits>;
  const put = useInTurn(
    () => `body-${props.slug}`,
    async (change: Change) => {
      const kit = queries.getQueryData<Schemas["KitOut"]>(keyOf("kit"));
      const { document: body, version } = kit?.bodies.find((b) => b.slug === props.slug) ?? {
        document: props.body,
        version: props.version,
      };
      try {
        await take(
          client.PUT("/api/kit/bodies/{slug}", {
            params: { path: { slug: props.slug }, header: { "If-Match": version } },
            body: { ...body, traits: { ...body.traits, ...change(body.traits ?? {}) } },
          }),
        );
      } finally {
        await changed(queries, "kit");
      }
    },
  );
  /** Keep what `change` makes of the traits, as the change before this one left them. */
  async function keep(change: Change, words: string): Promise<boolean> {
    error.value = said.value = "";
    try {
      await put(change);
      said.value = words;
    } catch (caught) {
      error.value = newerIn(caught)
        ? "This body was changed elsewhere; what is shown now is the newer one. Try again."
        : caught instanceof ProblemError
          ? Object.values(caught.places).join("; ") || caught.message
          : "The server cannot be reached.";
    }
    return !error.value;
  }
  return { traits, keep, error, said };
}
