/** What is asked of a body and of a lens, in groups by what it decides. */
export interface Field {
  /** Place in the document; a dot leads into the traits. */
  key: string;
  label: string;
  unit?: string;
  help: string;
  /** A plausible figure where nobody knows it; it is marked as assumed. */
  usual?: number;
  time?: boolean;
  /** What it is where nothing is written; not offered, unless said otherwise. */
  none?: string;
  /** How it is typed: a number unless said otherwise. */
  as?: "list" | "sets" | "yes" | "one" | "some" | "only" | "lens";
  /** What a list holds, in words, for the person who typed something else; an example. */
  holds?: readonly [string, string];
  /** What a body that says nothing has of them. */
  unsaid?: readonly string[];
  choices?: readonly (readonly [string, string])[];
}
export interface Group {
  title: string;
  /** What the advice gains from it. */
  gains: string;
  fields: Field[];
  advanced?: boolean;
}

const mm = "mm";
export const BODY_GROUPS: Group[] = [
  {
    title: "picture",
    gains: "how deep, how sharp, how far it can be cropped",
    fields: [
      { key: "sensor_width_mm", label: "sensor width", unit: mm, help: "manual, technical data", usual: 36 },
      { key: "sensor_height_mm", label: "sensor height", unit: mm, help: "manual, technical data", usual: 24 },
      { key: "pixels_wide", label: "pixels wide", help: "the largest picture's width", usual: 6000 },
      { key: "pixels_high", label: "pixels high", help: "the largest picture's height", usual: 4000 },
    ],
  },
  {
    title: "ISO and range",
    gains: "floor and ceiling, and how highlights can be saved",
    fields: [
      { key: "base_iso", label: "lowest ISO", help: "without the expanded ones", usual: 100 },
      { key: "max_iso", label: "highest ISO", help: "without the expanded ones", usual: 25600 },
      {
        key: "isos",
        none: "every step",
        label: "ISO values, if only some",
        help: "as 100, 200, 400; empty if the dial has every step",
        as: "list",
        holds: ["ISO values", "100, 200, 400"],
      },
      {
        key: "protection_stops",
        label: "highlight protection",
        unit: "stops",
        help: "as 1, 2; empty if there is none",
        as: "list",
        holds: ["stops", "1, 2"],
      },
      {
        key: "headroom_stops",
        none: "not measured",
        label: "preview's headroom",
        unit: "stops",
        help: "measured under “my own picture” when you rehearse; empty if nobody has",
      },
      {
        key: "clip_above_grey_stops",
        none: "not measured",
        label: "grey to white",
        unit: "stops",
        help: "measured under “its sensor” on its page; empty if nobody has",
      },
      { key: "protection_automatic", label: "protection by itself", help: "the body can choose how much", as: "yes" },
      {
        key: "sets_iso_by_limits_only",
        label: "ISO by limits only",
        help: "no ISO can be set, only floor and ceiling",
        as: "yes",
      },
    ],
  },
  {
    title: "times",
    gains: "what can be frozen, held open, lit by flash",
    fields: [
      {
        key: "shortest_mechanical_s",
        label: "shortest time, mechanical",
        unit: "s",
        help: "as 1/8000; empty if there is no such shutter",
        usual: 1 / 8000,
        time: true,
      },
      {
        key: "shortest_electronic_s",
        label: "shortest time, electronic",
        unit: "s",
        help: "empty if there is no such shutter",
        time: true,
      },
      { key: "longest_s", label: "longest time", unit: "s", help: "before bulb", usual: 30 },
      {
        key: "times_s",
        none: "every step",
        label: "times, if only some",
        unit: "s",
        help: "as 1/500, 1/250, 1/30; empty if the dial has every step",
        as: "list",
        holds: ["times", "1/500, 1/60, 2"],
        time: true,
      },
      {
        key: "only_with",
        label: "what goes only with what",
        help: "as: ISO 3200 to 6400 only with time 1/4000 to 20",
        as: "only",
      },
      { key: "step_ev", label: "step of the dials", unit: "stop", help: "1, 0.5 or 0.333", usual: 1 / 3 },
      { key: "sync_s", label: "flash sync", unit: "s", help: "shortest time with flash", usual: 1 / 200, time: true },
      {
        key: "sync_first_curtain_s",
        none: "the same",
        label: "with the first curtain",
        unit: "s",
        help: "empty if it is the same",
        time: true,
      },
      {
        key: "sync_electronic_s",
        none: "no flash",
        label: "with the electronic shutter",
        unit: "s",
        help: "empty if it fires no flash",
        time: true,
      },
      { key: "first_curtain", label: "electronic first curtain", help: "menu, shutter type", as: "yes" },
      { key: "stabiliser_stops", label: "stabiliser", unit: "stops", help: "as rated; 0 if there is none", usual: 0 },
      {
        key: "nd_stops",
        label: "built-in grey filter",
        unit: "stops",
        help: "as 3; empty if there is none",
        as: "list",
        holds: ["stops", "3, 6"],
      },
    ],
  },
  {
    title: "modes and white",
    gains: "which ways of exposing can be taken, how low and how high white can be set",
    fields: [
      {
        key: "traits.offered.exposure_mode",
        label: "modes",
        help: "on the dial or in the menu",
        as: "some",
        unsaid: ["manual", "aperture_priority", "shutter_priority", "program", "timed"],
        choices: [
          ["manual", "time and aperture by hand"],
          ["aperture_priority", "aperture by hand"],
          ["shutter_priority", "time by hand"],
          ["program", "the body chooses"],
          ["timed", "held open by hand"],
        ],
      },
      {
        key: "compensation_stops",
        none: "5",
        label: "compensation up to",
        unit: "stops",
        help: "the end of its scale, either way",
      },
      {
        key: "kelvin_lowest",
        none: "not known",
        label: "lowest kelvin",
        unit: "K",
        help: "the end of its scale; empty if nobody looked",
      },
      { key: "kelvin_highest", none: "not known", label: "highest kelvin", unit: "K", help: "the other end" },
    ],
  },
  {
    title: "seeing and focusing",
    gains: "metering, what it looks for, where it focuses",
    fields: [
      {
        key: "finder",
        label: "finder",
        help: "what you look through",
        as: "one",
        choices: [
          ["electronic", "electronic"],
          ["optical", "optical"],
          ["screen", "screen only"],
        ],
      },
      {
        key: "patterns",
        unsaid: ["multi_zone", "centre_weighted", "spot"],
        label: "metering patterns",
        help: "menu, metering",
        as: "some",
        choices: [
          ["multi_zone", "multi-zone"],
          ["centre_weighted", "centre-weighted"],
          ["spot", "spot"],
          ["highlight_guard", "highlight guard"],
        ],
      },
      {
        key: "detects",
        label: "looks for",
        help: "menu, subject detection",
        as: "some",
        choices: [
          ["people", "people and eyes"],
          ["animals", "animals"],
          ["birds", "birds"],
          ["vehicles", "vehicles"],
        ],
      },
      {
        key: "areas",
        unsaid: ["point", "small_group", "zone", "whole_frame"],
        label: "focus areas",
        help: "menu, focus area",
        as: "some",
        choices: [
          ["point", "point"],
          ["small_group", "small group"],
          ["zone", "zone"],
          ["whole_frame", "whole frame"],
        ],
      },
      {
        key: "zone_focus",
        label: "fixed-distance mode",
        help: "a distance and a depth are chosen, the body does the rest",
        as: "yes",
      },
      {
        key: "darker_past_ceiling",
        label: "darker at the ISO ceiling",
        help: "there it keeps the slowest time; most bodies then lengthen it",
        as: "yes",
      },
    ],
  },
  {
    title: "bursts and sets",
    gains: "how fast it fires, with which shutter and file; which sets it fires by itself",
    fields: [
      { key: "frames_per_second", label: "highest rate", unit: "a second", help: "manual, drive modes", usual: 8 },
      {
        key: "traits.mechanical_rate",
        none: "the same",
        label: "with the mechanical shutter",
        unit: "a second",
        help: "empty if it is the same",
      },
      { key: "traits.raw_rate", none: "the same", label: "with raw", unit: "a second", help: "empty if it is the same" },
      { key: "bracket_offers", label: "sets of frames", help: "frames × stops between them, as 3 × 1, 5 × 2", as: "sets" },
    ],
  },
  {
    title: "slots and lens",
    gains: "which setups a turn of a dial brings back; what it is used with",
    fields: [
      { key: "traits.slots", label: "custom slots", help: "positions of the dial that remember a setup" },
      { key: "fixed_lens", label: "its own lens", help: "for a body in one piece: add the lens first", as: "lens" },
    ],
  },
  {
    title: "sensor measurements",
    gains: "noise and clipping to a third of a stop instead of a kind's usual figures",
    advanced: true,
    fields: [
      {
        key: "readout_s",
        label: "read-out of an electronic frame",
        unit: "s",
        help: "sensor reviews; photograph a pulsing lamp and count the bands",
        time: true,
      },
      { key: "bits", label: "bits of the raw", help: "manual, file formats" },
      {
        key: "full_well_e",
        label: "full well at lowest ISO",
        unit: "e⁻",
        help: "sensor measurements; about 2500 for each square micrometre of pixel",
        usual: 60000,
      },
      {
        key: "read_noise_pre_e",
        label: "read noise before the gain",
        unit: "e⁻",
        help: "sensor measurements, at high ISO",
        usual: 2.5,
      },
      {
        key: "read_noise_post_e",
        label: "read noise after the gain",
        unit: "e⁻",
        help: "sensor measurements, at lowest ISO",
        usual: 4,
      },
      { key: "dual_gain_iso", label: "second gain from ISO", help: "sensor measurements; empty if there is none" },
      { key: "dual_gain_read_noise_e", label: "read noise of the second gain", unit: "e⁻", help: "comes with the line above" },
      {
        key: "gain_by_dialled_iso",
        label: "second gain by the dial",
        help: "it begins by the ISO on the dial, whatever highlight protection takes off",
        as: "yes",
      },
    ],
  },
];

export const LENS_GROUPS: Group[] = [
  {
    title: "reach and light",
    gains: "framing, depth, and how dark it may get",
    fields: [
      { key: "focal_min_mm", label: "shortest focal length", unit: mm, help: "on the barrel", usual: 50 },
      { key: "focal_max_mm", label: "longest focal length", unit: mm, help: "the same for a lens without zoom", usual: 50 },
      { key: "widest_short", label: "widest aperture, short end", unit: "f/", help: "on the barrel", usual: 2.8 },
      { key: "widest_long", label: "widest aperture, long end", unit: "f/", help: "the same if it does not change", usual: 2.8 },
      { key: "narrowest_aperture", label: "narrowest aperture", unit: "f/", help: "turn the dial to its end", usual: 22 },
      { key: "closest_m", label: "closest focus", unit: "m", help: "from the sensor, on the barrel", usual: 0.5 },
    ],
  },
  {
    title: "in the hand",
    gains: "slowest times, focus by hand, what the body can read",
    fields: [
      { key: "stabiliser_stops", label: "stabiliser", unit: "stops", help: "as rated; 0 if there is none", usual: 0 },
      { key: "stabiliser_switch", label: "a stabiliser switch of its own", help: "it may overrule the menu", as: "yes" },
      { key: "autofocus", label: "autofocus", help: "it focuses by itself", as: "yes" },
      { key: "ring", label: "a ring to focus by hand", help: "on the barrel", as: "yes" },
      {
        key: "fixed_m",
        none: "it can be focused",
        label: "focus stands for good at",
        unit: "m",
        help: "empty where it can be focused",
      },
      { key: "ring_reported", label: "its ring is read by the body", help: "needed to overrule the focus by hand", as: "yes" },
      {
        key: "travel_s",
        none: "as most lenses",
        label: "focus from near to far takes",
        unit: "s",
        help: "by autofocus, from its closest to infinity; empty where nobody knows",
      },
      { key: "distance_scale", label: "a distance scale", help: "engraved on the barrel, or shown", as: "yes" },
    ],
  },
  {
    title: "glass",
    gains: "light lost on the way, corners that stay dark",
    advanced: true,
    fields: [
      { key: "transmission_stops", label: "light lost in the glass", unit: "stops", help: "T-stop less f-stop", usual: 0.2 },
      { key: "circle_mm", none: "it covers the body", label: "image circle", unit: mm, help: "empty if it covers the body" },
    ],
  },
];
