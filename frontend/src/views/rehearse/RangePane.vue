<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import Stops from "@/ruler/Stops.vue";
import ProtectionBeside from "./ProtectionBeside.vue";
import SeeOrTake from "./SeeOrTake.vue";

/** How the scene fares, what must hold, and the best of every exposure for what comes first. */
const props = defineProps<{ found: Schemas["RangedOut"]; byHand: boolean; left: string; aspect: number }>();
const emit = defineEmits<{
  holds: [stops: number];
  take: [way: Schemas["WayOut"]];
  see: [token: string, words: string];
  protect: [value: number | string];
  free: [];
}>();
const percent = (share: number): string => `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`;
const share = (name: string): string => percent(props.found.holds.find((one) => one.name === name)?.share ?? 0);
const ends = computed(() => {
  const { now } = props.found;
  const lost = now.over.length ? `, ${now.over.map((name) => `${name} (${share(name)})`).join(", ")} among it` : "";
  const dark = now.under.length ? `, ${now.under.join(", ")} among it` : "";
  return `As set ${percent(now.lost_share)} of the picture is burnt out${lost}; ${percent(now.blocked_share)} lies in the noise${dark}.`;
});
/** A tick is a height on the ruler: what is ticked and all that is darker must hold. */
function tick(tone: Schemas["HoldOut"]): void {
  const below = props.found.holds.find((one) => one.ev < tone.ev - 0.01 && !one.skin);
  emit("holds", Math.max(0, Number((tone.must ? (below?.ev ?? 0) : tone.ev).toFixed(2))));
}
/** What comes first, said together where it leads to the same exposure. */
const ways = computed(() => {
  const found: { key: string; labels: string[]; reasons: string[]; way: Schemas["WayOut"] }[] = [];
  for (const row of props.found.priorities)
    for (const way of row.lifted ? [row.way, row.lifted] : [row.way]) {
      const key = `${way.figures.said} ${way.offset} ${way.protection} ${way.lift}`;
      const same = found.find((one) => one.key === key);
      if (!same) found.push({ key, labels: [row.label], reasons: [row.reason], way });
      else if (!same.labels.includes(row.label)) {
        same.labels.push(row.label);
        same.reasons.push(row.reason);
      }
    }
  return found.sort((a, b) => a.way.lift - b.way.lift);
});
const words = (way: Schemas["WayOut"]): string =>
  [
    way.fares.over.length ? `${way.fares.over.join(", ")} let go` : "nothing named is burnt out",
    way.fares.skin_snr ? `skin ${way.fares.skin_snr.toFixed(0)} to 1` : "",
    `darkest tone ${way.fares.shadow_snr.toFixed(0)} to 1`,
  ]
    .filter(Boolean)
    .join("; ");
const named = (way: Schemas["WayOut"]): string => `${way.figures.said}${way.lift ? `, lifted ${way.lift} afterwards` : ""}`;
</script>

<template>
  <div class="range">
    <p class="reason">{{ ends }}</p>
    <p v-if="byHand" class="tools">
      <button class="button" @click="emit('free')">Let exposure and protection be decided again</button>
    </p>
    <div class="columns">
      <section aria-labelledby="must">
        <h3 id="must">What must hold</h3>
        <label v-for="tone in found.holds" :key="tone.name" class="tone">
          <input type="checkbox" :checked="tone.must" :disabled="tone.skin" @change="tick(tone)" />
          <span>{{ tone.name }}</span>
          <b><Stops :value="tone.ev" signed /></b>
        </label>
      </section>
      <section aria-labelledby="lift">
        <h3 id="lift">Lifting what is dark</h3>
        <p v-for="tone in found.lifts" :key="tone.name" class="tone lift">
          <span>{{ tone.name }}, {{ tone.snr.toFixed(0) }} to 1</span>
          <b>{{ tone.unseen > 0.15 ? `${tone.unseen.toFixed(1)} unseen` : "noise shows" }}</b>
        </p>
        <p v-if="found.shadow_lift_meters" class="reason">
          On this body shadow lift exposes less: leave it off where raw is kept.
        </p>
      </section>
    </div>
    <ProtectionBeside
      v-if="found.guarded.length"
      :found="found"
      :aspect="aspect"
      :left="left"
      @see="(token, words) => emit('see', token, words)"
      @take="(value) => emit('protect', value)"
    />
    <h3>The best of {{ found.weighed }} exposures, for what comes first</h3>
    <section v-for="one in ways" :key="one.key" class="first" :aria-label="one.labels.join(', ')">
      <p class="way">
        <b>{{ one.way.lift ? "lifted afterwards" : one.labels.join(", ") }}</b>
        <span
          >{{ named(one.way) }}<template v-if="one.way.offset">, <Stops :value="one.way.offset" signed /> on the meter</template
          ><template v-if="one.way.protection">, protection {{ one.way.protection }}</template></span
        >
      </p>
      <p class="reason">
        {{ words(one.way) }}.
        <template v-if="one.way.past_habit > 0.05"
          ><Stops :value="one.way.past_habit" /> darker than your habit, which the setup keeps to.</template
        >
        <template v-if="one.way.lift">Better for {{ one.labels.join(", ") }}, and darker until it is lifted.</template>
        <template v-else-if="one.reasons.length === 1">First because {{ one.reasons[0] }}.</template>
      </p>
      <SeeOrTake
        :token="one.way.frame.token"
        :left="left"
        :name="named(one.way)"
        :as-set="one.way.as_set"
        @see="emit('see', one.way.frame.token, named(one.way))"
        @take="emit('take', one.way)"
      />
    </section>
    <template v-if="found.plain.length">
      <h3>Protection against plain underexposure</h3>
      <p v-for="line in found.plain" :key="line" class="reason">{{ line }}</p>
    </template>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0 32px;
}
.tone {
  display: flex;
  gap: 8px;
  align-items: baseline;
  min-height: 26px;
  margin: 0;
  border-bottom: 1px var(--ruled) var(--rule);
}
.tone b {
  margin-left: auto;
  font-weight: 560;
}
.way {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  margin: 8px 0 0;
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 2px 0;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin: 4px 0 8px;
}
.first {
  border-bottom: 1px var(--ruled) var(--rule);
}
h3 {
  margin: 14px 0 4px;
}
@media (max-width: 760px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  label.tone {
    min-height: 44px;
    align-items: center;
  }
}
</style>
