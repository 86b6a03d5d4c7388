/** What is asked of a body and of a lens: unit, where to find the figure, and a plausible default when it is not known. */
export interface Field {
  key: string;
  label: string;
  unit?: string;
  help: string;
  usual?: number;
  time?: boolean;
}

export const BODY_FIELDS: Field[] = [
  { key: "sensor_width_mm", label: "sensor width", unit: "mm", help: "manual, technical data", usual: 36 },
  { key: "sensor_height_mm", label: "sensor height", unit: "mm", help: "manual, technical data", usual: 24 },
  { key: "pixels_wide", label: "pixels wide", help: "the largest picture's width", usual: 6000 },
  { key: "pixels_high", label: "pixels high", help: "the largest picture's height", usual: 4000 },
  { key: "base_iso", label: "lowest ISO", help: "without the expanded ones", usual: 100 },
  { key: "max_iso", label: "highest ISO", help: "without the expanded ones", usual: 25600 },
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
  { key: "sync_s", label: "flash sync", unit: "s", help: "shortest time with flash", usual: 1 / 200, time: true },
  {
    key: "readout_s",
    label: "read-out of an electronic frame",
    unit: "s",
    help: "sensor reviews; photograph a pulsing lamp and count the bands",
    time: true,
  },
  { key: "step_ev", label: "step of the dials", unit: "stop", help: "1, 0.5 or 0.333", usual: 1 / 3 },
  { key: "stabiliser_stops", label: "stabiliser", unit: "stops", help: "as rated; 0 if there is none", usual: 0 },
  { key: "frames_per_second", label: "highest rate", unit: "a second", help: "manual, drive modes", usual: 8 },
  {
    key: "full_well_e",
    label: "full well at lowest ISO",
    unit: "e⁻",
    help: "sensor measurements; about 60 for each square micrometre of pixel",
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
];

export const LENS_FIELDS: Field[] = [
  { key: "focal_min_mm", label: "shortest focal length", unit: "mm", help: "on the barrel", usual: 50 },
  { key: "focal_max_mm", label: "longest focal length", unit: "mm", help: "the same for a lens without zoom", usual: 50 },
  { key: "widest_short", label: "widest aperture, short end", unit: "f/", help: "on the barrel", usual: 2.8 },
  { key: "widest_long", label: "widest aperture, long end", unit: "f/", help: "the same if it does not change", usual: 2.8 },
  { key: "narrowest_aperture", label: "narrowest aperture", unit: "f/", help: "turn the dial to its end", usual: 22 },
  { key: "closest_m", label: "closest focus", unit: "m", help: "from the sensor, on the barrel", usual: 0.5 },
  { key: "stabiliser_stops", label: "stabiliser", unit: "stops", help: "as rated; 0 if there is none", usual: 0 },
  { key: "transmission_stops", label: "light lost in the glass", unit: "stops", help: "T-stop less f-stop", usual: 0.2 },
  { key: "circle_mm", label: "image circle", unit: "mm", help: "empty if it covers the body" },
];
