import { useQueryClient } from "@tanstack/vue-query";
import { ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { changed, keyOf, nowKnown } from "@/api/keys";
import { useInTurn } from "@/api/inTurn";

export type Layout = Schemas["LayoutForm"];

/** Keeping a change of a body's layout, with what is said of it, and where it was wrong. */
export function useLayoutChange() {
  const queries = useQueryClient();
  const said = ref("");
  /** Layouts as they were before each change made here, the last one last. */
  const past = ref<{ slug: string; document: Layout }[]>([]);
  const wrong = ref("");
  type Change = { slug: string; made: (layout: Layout) => Partial<Layout>; words: string };
  const keep = useInTurn(
    () => "layout",
    async ({ slug, made, words }: Change): Promise<boolean> => {
      said.value = wrong.value = "";
      const at = { path: { slug } };
      try {
        const read = await take(client.GET("/api/kit/bodies/{slug}/layout", { params: at }));
        const answer = await take(
          client.PUT("/api/kit/bodies/{slug}/layout", {
            params: { ...at, header: { "If-Match": read.version } },
            body: { ...read.document, ...made(read.document) },
          }),
        );
        await nowKnown(queries, keyOf("layout", slug), answer);
        past.value = [...past.value, { slug, document: read.document }].slice(-100);
        said.value = words;
      } catch (caught) {
        wrong.value =
          caught instanceof ProblemError
            ? Object.values(caught.places).join("; ") || caught.message
            : "The server cannot be reached; nothing was changed.";
        return false;
      }
      await changed(queries, "layout");
      return true;
    },
  );
  const change = (slug: string, made: Change["made"], words: string): Promise<boolean> => keep({ slug, made, words });
  async function undo(): Promise<void> {
    const before = past.value[past.value.length - 1];
    if (!before) return;
    const kept = past.value.slice(0, -1);
    if (await change(before.slug, () => before.document, "undone")) past.value = kept;
  }
  return { change, undo, past, said, wrong };
}
