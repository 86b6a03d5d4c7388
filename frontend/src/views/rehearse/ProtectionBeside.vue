<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import FramePicture from "@/picture/FramePicture.vue";
import { frameAt } from "@/picture/frames";
import Stops from "@/ruler/Stops.vue";
import SeeOrTake from "./SeeOrTake.vue";

/** The picture as bright as it is set, without protection, with each step of it and by itself: whole, and where it matters. */
const props = defineProps<{ found: Schemas["RangedOut"]; aspect: number; left: string }>();
const emit = defineEmits<{ see: [token: string, words: string]; take: [value: number | string] }>();

type Guarded = Schemas["GuardedOut"];
const named = (one: Guarded): string => {
  if (one.value === "automatic") return one.takes ? `by itself: ${one.takes}` : "by itself: none";
  return one.value ? `protection ${one.value}` : "without";
};
const there = computed(() => props.found.guarded.filter((one) => one.frame));
const not = computed(() => props.found.guarded.filter((one) => !one.frame));
const places = computed(() =>
  [
    { what: "brightest that must hold", place: props.found.brightest },
    { what: "darkest", place: props.found.darkest },
  ].flatMap(({ what, place }) => (place ? [{ what, ...place }] : [])),
);
const percent = (share: number): string => `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`;
</script>

<template>
  <section aria-labelledby="guarded">
    <h3 id="guarded">Protection side by side, at one brightness</h3>
    <div class="row">
      <figure v-for="one in there" :key="one.value">
        <FramePicture
          :src="frameAt(one.frame?.token ?? '', { view: 'finder', width: 165 })"
          :alt="`${named(one)}: the whole picture in the finder`"
          :aspect="aspect"
        />
        <figcaption>
          <b>{{ named(one) }}</b>
          <span class="said">{{ one.frame?.figures.said }}</span>
        </figcaption>
      </figure>
    </div>
    <template v-for="place in places" :key="place.what">
      <h4>{{ place.what }}: {{ place.name }} <Stops :value="place.ev" signed />, an eighth of the frame across</h4>
      <div class="row">
        <FramePicture
          v-for="one in there"
          :key="one.value"
          :src="frameAt(one.frame?.token ?? '', { view: 'finder', width: 165, x: place.x, y: place.y, part: 0.125 })"
          :alt="`${named(one)}: ${place.name}`"
          :aspect="aspect"
        />
      </div>
    </template>
    <div class="row">
      <div v-for="one in there" :key="one.value" class="told">
        <p v-if="one.fares" class="reason">
          The file is white from <Stops :value="one.fares.white" signed />, the finder warns of {{ percent(one.warned_share) }},
          the raw is full from <Stops :value="one.fares.clips" signed />; darkest {{ one.fares.shadow_snr.toFixed(0) }} to 1.
        </p>
        <SeeOrTake
          :token="one.frame?.token ?? ''"
          :left="left"
          :name="named(one)"
          :as-set="one.as_set"
          @see="emit('see', one.frame?.token ?? '', named(one))"
          @take="emit('take', one.value)"
        />
      </div>
    </div>
    <p v-for="one in not" :key="one.value" class="reason">{{ named(one) }}: {{ one.why }}</p>
  </section>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 8px 12px;
}
figure {
  margin: 0;
}
figcaption {
  display: grid;
}
.said,
.reason {
  font-size: 13px;
  line-height: 18px;
}
h3 {
  margin: 14px 0 4px;
}
h4 {
  margin: 8px 0 4px;
  font-weight: 560;
}
@media (max-width: 760px) {
  .row {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
