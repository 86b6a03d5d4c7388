<script setup lang="ts">
import { computed } from "vue";
import type { Held } from "@/picture/useOnScene";
import MeteringPane from "./MeteringPane.vue";
import PreviewPane from "./PreviewPane.vue";
import RangePane from "./RangePane.vue";
import SeriesPane from "./SeriesPane.vue";
import SetsPane from "./SetsPane.vue";
import type { useOnRuler } from "./useOnRuler";

/** What stands under the picture and is judged on it; what a hand does there, the ruler does. */
const props = defineProps<{
  id: number;
  under: string;
  ruler: ReturnType<typeof useOnRuler>;
  token: string;
  aspect: number;
  held: Held;
}>();
const metering = computed(() => props.ruler.metering.value);
const range = computed(() => props.ruler.range.value);
const sets = computed(() => props.ruler.sets.value);
const series = computed(() => props.ruler.series.value);
const truth = computed(() => props.ruler.truth.value);
const left = computed(() => props.ruler.seen.value?.token ?? "");
</script>

<template>
  <MeteringPane
    v-if="under === 'metering' && metering"
    :found="metering"
    :chosen="ruler.pattern.value"
    :left="left"
    @choose="ruler.choosePattern"
    @see="(token, words) => ruler.see({ token, words, view: 'finder' })"
    @spot="ruler.holdSpot"
    @set="ruler.setPattern"
    @expose="ruler.expose"
  />
  <RangePane
    v-else-if="under === 'range' && range"
    :found="range"
    :by-hand="ruler.byHand.value"
    :left="left"
    :aspect="aspect"
    @protect="ruler.guard"
    @holds="ruler.mustHold"
    @take="ruler.takeWay"
    @free="ruler.free"
    @see="(token, words) => ruler.see({ token, words, view: 'finder' })"
  />
  <SetsPane
    v-else-if="under === 'sets' && sets"
    :id="id"
    :found="sets"
    :single="token"
    :chosen="ruler.cover.value"
    :aspect="aspect"
    :left="left"
    :drive="ruler.fired.value"
    :held="held"
    @choose="ruler.chooseSet"
    @take="ruler.takeSet"
    @see="(token, words, view) => ruler.see({ token, words, view })"
  />
  <SeriesPane v-else-if="under === 'series' && series" :found="series" />
  <PreviewPane
    v-else-if="under === 'preview' && truth"
    :found="truth"
    :left="left"
    @set="ruler.setAll"
    @see="(token, words) => ruler.see({ token, words, view: 'finder' })"
  />
  <p v-else class="quiet" role="status">being computed on the scene</p>
</template>
