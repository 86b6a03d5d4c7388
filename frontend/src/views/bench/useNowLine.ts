import { computed, ref, watch, type Ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { Row } from "@/api/client";
import { BRIGHTER, DARKER } from "@/ruler/scale";

/** Where the line stands on the staff: a row of the ladder, kept in the address in stops from the light as it is. */
export function useNowLine(ladder: Ref<Row[]>) {
  const route = useRoute();
  const router = useRouter();
  const perStop = computed(() => (ladder.value.length ? (ladder.value.length - 1) / (BRIGHTER + DARKER) : 3));
  /** The row of the light as it is. */
  const zero = computed(() => BRIGHTER * perStop.value);
  const offset = ref(Number(route.query.now ?? 0) || 0);
  const last = computed(() => (ladder.value.length || 1) - 1);
  const now = computed(() => Math.max(0, Math.min(last.value, Math.round(zero.value - offset.value * perStop.value))));
  /** Stops from the light as it is, to the body's own step. */
  const moved = computed(() => (zero.value - now.value) / perStop.value);
  function setNow(index: number): void {
    offset.value = (zero.value - Math.max(0, Math.min(last.value, index))) / perStop.value;
  }
  watch(
    offset,
    (v) =>
      void router.replace({
        query: { ...route.query, now: Math.abs(v) < 0.01 ? undefined : String(Math.round(v * 1000) / 1000) },
      }),
  );
  return { zero, now, moved, setNow };
}
