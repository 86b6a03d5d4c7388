import type { Ref } from "vue";
import type { Schemas, Setup, Situation } from "@/api/client";

type Edit = (d: Situation) => void;

/** Focus is put somewhere: by hand, unless it is found once anyway. */
export const put =
  (metres: number, mode: Setup["focus"]["mode"] | undefined): Edit =>
  (d) => {
    d.motion = { ...d.motion, focus_m: metres };
    d.settings = { ...d.settings, focus_mode: mode === "single" ? "single" : "manual" };
  };

/** What a hand does on the ruler of distance. */
export function onRuler(change: (edit: Edit) => void, told: Ref<Schemas["DistanceOnSceneOut"] | null>) {
  return {
    /** Back to the subject: focus is decided again. */
    free: (): void =>
      change((d) => {
        const { focus_mode: _, focus_area: __, ...rest } = d.settings ?? {};
        d.settings = rest;
        d.motion = { ...d.motion, focus_m: null };
      }),
    band: (end: "near_m" | "far_m", metres: number | null): void =>
      change((d) => {
        const now = told.value?.wanted;
        d.motion = { ...d.motion, near_m: now?.near_m ?? null, far_m: now?.far_m ?? null, depth_m: null, [end]: metres };
      }),
    other: (index: number, metres: number): void =>
      change((d) => {
        const all = [...(d.other_subjects ?? [])];
        const one = all[index];
        if (one) all[index] = { ...one, distance_m: metres };
        d.other_subjects = all;
      }),
  };
}
