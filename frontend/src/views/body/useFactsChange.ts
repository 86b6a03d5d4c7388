import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, ProblemError, take, type Body, type Schemas } from "@/api/client";

export type Facts = Schemas["BodyFactsForm"];

/** Keeping a change of what a body's profile says, with what is said of it, and where it was wrong. */
export function useFactsChange(props: { slug: string; body: Body; version: string }) {
  const queries = useQueryClient();
  const error = ref("");
  const said = ref("");
  const facts = computed<Facts>(() => props.body.facts ?? {});
  async function keep(change: Partial<Facts>, words: string): Promise<boolean> {
    error.value = said.value = "";
    try {
      await take(
        client.PUT("/api/kit/bodies/{slug}", {
          params: { path: { slug: props.slug }, header: { "If-Match": props.version } },
          body: { ...props.body, facts: { ...facts.value, ...change } },
        }),
      );
      said.value = words;
    } catch (caught) {
      const late = caught instanceof ProblemError && caught.problem.status === 412;
      error.value = late
        ? "This body was changed elsewhere; what is shown now is the newer one. Try again."
        : caught instanceof ProblemError
          ? Object.values(caught.places).join("; ") || caught.message
          : "The server cannot be reached.";
    }
    await queries.invalidateQueries({ queryKey: ["kit"] });
    return !error.value;
  }
  return { facts, keep, error, said };
}
