import { computed, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";

/** Which settings are shown. It lives in the address, so that a link leads back to it. */
export function useFilter() {
  const route = useRoute();
  const router = useRouter();
  const filter = ref({
    text: String(route.query.find ?? ""),
    group: String(route.query.group ?? ""),
    reach: String(route.query.reach ?? ""),
    origin: String(route.query.origin ?? ""),
    against: String(route.query.against ?? ""),
    only: route.query.only === "yes",
    all: route.query.all === "yes",
  });
  /** Whether something is asked for; else only what differs from the box is shown. */
  const asking = computed(() => {
    const f = filter.value;
    return f.all || !!(f.text.trim() || f.group || f.reach || f.origin || f.against);
  });
  watch(
    filter,
    (f) =>
      void router.replace({
        query: {
          find: f.text || undefined,
          group: f.group || undefined,
          reach: f.reach || undefined,
          origin: f.origin || undefined,
          against: f.against || undefined,
          only: f.only ? "yes" : undefined,
          all: f.all ? "yes" : undefined,
        },
      }),
    { deep: true },
  );
  return { filter, asking };
}

export type Filter = ReturnType<typeof useFilter>["filter"]["value"];
