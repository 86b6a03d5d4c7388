import { computed, ref, type ComputedRef } from "vue";

/** A value while it is drawn: told at each change, null once it is let go, and taken if it has become another one. */
export function useDrawn(now: () => number, draw: (value: number | null) => void, take: (value: number) => void) {
  const drawn = ref<number | null>(null);
  const shown: ComputedRef<number> = computed(() => drawn.value ?? now());
  function to(value: number): void {
    if (value === drawn.value) return;
    drawn.value = value;
    draw(value);
  }
  function leave(taken: boolean): void {
    const last = drawn.value;
    drawn.value = null;
    draw(null);
    if (taken && last !== null && last !== now()) take(last);
  }
  return { shown, to, leave };
}
