<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { useKit } from "@/api/queries";
import Choice from "@/fields/Choice.vue";
import NumberField from "@/fields/NumberField.vue";
import { orNone } from "@/fields/options";
import Tick from "@/fields/Tick.vue";

/** How steady one's hand is, measured: so many of ten frames were sharp at each of a few times. */
const emit = defineEmits<{ keep: [found: Schemas["SteadinessOut"]] }>();
const { data: kit } = useKit();
const body = ref("");
const lens = ref("");
const focal = ref<number | null>(null);
const stabilised = ref(true);
const FRAMES = 10;
const sharp = ref<(number | null)[]>([]);
const told = ref<Schemas["HandOut"] | null>(null);
const wrong = ref("");
const rows = computed(() =>
  (told.value?.times ?? []).flatMap(({ time_s }, k) => {
    const count = sharp.value[k];
    return count === null || count === undefined ? [] : [{ time_s, frames: FRAMES, sharp: count }];
  }),
);
async function ask(): Promise<void> {
  if (!body.value || !lens.value) return;
  wrong.value = "";
  try {
    told.value = await take(
      client.POST("/api/profile/steadiness", {
        body: {
          body: body.value,
          lens: lens.value,
          focal_length_mm: focal.value,
          stabilised: stabilised.value,
          rows: rows.value,
        },
      }),
    );
  } catch (error) {
    if (told.value) told.value = { ...told.value, found: null };
    wrong.value =
      error instanceof ProblemError ? Object.values(error.places).join("; ") || error.message : "The server cannot be reached.";
  }
}
watch([body, lens, focal, stabilised], () => {
  sharp.value = [];
  told.value = null;
  void ask();
});
function count(k: number, value: number | null): void {
  sharp.value[k] = value;
  void ask();
}
const stops = computed(() => Math.log2(told.value?.found?.steadiness ?? 1));
const inWords = computed(() =>
  Math.abs(stops.value) < 0.15
    ? "an ordinary hand"
    : `${Math.abs(stops.value).toFixed(1)} stops ${stops.value > 0 ? "steadier" : "less steady"} than an ordinary hand`,
);
</script>

<template>
  <details class="fold">
    <summary>measure it</summary>
    <p class="reason">
      Something with fine detail ten metres away or more, by hand, as you work; ten frames at each time; count those that are
      sharp as you show them, 40 cm wide seen from half a metre. Three times tell enough.
    </p>
    <div class="row">
      <Choice
        v-model="body"
        name="with which body"
        :options="
          orNone(
            'with which body…',
            (kit?.bodies ?? []).map((one) => ({ value: one.slug, shown: one.document.name })),
          )
        "
      />
      <Choice
        v-model="lens"
        name="with which lens"
        :options="
          orNone(
            'with which lens…',
            (kit?.lenses ?? []).map((one) => ({ value: one.slug, shown: one.document.name })),
          )
        "
      />
      <NumberField
        label="focal length it is measured at"
        unit="mm"
        :step="5"
        :value="focal"
        :usual="told?.focal_length_mm"
        @change="(v) => (focal = v)"
      />
      <Tick :model-value="stabilised" @update:model-value="(on) => (stabilised = on)">stabiliser on</Tick>
    </div>
    <table v-if="told">
      <tbody>
        <tr v-for="(at, k) in told.times" :key="at.time_s">
          <th scope="row">{{ at.label }}</th>
          <td>
            <NumberField
              :label="`sharp frames of ten at ${at.label}`"
              :step="1"
              :value="sharp[k] ?? null"
              empty="none yet"
              @change="(v) => count(k, v)"
            />
          </td>
          <td class="quiet">of {{ FRAMES }} sharp</td>
        </tr>
      </tbody>
    </table>
    <p v-if="told?.found" role="status">
      <b>{{ told.found.steadiness }}</b>, from {{ told.found.low }} to {{ told.found.high }}: {{ inWords }}.
      <button class="button" @click="emit('keep', told.found)">Keep {{ told.found.steadiness }}</button>
    </p>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
  </details>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 2px 14px 2px 0;
}
.reason {
  font-size: 14px;
  line-height: 20px;
}
</style>
