import { useQueryClient } from "@tanstack/vue-query";
import { ref } from "vue";
import { client, ProblemError, take } from "@/api/client";
import { changed } from "@/api/keys";

/** A change that touches several situations of a day at once, and the way back: each gets the document it had before. */
export function useDayChange(outing: () => number) {
  const queries = useQueryClient();
  const wrong = ref("");
  /** Situations that the last change made here has changed, with their versions since. */
  const moved = ref<{ id: number; version: string }[]>([]);
  const versions = async (): Promise<Map<number, string>> => {
    const days = await take(client.GET("/api/outings"));
    return new Map(days.find((d) => d.id === outing())?.situations.map((s) => [s.id, s.version]));
  };
  async function told(work: () => Promise<void>): Promise<boolean> {
    wrong.value = "";
    try {
      await work();
    } catch (caught) {
      wrong.value =
        caught instanceof ProblemError
          ? Object.values(caught.places).join("; ") || caught.message
          : "The server cannot be reached; nothing was changed.";
    }
    await changed(queries, "outings");
    return !wrong.value;
  }
  const change = (work: () => Promise<unknown>): Promise<boolean> =>
    told(async () => {
      const before = await versions();
      await work();
      const after = [...(await versions())].map(([id, version]) => ({ id, version }));
      moved.value = after.filter(({ id, version }) => before.get(id) !== version);
    });
  const undo = (): Promise<boolean> =>
    told(async () => {
      while (moved.value.length) {
        const [{ id, version }, ...rest] = moved.value as [{ id: number; version: string }];
        const path = { pk: id };
        const body = await take(client.GET("/api/situations/{pk}/earlier", { params: { path } }));
        await take(client.PUT("/api/situations/{pk}", { params: { path, header: { "If-Match": version } }, body }));
        moved.value = rest;
      }
    });
  return { change, undo, changed: moved, wrong };
}
