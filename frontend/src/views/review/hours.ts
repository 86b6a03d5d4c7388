import { computed, type Ref } from "vue";

/** Room beside what is drawn along the hours: for what is written at its left, and a little at its right. */
export const LEFT = 44;
const RIGHT = 16;
const NARROW = 500;
const STEPS = [1, 2, 5, 10, 15, 30, 60, 120, 240];

/** Minutes of a day as its clock shows them. */
export const clock = (minutes: number): string =>
  `${String(Math.floor(minutes / 60) % 24).padStart(2, "0")}:${String(Math.round(minutes) % 60).padStart(2, "0")}`;

/** The hours of some frames, laid along a width: from where to where they are, where a minute lies, and which of them are written. */
export function useHours(minutes: () => number[], width: Readonly<Ref<number>>) {
  const hours = computed(() => {
    const all = minutes();
    const [first, last] = [Math.min(...all), Math.max(...all)];
    const spare = Math.max(1, (last - first) * 0.02);
    return { first: first - spare, last: last + spare };
  });
  const inner = computed(() => Math.max(60, width.value - LEFT - RIGHT));
  const x = (at: number): number => LEFT + ((at - hours.value.first) / (hours.value.last - hours.value.first)) * inner.value;
  const ticks = computed(() => {
    const { first, last } = hours.value;
    const most = width.value < NARROW ? 4 : 9;
    const step = STEPS.find((one) => (last - first) / one <= most) ?? 480;
    const from = Math.ceil(first / step) * step;
    return Array.from({ length: Math.max(0, Math.floor((last - from) / step) + 1) }, (_, k) => from + k * step);
  });
  return { hours, inner, x, ticks };
}
