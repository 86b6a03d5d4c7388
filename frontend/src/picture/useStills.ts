import { computed } from "vue";
import { useOutings } from "@/api/queries";
import { sceneAt } from "./frames";

/** The small picture of a situation of a day, by its number or by its title; none where there is no such. */
export function useStills(outing: () => number) {
  const { data: outings } = useOutings();
  const rows = computed(() => outings.value?.find((day) => day.id === outing())?.situations ?? []);
  const at = (row?: { id: number; version: string }): string => (row ? sceneAt(row.id, row.version, 144) : "");
  return {
    of: (id: number | null): string => at(rows.value.find((row) => row.id === id)),
    titled: (title: string): string => at(rows.value.find((row) => row.title === title)),
  };
}
