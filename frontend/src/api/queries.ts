import { useQuery } from "@tanstack/vue-query";
import { computed, toValue, type MaybeRefOrGetter } from "vue";
import { spaced } from "@/words";
import { client, take } from "./client";
import { keyOf } from "./keys";

export const useMe = () => useQuery({ queryKey: keyOf("me"), queryFn: () => take(client.GET("/api/me")), staleTime: 60_000 });
export const useWords = () =>
  useQuery({ queryKey: keyOf("words"), queryFn: () => take(client.GET("/api/words")), staleTime: Infinity });
/** How decisions and intents are called, the latter in a word. */
export function useNames(): { decision: (slug: string) => string; intent: (slug: string) => string } {
  const { data: words } = useWords();
  return {
    decision: (slug) => words.value?.decisions[slug] ?? spaced(slug),
    intent: (slug) => words.value?.intents[slug] ?? spaced(slug),
  };
}
/** Whether somebody is signed in; what belongs to a person is asked for only then. */
function useSignedIn() {
  const { data: me } = useMe();
  return computed(() => !!me.value?.name);
}
export const useKit = () =>
  useQuery({ queryKey: keyOf("kit"), queryFn: () => take(client.GET("/api/kit")), staleTime: 60_000, enabled: useSignedIn() });
export const useProfile = () =>
  useQuery({
    queryKey: keyOf("profile"),
    queryFn: () => take(client.GET("/api/profile")),
    staleTime: 60_000,
    enabled: useSignedIn(),
  });
export const useOutings = () =>
  useQuery({ queryKey: keyOf("outings"), queryFn: () => take(client.GET("/api/outings")), enabled: useSignedIn() });
export const useCard = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => keyOf("card", toValue(id))),
    queryFn: () => take(client.GET("/api/cards/{pk}", { params: { path: { pk: toValue(id) } } })),
    staleTime: Infinity,
  });
/** Everything that can be looked up about settings. */
export const useGuide = () =>
  useQuery({ queryKey: keyOf("guide"), queryFn: () => take(client.GET("/api/settings")), staleTime: Infinity });
/** A body's own words. */
export const useDialect = (slug: MaybeRefOrGetter<string>) => {
  const signedIn = useSignedIn();
  return useQuery({
    queryKey: computed(() => keyOf("dialect", toValue(slug))),
    queryFn: () => take(client.GET("/api/kit/bodies/{slug}/dialect", { params: { path: { slug: toValue(slug) } } })),
    staleTime: 60_000,
    enabled: computed(() => signedIn.value && !!toValue(slug)),
  });
};
/** What a body is believed to hold. */
export const useHeld = (slug: MaybeRefOrGetter<string>) => {
  const signedIn = useSignedIn();
  return useQuery({
    queryKey: computed(() => keyOf("held", toValue(slug))),
    queryFn: () => take(client.GET("/api/kit/bodies/{slug}/state", { params: { path: { slug: toValue(slug) } } })),
    staleTime: 60_000,
    enabled: computed(() => signedIn.value && !!toValue(slug)),
  });
};
/** How a body is laid out: pinned items, roles of its controls, prefix, clock. */
export const useLayout = (slug: MaybeRefOrGetter<string>) => {
  const signedIn = useSignedIn();
  return useQuery({
    queryKey: computed(() => keyOf("layout", toValue(slug))),
    queryFn: () => take(client.GET("/api/kit/bodies/{slug}/layout", { params: { path: { slug: toValue(slug) } } })),
    staleTime: 60_000,
    enabled: computed(() => signedIn.value && !!toValue(slug)),
  });
};
/** What a body of the kit is called, by its slug. */
export function useBodyName(): (slug: string) => string {
  const { data: kit } = useKit();
  return (slug) => kit.value?.bodies.find((b) => b.slug === slug)?.document.name ?? slug;
}
