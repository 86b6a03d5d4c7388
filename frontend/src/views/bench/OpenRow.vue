<script setup lang="ts">
import { defineAsyncComponent } from "vue";
import { awaited } from "@/api/idle";
import type { Asked, Decided, Schemas, Situation } from "@/api/client";
import type { ByHand } from "./byHand";

/** What is drawn in a row of the setup that lies open: its ruler or its own figures, fetched once such a row is opened. */
defineProps<{
  id: number;
  decision: string;
  document: Situation;
  asked: Asked | null;
  setup: Decided;
  words: Schemas["Words"];
  /** Those in the bag. */
  flashes: NonNullable<Situation["flashes"]>;
  feet: boolean;
  hand: ByHand;
  errors: Record<string, string>;
}>();
const emit = defineEmits<{ change: [edit: (d: Situation) => void]; time: [seconds: number] }>();
const BenchRuler = defineAsyncComponent(() => awaited(import("./BenchRuler.vue")));
const BenchWhite = defineAsyncComponent(() => awaited(import("./BenchWhite.vue")));
const BenchTime = defineAsyncComponent(() => awaited(import("./BenchTime.vue")));
const BenchIso = defineAsyncComponent(() => awaited(import("./BenchIso.vue")));
const BenchFocus = defineAsyncComponent(() => awaited(import("./BenchFocus.vue")));
const BenchMode = defineAsyncComponent(() => awaited(import("./BenchMode.vue")));
const BenchFlash = defineAsyncComponent(() => awaited(import("./BenchFlash.vue")));
const ON_SCENE = new Set(["metering", "range", "bracketing"]);
const change = (edit: (d: Situation) => void): void => emit("change", edit);
const ceilingAt = (iso: number): void => change((d) => (d.settings = { ...d.settings, iso_ceiling: iso }));
</script>

<template>
  <BenchRuler
    v-if="ON_SCENE.has(decision)"
    :id="id"
    :decision="decision"
    :asked="asked"
    @setting="hand.setByHand"
    @brighter="hand.brighter"
  />
  <BenchWhite v-else-if="decision === 'white'" :id="id" :asked="asked" @kelvin="hand.whiteAt" @tint="hand.tintAt" />
  <BenchTime v-else-if="decision === 'shutter_type'" :id="id" :asked="asked" @time="(t: number) => emit('time', t)" />
  <BenchIso v-else-if="decision === 'iso_limits'" :asked="asked" :body="String(document.body ?? '')" @ceiling="ceilingAt" />
  <BenchMode v-else-if="decision === 'exposure_mode'" :asked="asked" @mend="hand.mend" />
  <BenchFlash
    v-else-if="decision === 'flash'"
    :document="document"
    :setup="setup"
    :words="words"
    :flashes="document.flashes ?? flashes"
    :feet="feet"
    :errors="errors"
    @change="change"
  />
  <BenchFocus v-else-if="decision === 'focus'" :id="id" :asked="asked" :setup="setup" :feet="feet" @change="change" />
</template>
