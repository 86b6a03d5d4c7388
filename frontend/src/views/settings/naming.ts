import { computed, type Ref } from "vue";
import type { Schemas, SettingWords } from "@/api/client";

/** How settings are called on a body: its own words first, the neutral term beside them. */
export function useNaming(guide: Ref<Schemas["Guide"] | undefined>, dialect: Ref<Schemas["DialectOut"] | undefined>) {
  const settings = computed(() => new Map<string, SettingWords>((guide.value?.settings ?? []).map((s) => [s.slug, s])));
  const entries = computed(
    () => new Map((dialect.value?.document.entries ?? []).filter((e) => e.setting).map((e) => [e.setting as string, e] as const)),
  );
  const neutral = (slug: string): string => settings.value.get(slug)?.label ?? slug.replaceAll("_", " ");
  const own = (slug: string): string => entries.value.get(slug)?.label ?? "";
  const place = (slug: string): string => entries.value.get(slug)?.menu.join(" › ") ?? "";
  /** A value in the body's words where its owner typed them. */
  const said = (slug: string, value: unknown, shown: string): string => entries.value.get(slug)?.values?.[String(value)] ?? shown;
  const groupName = (group: string): string => guide.value?.groups.find((g) => g.slug === group)?.label ?? group;
  return { settings, entries, neutral, own, place, said, groupName };
}

/** Where a value comes from, in a word or two. */
export const ORIGINS: Record<string, string> = {
  locked: "by hand",
  decided: "decided",
  follows: "follows",
  profile: "your answer",
  school: "by the numbers",
  genre: "kind of work",
  guard: "guard",
  body_default: "as it came",
};

/** Settings that are dials of the exposure: held at the bench, where it costs stops. */
export const DIALS = ["shutter_time", "aperture", "iso_value"];
