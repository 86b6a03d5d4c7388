<script setup lang="ts">
import { Modal } from "ant-design-vue";
import { computed, ref } from "vue";
import Themed from "@/theme/Themed.vue";
import { beforeUtc, OFFSETS } from "@/words";
import { client, ProblemError, take, type Schemas } from "@/api/client";

type Day = Schemas["OutingOut"];
/** What a day is called, where and when it is; a new one without a day. */
const props = defineProps<{ day: Day | null }>();
const emit = defineEmits<{ done: [saved: Day]; cancel: [] }>();
const form = ref({
  title: props.day?.title ?? "",
  place: props.day?.place ?? "",
  day: props.day?.day ?? new Date().toISOString().slice(0, 10),
  mains_hz: props.day?.mains_hz ?? null,
  utc_offset_min: props.day?.utc_offset_min ?? null,
});
const north = ref(props.day?.lies?.latitude_deg.toString() ?? "");
const east = ref(props.day?.lies?.longitude_deg.toString() ?? "");
/** Degrees as typed, with a comma or a point; what is no number goes as it is, for the server to say what it takes. */
const faces = ref((props.day?.faces ?? []).join(", "));
const degrees = (typed: string) => (typed.trim() === "" ? null : Number(typed.trim().replace(",", ".").replace("−", "-")));
const named = computed(() =>
  faces.value
    .split(",")
    .map((name) => name.trim())
    .filter(Boolean),
);
const errors = ref<Record<string, string>>({});
async function save(): Promise<void> {
  const [latitude_deg, longitude_deg] = [degrees(north.value), degrees(east.value)];
  // Half a place is sent as it is too: what is missing is said where it is missing.
  const lies = latitude_deg === null && longitude_deg === null ? null : { latitude_deg, longitude_deg };
  const body = { ...form.value, lies: lies as Schemas["Coordinates"] | null, faces: named.value };
  try {
    const saved = await take(
      props.day
        ? client.PUT("/api/outings/{pk}", { params: { path: { pk: props.day.id } }, body })
        : client.POST("/api/outings", { body }),
    );
    emit("done", saved);
  } catch (error) {
    errors.value = error instanceof ProblemError ? error.places : { "": "The server cannot be reached." };
  }
}
</script>

<template>
  <Themed>
    <Modal
      :open="true"
      :title="day ? 'Outing' : 'New outing'"
      ok-text="Save"
      :transition-name="''"
      :mask-transition-name="''"
      @ok="save"
      @cancel="emit('cancel')"
    >
      <form class="form" @submit.prevent="save">
        <label for="o-title" class="label">title</label
        ><input id="o-title" v-model="form.title" class="plain box" maxlength="120" />
        <p class="error" role="alert">{{ errors["/title"] }}</p>
        <label for="o-place" class="label">place</label
        ><input id="o-place" v-model="form.place" class="plain box" maxlength="120" />
        <label for="o-lamps" class="label">lamps there</label
        ><select id="o-lamps" v-model="form.mains_hz" class="plain box">
          <option :value="null">on the mains that I usually work by</option>
          <option :value="50">on 50 Hz: they pulse 100 times a second</option>
          <option :value="60">on 60 Hz: they pulse 120 times a second</option>
        </select>
        <label for="o-clock" class="label">its clock</label
        ><select id="o-clock" v-model="form.utc_offset_min" class="plain box">
          <option :value="null">not said: hours stand as they are written</option>
          <option v-for="minutes in OFFSETS" :key="minutes" :value="minutes">{{ beforeUtc(minutes) }}</option>
        </select>
        <p class="error" role="alert">{{ errors["/utc_offset_min"] }}</p>
        <fieldset class="lies">
          <legend class="label">
            where it lies, in degrees, south and west with −: with its clock, the outing tells of the sun
          </legend>
          <label for="o-north" class="label">north</label><label for="o-east" class="label">east</label
          ><input id="o-north" v-model="north" class="plain box" inputmode="decimal" placeholder="54.4" /><input
            id="o-east"
            v-model="east"
            class="plain box"
            inputmode="decimal"
            placeholder="0.6"
          />
        </fieldset>
        <p class="error" role="alert">{{ errors["/lies/latitude_deg"] ?? errors["/lies/longitude_deg"] }}</p>
        <label for="o-faces" class="label">faces that come before others, the first first</label
        ><input id="o-faces" v-model="faces" class="plain box" maxlength="400" placeholder="Runa, Aske" />
        <p class="error" role="alert">{{ Object.entries(errors).find(([at]) => at.startsWith("/faces"))?.[1] }}</p>
        <label for="o-day" class="label">day</label><input id="o-day" v-model="form.day" type="date" class="plain box" />
        <p class="error" role="alert">{{ errors["/day"] ?? errors[""] }}</p>
        <button type="submit" hidden>Save</button>
      </form>
    </Modal>
  </Themed>
</template>

<style scoped>
.form {
  display: grid;
  gap: 6px;
}
.lies {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 18px;
  border: 0;
  margin: 0;
  padding: 0;
}
.lies legend {
  padding: 0;
}
.box {
  border-bottom: 1px solid var(--ink);
  padding: 8px 0;
  min-height: 44px;
}
</style>
