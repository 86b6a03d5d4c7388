import { computed, ref, type Ref } from "vue";
import { useRoute } from "vue-router";
import type { Schemas } from "@/api/client";

export interface Standing {
  token: string;
  label: string;
  aspect: number;
}
const MOST = 4;

/**
 * What stands side by side: the frame as set first. Frames one might take are told by their slug in the address, so that they
 * follow the situation; kept ones and those of other kit by their token, for as long as the screen is open.
 */
export function useBeside(
  go: (query: Record<string, string | undefined>) => void,
  now: Ref<Schemas["AtOnceOut"] | null>,
  told: Ref<Schemas["RehearsalOut"] | null>,
) {
  const route = useRoute();
  const besides = computed(() =>
    String(route.query.beside ?? "")
      .split(",")
      .filter(Boolean),
  );
  const chosen = ref<Standing[]>([]);
  function setBeside(slug: string): void {
    const rest = besides.value.filter((one) => one !== slug);
    const all = rest.length === besides.value.length ? [...rest, slug].slice(1 - MOST) : rest;
    go({ beside: all.join(",") || undefined, view: "beside" });
  }
  function besideToken(frame: Standing): void {
    const rest = chosen.value.filter((one) => one.token !== frame.token);
    chosen.value = rest.length === chosen.value.length ? [...rest, frame].slice(1 - MOST) : rest;
    go({ view: "beside" });
  }
  const side = computed<Standing[]>(() => {
    if (!now.value) return [];
    const { frame, aspect } = now.value;
    const variants = besides.value.flatMap((slug) => {
      const found = told.value?.variants.find((variant) => variant.slug === slug);
      return found ? [{ token: found.frame.token, label: `${found.label}: ${found.frame.figures.said}`, aspect }] : [];
    });
    return [{ token: frame.token, label: `as set: ${frame.figures.said}`, aspect }, ...variants, ...chosen.value].slice(0, MOST);
  });
  return { besides, chosen, setBeside, besideToken, side };
}
