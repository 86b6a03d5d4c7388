import { computed } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { View } from "@/picture/frames";

/** Ways to look at the picture. */
export const VIEWS: { slug: View | "beside" | "own"; label: string }[] = [
  { slug: "finder", label: "finder" },
  { slug: "raw", label: "raw" },
  { slug: "scene", label: "the scene itself" },
  { slug: "pixels", label: "100 %" },
  { slug: "beside", label: "side by side" },
  { slug: "own", label: "my own picture" },
];
/** What may stand under the picture, each with the letter that calls it. */
export const UNDER = {
  frames: "F",
  metering: "M",
  range: "R",
  sets: "S",
  series: "E",
  white: "W",
  focus: "O",
  time: "T",
  preview: "P",
} as const;
/** On a phone tones and figures are two more of these; at the desk they are always there. */
export const PANES = [...Object.keys(UNDER), "tones", "figures"];
type Pane = (typeof PANES)[number];

/** What the address says of how a picture is rehearsed: what it is looked at as, where, on what, and what stands under it. */
export function useLooking() {
  const route = useRoute();
  const router = useRouter();
  const one = (name: string): string => String(route.query[name] ?? "");
  const view = computed(() => VIEWS.find((v) => v.slug === one("view"))?.slug ?? "finder");
  const share = (name: string): number => Math.min(1, Math.max(0, one(name) === "" ? 0.5 : Number(one(name)) || 0));
  const x = computed(() => share("x"));
  const y = computed(() => share("y"));
  const scene = computed(() => one("scene") || null);
  const seed = computed(() => Math.max(1, Math.min(1_000_000, Math.round(Number(one("seed")) || 1))));
  const pane = computed<Pane>(() => PANES.find((p) => p === one("under")) ?? "frames");
  const under = computed<Pane>(() => (pane.value === "tones" || pane.value === "figures" ? "frames" : pane.value));
  function go(query: Record<string, string | number | undefined>): void {
    void router.replace({ query: { ...route.query, ...query } });
  }
  const own = computed(() => Math.max(0, Math.round(Number(one("own")) || 0)) || null);
  /** What is rehearsed on: a scene, or a picture of one's own. */
  function rehearseOn(picked: string): void {
    const number = /^own-(\d+)$/.exec(picked)?.[1];
    const looked = view.value === "own" && number ? undefined : one("view") || undefined;
    go({ own: number, scene: number ? undefined : picked || undefined, view: looked, x: undefined, y: undefined });
  }
  /** To the next way of looking, or the one before. */
  const turn = (by: number): void => {
    const at = VIEWS.findIndex((v) => v.slug === view.value);
    go({ view: VIEWS[(at + by + VIEWS.length) % VIEWS.length]?.slug });
  };
  return { view, x, y, scene, own, seed, pane, under, go, rehearseOn, turn };
}
