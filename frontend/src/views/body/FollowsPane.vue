<script setup lang="ts">
import { computed, ref } from "vue";
import type { Body, Schemas } from "@/api/client";
import { decimal } from "@/fields/typed";
import TextField from "@/fields/TextField.vue";
import { useTraitsChange } from "./useTraitsChange";

/** How a body's autofocus runs, as far as its owner knows; what is left empty is taken as usual of such bodies. */
type Follows = Schemas["FollowingForm"];
const props = defineProps<{ slug: string; body: Body; version: string }>();
const { traits, keep, error, said } = useTraitsChange(props);
const wrong = ref("");
const now = computed<Follows>(() => traits.value.following ?? {});
const FIELDS: { key: keyof Follows; label: string; times: number; help: string; signed?: boolean }[] = [
  { key: "updates_s", label: "readings a second", times: 1, help: "such as 60, from 2 to 240" },
  { key: "blackout_s", label: "blind after a frame, ms", times: 1000, help: "such as 30, from 0 to 2000" },
  { key: "lag_s", label: "from press to frame, ms", times: 1000, help: "such as 50, from 1 to 2000" },
  { key: "darkest_ev", label: "darkest light, EV at f/2", times: 1, help: "such as -4, from -12 to 10", signed: true },
  { key: "finds_share", label: "a head is found from, % of height", times: 100, help: "such as 3, from 0.1 to 100" },
  { key: "stack_sizes", label: "sizes of a step of a set of focus", times: 1, help: "such as 10, from 1 to 100" },
  { key: "stack_finest", label: "the finest step, % of the depth", times: 100, help: "such as 10, from 0.1 to 1000" },
];
const shown = (key: keyof Follows, times: number): string => {
  const value = now.value[key];
  return typeof value === "number" ? String(Number((value * times).toPrecision(6))) : "";
};
function set(text: string, field: (typeof FIELDS)[number]): void {
  const bare = text.trim().replace("−", "-");
  const number = bare ? (field.signed && bare.startsWith("-") ? -decimal(bare.slice(1)) : decimal(bare)) : null;
  wrong.value = number === null || Number.isFinite(number) ? "" : `${field.label}: type a number, ${field.help}`;
  if (wrong.value) return;
  const value = number === null ? null : number / field.times;
  void keep((traits) => ({ following: { ...traits.following, [field.key]: value } }), "kept");
}
</script>

<template>
  <section>
    <h2>How its autofocus runs</h2>
    <label v-for="field in FIELDS" :key="field.key" class="field"
      ><span class="label">{{ field.label }}</span
      ><TextField
        inputmode="text"
        maxlength="9"
        :placeholder="field.key.startsWith('stack') ? 'not known' : 'as is usual'"
        :value="shown(field.key, field.times)"
        @change="(text) => set(text, field)"
    /></label>
    <p class="quiet" role="status">{{ said }}</p>
    <p v-if="error || wrong" class="error" role="alert">{{ wrong || error }}</p>
  </section>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 230px minmax(0, 1fr);
  gap: 12px;
  align-items: center;
  min-height: 36px;
  border-bottom: 1px var(--ruled) var(--rule);
}
@media (max-width: 760px) {
  .field {
    grid-template-columns: minmax(0, 1fr) 130px;
    min-height: 44px;
  }
}
</style>
