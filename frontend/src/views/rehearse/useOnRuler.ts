import { computed, ref, watch, type ComputedRef, type Ref } from "vue";
import type { RouteLocationNormalizedLoaded } from "vue-router";
import type { Decided, Schemas, Situation } from "@/api/client";
import type { View } from "@/picture/frames";
import { useMetering, useRange, useSeries, useSets, useTruth, type Held } from "@/picture/useOnScene";

interface Bench {
  change: (edit: (d: Situation) => void) => void;
  go: (query: Record<string, string | number | undefined>) => void;
  route: RouteLocationNormalizedLoaded;
  setup: Ref<Decided | null> | ComputedRef<Decided | null>;
  document: Ref<Situation | null>;
  /** Steps of the shutter, the rest held. */
  step: (by: number) => void;
}
export interface Seen {
  token: string;
  words: string;
  view: View;
}

/** Stops brighter than metered, said so and no more dialled. */
function brighter(d: Situation, stops: number): void {
  d.aims = { ...d.aims, brighter_stops: Number(stops.toFixed(4)) };
  const rest = { ...d.settings };
  delete rest.compensation;
  d.settings = rest;
}

/** What stands under the picture and on the ruler of tones: which of it is looked at, and what a hand makes of it. */
export function useOnRuler(held: Held, { change, go, route, setup, document, step }: Bench) {
  const under = computed(() => String(route.query.under ?? ""));
  const only = (name: string): Held => ({ ...held, asked: computed(() => (under.value === name ? held.asked.value : null)) });
  /** A series needs a subject that moves, which a picture has not: it stays on the drawn scene. */
  const drawn = (name: string): Held => ({ ...only(name), what: { ...held.what, own: ref(null) } });
  const numbered = (name: string): number | null => {
    const found = Number(route.query[name] ?? NaN);
    return Number.isFinite(found) ? found : null;
  };
  const at = computed(() => {
    const [x, y] = [numbered("sx"), numbered("sy")];
    return x === null || y === null ? null : { x: Math.min(1, Math.max(0, x)), y: Math.min(1, Math.max(0, y)) };
  });
  const { answer: metering, wrong: unmetered } = useMetering(only("metering"), at);
  const { answer: range, wrong: unranged } = useRange(only("range"));
  const { answer: sets, wrong: unset } = useSets(only("sets"));
  const { answer: series, wrong: unsteady } = useSeries(drawn("series"));
  const { answer: truth, wrong: untrue } = useTruth(only("preview"));
  const wrongs: Record<string, Ref<string>> = {
    metering: unmetered,
    range: unranged,
    sets: unset,
    series: unsteady,
    preview: untrue,
  };
  const wrong = computed(() => wrongs[under.value]?.value ?? "");

  const pattern = computed(() => String(route.query.pattern ?? setup.value?.metering.pattern ?? "multi_zone"));
  const pointers = computed(() =>
    (metering.value?.patterns ?? []).map((row) => ({ ev: row.reads, label: row.short, strong: row.pattern === pattern.value })),
  );
  const fewest = computed(() => sets.value?.covers.findIndex((one) => one.fewest) ?? 0);
  const cover = computed(() => numbered("set") ?? Math.max(0, fewest.value));
  const frames = computed(() => {
    const one = sets.value?.covers[cover.value];
    return one ? one.clips.map((clips, k) => ({ clips, floor: one.floors[k] ?? clips })) : [];
  });
  /** A frame that is looked at instead of the one as set, until something is set. */
  const seen = ref<Seen | null>(null);
  watch([under, () => held.asked.value], () => (seen.value = null));
  const dragging = ref(false);

  const value = (slug: string, stops: number | null): void =>
    change((d) => {
      const next = { ...d.settings } as Record<string, number | string>;
      if (stops === null) delete next[slug];
      else next[slug] = Number(stops.toFixed(4));
      d.settings = next;
    });
  const allHeld = (): boolean => {
    const locks = document.value?.locks;
    return Boolean(locks?.shutter_s && locks.aperture && locks.iso);
  };
  const fired = computed(() => {
    const found = setup.value;
    const said = (name: string): string => found?.decisions.find((one) => one.decision === name)?.label ?? "";
    return found ? `Fired by: ${said("drive")}; stabiliser: ${said("stabiliser")}.` : "";
  });
  return {
    metering,
    range,
    sets,
    series,
    truth,
    wrong,
    pattern,
    pointers,
    cover,
    frames,
    seen,
    dragging,
    fired,
    byHand: computed(
      () =>
        document.value?.aims?.brighter_stops != null ||
        ["compensation", "highlight_protection"].some((slug) => slug in (document.value?.settings ?? {})),
    ),
    see: (one: Seen | null): void => void (seen.value = seen.value?.token === one?.token ? null : one),
    choosePattern: (slug: string): void => go({ pattern: slug }),
    chooseSet: (k: number): void => go({ set: k }),
    setPattern: (slug: string): void => change((d) => (d.settings = { ...d.settings, metering_pattern: slug })),
    holdSpot: (x: number, y: number): void => go({ pattern: "spot", sx: x.toFixed(4), sy: y.toFixed(4) }),
    /** Stops brighter than metered, by hand; where all three dials are held, by the shutter. */
    expose: (offset: number): void => {
      if (!allHeld()) return change((d) => brighter(d, offset));
      const found = setup.value;
      if (found) step(Math.round((found.range.exposure_offset_ev - offset) / found.step_ev));
    },
    protect: (stops: number): void => value("highlight_protection", stops),
    /** Protection at a value, or by itself, with the picture as bright as it is. */
    guard: (stops: number | string): void =>
      change((d) => {
        if (!("compensation" in (d.settings ?? {}))) brighter(d, range.value?.offset ?? 0);
        d.settings = { ...d.settings, highlight_protection: stops };
      }),
    free: (): void =>
      change((d) => {
        const rest = { ...d.settings };
        delete rest.compensation;
        delete rest.highlight_protection;
        d.settings = rest;
        d.aims = { ...d.aims, brighter_stops: null };
      }),
    setAll: (values: Record<string, string | number>): void => change((d) => (d.settings = { ...d.settings, ...values })),
    mustHold: (stops: number): void => change((d) => (d.light = { ...d.light, holds_above: stops })),
    takeWay: (way: Schemas["WayOut"]): void =>
      change((d) => {
        brighter(d, way.offset);
        const next = { ...d.settings } as Record<string, number | string>;
        if (way.protection || range.value?.protection) next.highlight_protection = way.protection;
        else delete next.highlight_protection; // a body without protection has no such setting
        d.settings = next;
        const { shutter_s, aperture, iso } = way.figures;
        if (way.lift) d.locks = { shutter_s, aperture, iso };
      }),
    takeSet: (one: Schemas["CoverOut"]): void =>
      change((d) => {
        const rest = { ...d.settings } as Record<string, number | string>;
        if (one.frames === 1) {
          delete rest.bracket_frames;
          delete rest.bracket_step;
          d.schools = { ...d.schools, bracketing: "accept" };
        } else {
          Object.assign(rest, { bracket_frames: one.frames, bracket_step: one.step });
          d.schools = { ...d.schools, bracketing: "bracket" };
        }
        d.settings = rest;
        if (one.frames > 1) brighter(d, one.middle);
      }),
  };
}
