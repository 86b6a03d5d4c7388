<script setup lang="ts">
import { ref } from "vue";
import { ProblemError, type Schemas, type Situation } from "@/api/client";
import { toldBy } from "@/api/picture";

/** Fills a situation in with what a picture tells of its exposure, lens, distance and hour. */
const props = defineProps<{
  lenses: Schemas["KitOut"]["lenses"];
  /** Minutes of the day's clock before universal time, where somebody said. */
  clock: number | null;
}>();
const emit = defineEmits<{ change: [edit: (d: Situation) => void] }>();

/** An hour by a camera's clock, by the clock of the day where both are known to differ. */
function hourThere(hour: string, camera: unknown): string {
  if (!hour || props.clock === null || typeof camera !== "number") return hour;
  const [h = 0, m = 0] = hour.split(":").map(Number);
  const minutes = (h * 60 + m + props.clock - camera + 2880) % 1440;
  return [Math.floor(minutes / 60), minutes % 60].map((part) => String(part).padStart(2, "0")).join(":");
}
/** What a frame filled in, or what was wrong with it. */
const filled = ref("");
const unread = ref("");
async function fromPicture(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  if (!file) return;
  [filled.value, unread.value] = ["", ""];
  try {
    const { told } = await toldBy(file);
    const number = (name: string): number | null => (typeof told[name]?.value === "number" ? told[name].value : null);
    const [time, aperture, iso, focal, away] = ["time_s", "aperture", "iso", "focal_mm", "distance_m"].map(number);
    const named = (list: { slug: string; document: { name: string } }[], name: string): string | undefined =>
      list.find((one) => one.document.name === told[name]?.value)?.slug;
    const own = named(props.lenses, "lens_name");
    const taken = hourThere(String(told.taken_at?.value ?? "").slice(11, 16), told.utc_offset_min?.value);
    const words: string[] = [];
    emit("change", (d) => {
      if (time && aperture && iso) {
        const { ev100: _e, lux: _l, condition: _c, metered: _m, ...beside } = d.light;
        d.light = { ...beside, metered: { shutter_s: time, aperture, iso } };
        words.push("light");
      }
      if (own) words.push("lens");
      if (own) d.lens = own;
      if (focal && (own ?? d.lens) === d.lens) {
        d.focal_length_mm = focal;
        words.push("focal length");
      }
      if (away && away < 1000) {
        d.motion = { ...d.motion, distance_m: away };
        words.push("distance");
      }
      if (taken) {
        d.starts_at = taken;
        words.push("time of day");
      }
    });
    filled.value = words.length ? `filled in: ${words.join(", ")}` : "";
    if (!words.length) unread.value = "This picture says nothing about its exposure.";
  } catch (error) {
    unread.value =
      error instanceof ProblemError ? (error.problem.errors?.[0]?.detail ?? error.message) : "The server cannot be reached.";
  }
}
</script>

<template>
  <label class="from"
    >from a picture<input type="file" class="visually-hidden" aria-label="fill in from a picture" @change="fromPicture"
  /></label>
  <span class="quiet" role="status">{{ filled }}</span>
  <span v-if="unread" class="error" role="alert">{{ unread }}</span>
</template>

<style scoped>
.from {
  cursor: pointer;
  text-decoration: underline;
  text-decoration-color: var(--rule);
  text-underline-offset: 4px;
  white-space: nowrap;
}
.from:focus-within {
  outline: 2px solid var(--ink);
}
</style>
