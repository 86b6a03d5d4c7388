<script setup lang="ts">
import { computed, ref } from "vue";
import { ProblemError, type Schemas } from "@/api/client";
import { useProfile } from "@/api/queries";
import NumberField from "@/fields/NumberField.vue";
import TextField from "@/fields/TextField.vue";
import Tick from "@/fields/Tick.vue";
import FieldRow from "../bench/FieldRow.vue";
import { useProfileChange } from "../useProfileChange";

/** The flashes in the bag, each as long as its guide number; the one that is opened is described below them. */
type Flash = Schemas["FlashForm"];
const { data: profile } = useProfile();
const change = useProfileChange();
const errors = ref<Record<string, string>>({});
const flashes = computed<Flash[]>(() => profile.value?.document.flashes ?? []);
const open = ref<number | null>(null);
/** One that is being described and has not been kept: it lacks a figure yet. */
const drafted = ref<Flash | null>(null);
const shown = computed(() => drafted.value ?? (open.value === null ? null : (flashes.value[open.value] ?? null)));
const BAR = 6;
const wide = (flash: Flash): string => `${Math.max(24, Math.min(70, flash.guide_number_m ?? 24) * BAR)}px`;
const figure = (flash: Flash): string =>
  flash.energy_ws
    ? `${flash.energy_ws} Ws`
    : flash.guide_number_m
      ? `guide number ${Number(flash.guide_number_m.toFixed(1))}`
      : "";

async function keep(next: Flash[]): Promise<boolean> {
  errors.value = {};
  try {
    await change({ flashes: next });
    return true;
  } catch (problem) {
    errors.value =
      problem instanceof ProblemError
        ? problem.placesIn("/flashes")
        : { "": "The server cannot be reached; nothing was changed." };
    if (!Object.keys(errors.value).length && problem instanceof ProblemError) errors.value = { "": problem.message };
    return false;
  }
}
const error = (name: string): string | undefined =>
  Object.entries(errors.value).find(([at]) =>
    name ? at.endsWith(`/${name}`) : !FIELDS.some((field) => at.endsWith(`/${field}`)),
  )?.[1];
const FIELDS = ["name", "guide_number_m", "energy_ws", "recycle_s", "lowest_share", "duration_s", "charge"];
/** What was typed stands until it can be kept: a flash needs a name, and its guide number or its energy. */
async function set(part: Partial<Flash>): Promise<void> {
  const now = { ...(shown.value as Flash), ...part };
  const at = open.value ?? flashes.value.length;
  drafted.value = now;
  if (!now.name || (now.guide_number_m ?? null) === (now.energy_ws ?? null)) return;
  if (await keep([...flashes.value.slice(0, at), now, ...flashes.value.slice(at + 1)])) [open.value, drafted.value] = [at, null];
}
function add(): void {
  [open.value, drafted.value, errors.value] = [null, { name: "" }, {}];
}
const gone = ref<Flash | null>(null);
async function remove(): Promise<void> {
  const one = shown.value;
  const at = open.value;
  [open.value, drafted.value] = [null, null];
  if (at !== null && one && (await keep(flashes.value.filter((_, k) => k !== at)))) gone.value = one;
}
async function bringBack(): Promise<void> {
  if (gone.value && (await keep([...flashes.value, gone.value]))) gone.value = null;
}
</script>

<template>
  <section v-if="profile" aria-labelledby="flashes">
    <h2 id="flashes">Flashes in the bag</h2>
    <ul class="flashes">
      <li v-for="(one, k) in flashes" :key="one.name">
        <button class="flash" :aria-expanded="open === k" @click="[open, drafted, errors] = [open === k ? null : k, null, {}]">
          <i :style="{ width: wide(one) }" :class="{ mains: one.mains }" aria-hidden="true"></i>
          <span>{{ one.name }}</span><span class="second">{{ figure(one) }}{{ one.mains ? ", on the mains" : "" }}</span>
        </button>
      </li>
    </ul>
    <p v-if="!flashes.length && !drafted" class="reason">
      With one described, whether a flash is worth it is decided for every picture of people, with its power and how far it
      reaches.
    </p>
    <p class="acts"><button class="button" @click="add">Add a flash</button></p>
    <p v-if="gone" role="status">
      “{{ gone.name }}” is out of the bag. <button class="plain" @click="bringBack">Bring it back</button>
    </p>
    <p v-if="error('')" class="error" role="alert">{{ error("") }}</p>
    <div v-if="shown" class="described">
      <FieldRow name="called" :error="error('name')">
        <TextField
          aria-label="what the flash is called"
          maxlength="80"
          :value="shown.name"
          placeholder="its name"
          @change="(name) => set({ name })"
        />
      </FieldRow>
      <FieldRow name="guide" :error="error('guide_number_m') ?? error('energy_ws')">
        <NumberField
          label="guide number in metres at ISO 100"
          unit="m at ISO 100"
          :value="shown.guide_number_m"
          empty="guide number"
          @change="(v) => set({ guide_number_m: v, energy_ws: null })"
        />
        <span class="quiet">or</span>
        <NumberField
          label="energy in watt-seconds"
          unit="Ws"
          :step="50"
          :value="shown.energy_ws"
          empty="energy"
          @change="(v) => set({ energy_ws: v, guide_number_m: null })"
        />
      </FieldRow>
      <FieldRow name="full again" :error="error('recycle_s')">
        <NumberField
          label="seconds until it is full again after full power"
          unit="s after full power"
          :step="0.1"
          :value="shown.recycle_s"
          :usual="2.5"
          @change="(v) => set({ recycle_s: v ?? 2.5 })"
        />
      </FieldRow>
      <FieldRow name="charge" :error="error('charge')">
        <NumberField
          label="flashes of full power that one charge gives"
          unit="flashes of full power"
          :step="10"
          :value="shown.charge"
          empty="not known"
          @change="(v) => set({ charge: v })"
        />
      </FieldRow>
      <FieldRow name="can">
        <Tick :model-value="shown.turns ?? true" @update:model-value="(turns) => set({ turns })">turn its head up</Tick>
        <Tick :model-value="shown.high_speed" @update:model-value="(high_speed) => set({ high_speed })"
          >pulse at times shorter than sync</Tick
        >
        <Tick :model-value="shown.mains" @update:model-value="(mains) => set({ mains })">stands by itself, on the mains</Tick>
      </FieldRow>
      <p class="acts">
        <button class="button" @click="remove">{{ open === null ? "Leave it" : "Take it out of the bag" }}</button>
      </p>
    </div>
  </section>
</template>

<style scoped>
.flashes {
  list-style: none;
  padding: 0;
  margin: 0;
}
.flash {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 2px;
  width: 100%;
  min-height: 44px;
  text-align: left;
  padding: 6px 0;
  background: none;
  border: 0;
  font: inherit;
  color: inherit;
  cursor: pointer;
  border-bottom: 1px var(--ruled) var(--rule);
}
.flash i {
  height: 8px;
  max-width: 100%;
  border: 1.5px solid var(--ink);
  border-right-width: 6px;
}
.flash i.mains {
  border-style: double;
  border-width: 3px;
}
.second {
  color: var(--second);
}
.described {
  border-left: 3px solid var(--ink);
  padding-left: 12px;
  margin-top: 10px;
}
.acts {
  padding-top: 8px;
}
.reason {
  max-width: 60ch;
}
</style>
