<script setup lang="ts">
import { computed, ref, toRef } from "vue";
import type { Asked } from "@/api/client";
import { useMetering, useRehearsal, useSets } from "@/picture/useOnScene";
import { asItIs } from "@/picture/what";
import Stops from "@/ruler/Stops.vue";
import ToneRuler from "@/ruler/ToneRuler.vue";

/** The ruler of tones in a decision's row, small and without the picture: what a hand draws there becomes a value set by hand. */
const props = defineProps<{ decision: string; asked: Asked | null; id: number }>();
const emit = defineEmits<{ setting: [slug: string, value: number]; brighter: [stops: number] }>();
const SMALL = 11;
const what = asItIs();
const asked = toRef(props, "asked");
const { answer: told, wrong: untold } = useRehearsal({ asked, what });
const only = (decision: string) => ({ asked: computed(() => (props.decision === decision ? props.asked : null)), what });
const { answer: metering } = useMetering(only("metering"), ref(null));
const { answer: sets } = useSets(only("bracketing"));
const pointers = computed(() =>
  (metering.value?.patterns ?? [])
    .filter((row) => row.offered)
    .map((row) => ({ ev: row.reads, label: row.short, strong: row.recommended })),
);
const least = computed(() => sets.value?.covers.find((one) => one.fewest));
const frames = computed(() => least.value?.clips.map((clips, k) => ({ clips, floor: least.value?.floors[k] ?? clips })) ?? []);
const percent = (share: number): string => `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`;
const under = computed(() => ({ metering: "metering", range: "range", bracketing: "sets" })[props.decision] ?? "frames");
</script>

<template>
  <div class="bench-ruler">
    <p v-if="untold" class="error" role="alert">{{ untold }}</p>
    <ToneRuler
      v-if="told"
      :told="told"
      :stops="SMALL"
      :pointers="pointers"
      :frames="frames"
      @expose="(v) => emit('brighter', v)"
      @protect="(v) => emit('setting', 'highlight_protection', v)"
    />
    <div v-if="told" class="beside">
      <template v-if="decision === 'metering' && metering">
        <p v-for="row in metering.patterns.filter((r) => r.offered)" :key="row.pattern" class="row">
          <span>{{ row.label }}</span><b><Stops :value="row.reads" signed /></b>
        </p>
        <p v-if="!metering.patterns.some((r) => r.recommended && r.pattern === 'spot')" class="reason">
          {{ metering.best_words }}
        </p>
      </template>
      <template v-else-if="decision === 'range'">
        <p class="row">
          <span>burnt out</span><b>{{ percent(told.lost.raw_share) }}</b>
        </p>
        <p v-if="told.lost.over.length" class="reason">Let go: {{ told.lost.over.join(", ") }}.</p>
        <p v-if="told.lost.under.length" class="reason">In the noise: {{ told.lost.under.join(", ") }}.</p>
        <p class="reason">Draw the window: exposure. Its top: protection.</p>
      </template>
      <p v-else-if="least" class="reason">
        {{
          least.frames === 1
            ? "One frame holds this scene."
            : `${least.frames} frames, ${Number(least.step.toFixed(2))} apart, ${least.whole ? "hold this scene" : "come nearest to holding it"}; its worst tone has ${least.snr.toFixed(0)} to 1.`
        }}
      </p>
      <RouterLink :to="{ name: 'rehearse', params: { id }, query: { under } }">With the picture</RouterLink>
    </div>
  </div>
</template>

<style scoped>
.bench-ruler {
  display: grid;
  grid-template-columns: 252px minmax(0, 1fr);
  gap: 0 16px;
  padding: 6px 0;
}
.row {
  display: flex;
  justify-content: space-between;
  margin: 0;
  border-bottom: 1px var(--ruled) var(--rule);
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 6px 0;
}
.beside a {
  display: inline-block;
  min-height: 44px;
  line-height: 44px;
}
@media (max-width: 760px) {
  .bench-ruler {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
