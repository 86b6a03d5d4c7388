import { computed, ref, watch, type Ref } from "vue";
import type { Decided, Schemas, Situation } from "@/api/client";
import type { Held } from "@/picture/useOnScene";
import { useDistance, useFollowing } from "@/picture/useOnScene";
import { onRuler, put } from "@/ruler/putFocus";

/** What is laid beside a burst: another way, stopped down, or at a part of the rate. */
export type Beside = Pick<Schemas["FollowingIn"], "beside" | "narrower" | "rate">;

/** Focus on the picture: where it lies and what is sharp, and what following keeps. */
export function useFocus(
  held: Held,
  on: Ref<boolean>,
  change: (edit: (d: Situation) => void) => void,
  setup: Ref<Decided | null>,
) {
  const only: Held = { ...held, asked: computed(() => (on.value ? held.asked.value : null)) };
  const burst = ref(0);
  const beside = ref<Beside>({});
  const { answer: told, wrong } = useDistance(only);
  const { answer: following, wrong: unfollowed } = useFollowing(only, burst, beside);
  watch(on, () => (beside.value = {}));
  return {
    ...onRuler(change, told),
    told,
    following,
    burst,
    beside,
    wrong: computed(() => wrong.value || unfollowed.value),
    put: (metres: number): void => change(put(metres, setup.value?.focus.mode)),
    set: (values: Record<string, string | number>): void => change((d) => (d.settings = { ...d.settings, ...values })),
    /** Its way as it was drawn from above, which says how far away it is and how it goes; null: straight on again, from where it is. */
    draw: (plan: Schemas["PlanForm"] | null): void =>
      change((d) => {
        const { plan: _, angle_deg: __, ...motion } = d.motion ?? {};
        const there = motion.distance_m ?? setup.value?.taken.distance_m;
        d.motion = plan ? { ...motion, plan, distance_m: null } : { ...motion, distance_m: there };
      }),
    leaf: (by: number): void => {
      const count = following.value?.shown ?? 1;
      burst.value = (burst.value + by + count) % count;
    },
    lay: (other: Beside): void => void (beside.value = other),
  };
}
