import { computed, ref, watch, type Ref } from "vue";
import type { Schemas, Situation } from "@/api/client";
import type { Held } from "@/picture/useOnScene";
import { useMeasured, useNearer, useWhite as useRuler, useWhites, useWhiteSeries } from "@/picture/useOnScene";

import { nextOn } from "@/ruler/white";

export type Matters = "faces" | "room" | "paper";
export interface Place {
  x: number;
  y: number;
}
const MOST_PLACES = 9;

/** White on the picture: what is set, what is tried while a hand draws, places that are measured, and two to choose between by eye. */
export function useWhite(held: Held, on: Ref<boolean>, change: (edit: (d: Situation) => void) => void) {
  const only = (also: () => boolean = () => true): Held => ({
    ...held,
    asked: computed(() => (on.value && also() ? held.asked.value : null)),
  });
  const matters = ref<Matters>("faces");
  const { answer: told, wrong } = useRuler(only(), matters);
  const steps = computed(() => told.value?.steps ?? []);
  const { answer: beside } = useWhites(
    only(() => steps.value.length > 0),
    steps,
  );
  const course = ref<Schemas["WhiteSeriesIn"]["course"]>("as_it_swings");
  const { answer: series } = useWhiteSeries(only(), course);
  const measuring = ref(false);
  const places = ref<Place[]>([]);
  const { answer: measured, wrong: unmeasured } = useMeasured(
    only(() => places.value.length > 0),
    places,
  );
  const ends = ref<{ low: number; high: number } | null>(null);
  const presses = ref(0);
  const { answer: pair } = useNearer(
    only(() => ends.value !== null),
    ends,
  );
  watch(on, () => {
    measuring.value = false;
    ends.value = null;
  });
  const set = (values: Record<string, string | number>): void =>
    change((d) => {
      const rest = { ...d.settings } as Record<string, string | number>;
      delete rest.white_kelvin;
      d.settings = { ...rest, ...values };
    });
  return {
    told,
    wrong: computed(() => wrong.value || unmeasured.value),
    beside,
    series,
    along: (one: Schemas["WhiteSeriesOut"]["course"]): void => void (course.value = one),
    matters,
    measuring,
    places,
    measured,
    pair,
    ends,
    presses,
    set,
    kelvin: (value: number): void => set({ white_mode: "kelvin", white_kelvin: value }),
    /** Greener or pinker, with all else of white as it is. */
    tint: (name: string): void => change((d) => (d.settings = { ...d.settings, white_tint: name })),
    /** The next or the one before on the body's dial. */
    step: (by: number): void => {
      const next = nextOn(told.value?.kelvins ?? [], told.value?.kelvin ?? 0, by);
      if (next !== undefined) set({ white_mode: "kelvin", white_kelvin: next });
    },
    judge: (slug: Matters): void => void (matters.value = slug),
    press: (on: boolean): void => void (measuring.value = on),
    measure: (place: Place): void => void (places.value = [...places.value, place].slice(-MOST_PLACES)),
    forget: (): void => void (places.value = []),
    byEye: (): void => {
      ends.value = { low: told.value?.kelvins[0] ?? 2500, high: told.value?.kelvins.at(-1) ?? 10_000 };
      presses.value = 0;
    },
    choose: (next: { low: number; high: number }): void => {
      ends.value = next;
      presses.value += 1;
    },
    leave: (): void => void (ends.value = null),
  };
}
