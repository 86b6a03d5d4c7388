<script setup lang="ts">
import { computed } from "vue";
import type { Decided, Schemas, Situation } from "@/api/client";
import DistanceRuler from "@/ruler/DistanceRuler.vue";
import TimeRuler from "@/ruler/TimeRuler.vue";
import ToneRuler from "@/ruler/ToneRuler.vue";
import WhiteRuler from "@/ruler/WhiteRuler.vue";
import { put } from "@/ruler/putFocus";
import type { useFocus } from "./focus/useFocus";
import type { Dial } from "../bench/byHand";
import type { Trial } from "./tried";
import type { useOnRuler } from "./useOnRuler";
import type { useWhite } from "./useWhite";

/** The one upright ruler beside the picture: of white, of distance or of time while that is judged under it, else of tones. */
const props = defineProps<{
  pane: string;
  under: string;
  told: Schemas["RehearsalOut"] | null | undefined;
  white: ReturnType<typeof useWhite>;
  focus: ReturnType<typeof useFocus>;
  time: Schemas["TimeOnSceneOut"] | null;
  ruler: ReturnType<typeof useOnRuler>;
  setup: Decided | null;
  feet: boolean;
}>();
const emit = defineEmits<{ try: [trial: Trial | null]; hold: [held: boolean]; lock: [dial: Dial, value: number] }>();
const mode = computed(() => props.setup?.focus.mode);
const tryWhite = (kelvin: number | null): void =>
  emit(
    "try",
    kelvin === null ? null : (d: Situation) => void (d.settings = { ...d.settings, white_mode: "kelvin", white_kelvin: kelvin }),
  );
const apertures = computed(() => (props.setup?.dials.aperture ?? []).map((one) => one.value).sort((a, b) => a - b));
const tryAperture = (value: number | null): void =>
  emit("try", value === null ? null : (d: Situation) => void (d.locks = { ...d.locks, aperture: value }));
const tryTime = (value: number | null): void =>
  emit("try", value === null ? null : (d: Situation) => void (d.locks = { ...d.locks, shutter_s: value }));
const tryDistance = (metres: number | null): void => emit("try", metres === null ? null : put(metres, mode.value));
</script>

<template>
  <section
    v-if="under === 'white' && white.told.value"
    class="middle pane"
    :class="{ chosen: pane === 'white' }"
    aria-labelledby="white-ruler"
  >
    <h2 id="white-ruler">White, in mireds</h2>
    <WhiteRuler :told="white.told.value" @kelvin="white.kelvin" @tint="white.tint" @draw="tryWhite" />
    <p class="quiet hint">Draw the handle: the picture follows. Aside: greener or pinker.</p>
  </section>
  <section
    v-else-if="under === 'focus' && focus.told.value"
    class="middle pane"
    :class="{ chosen: pane === 'focus' }"
    aria-labelledby="distance-ruler"
  >
    <h2 id="distance-ruler">Distance, each doubling alike</h2>
    <DistanceRuler
      :told="focus.told.value"
      :feet="feet"
      :apertures="apertures"
      :aperture="setup?.exposure.aperture"
      @aperture="(n) => emit('lock', 'aperture', n)"
      @open="tryAperture"
      @focus="focus.put"
      @draw="tryDistance"
      @band="focus.band"
      @other="focus.other"
    />
    <p class="quiet hint">
      Draw the handle: the plane of focus moves through the picture. Under it, the end of what is sharp: the aperture. The bar
      beside: what must be sharp.
    </p>
  </section>
  <section
    v-else-if="under === 'time' && time"
    class="middle pane"
    :class="{ chosen: pane === 'time' }"
    aria-labelledby="time-ruler"
  >
    <h2 id="time-ruler">Time, in stops</h2>
    <TimeRuler :told="time" @time="(t) => emit('lock', 'shutter_s', t)" @draw="tryTime" />
    <p class="quiet hint">Draw the handle: the picture streaks, or freezes.</p>
  </section>
  <section v-else-if="told" class="middle pane" :class="{ chosen: pane === 'tones' }" aria-labelledby="tones">
    <h2 id="tones">Tones, in stops from the key</h2>
    <ToneRuler
      :told="told"
      :pointers="under === 'metering' ? ruler.pointers.value : []"
      :frames="under === 'sets' ? ruler.frames.value : []"
      @expose="ruler.expose"
      @protect="ruler.protect"
      @hold="(h) => emit('hold', h)"
    />
    <p class="quiet hint">
      Draw the window: exposure. Its top: protection.<template v-if="setup?.flash">
        These are the tones of the light that is there; the flash comes on top.</template
      >
    </p>
  </section>
</template>

<style scoped>
.hint {
  font-size: 13px;
}
</style>
