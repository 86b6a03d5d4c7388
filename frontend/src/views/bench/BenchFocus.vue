<script setup lang="ts">
import { computed, toRef } from "vue";
import type { Asked, Decided, Situation } from "@/api/client";
import { useDistance } from "@/picture/useOnScene";
import { asItIs } from "@/picture/what";
import { far } from "@/ruler/distance";
import DistanceRuler from "@/ruler/DistanceRuler.vue";
import { onRuler, put } from "@/ruler/putFocus";

/** The ruler of distance in its row, small and without the picture: a hand that draws it puts focus there. */
const props = defineProps<{ asked: Asked | null; id: number; setup: Decided; feet: boolean }>();
const emit = defineEmits<{ change: [edit: (d: Situation) => void] }>();
const HIGH = 340;
const { answer: told, wrong } = useDistance({ asked: toRef(props, "asked"), what: asItIs() });
const following = computed(() => props.setup.focus.following);
const hand = onRuler((edit) => emit("change", edit), told);
</script>

<template>
  <div class="bench-focus">
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <template v-if="told">
      <DistanceRuler
        :told="told"
        :high="HIGH"
        :feet="feet"
        @focus="(m) => emit('change', put(m, setup.focus.mode))"
        @band="hand.band"
        @other="hand.other"
      />
      <div>
        <p v-if="following" class="kept">
          <template v-if="following.simulated"
            ><b>{{ following.kept.toFixed(1) }}</b> of {{ following.fired.toFixed(1) }} frames a second in focus, ±
            {{ following.off.toFixed(1) }}</template
          ><template v-else>being simulated</template>
        </p>
        <p v-if="setup.focus.preset_words" class="reason">{{ setup.focus.preset_words }}</p>
        <p v-for="line in told.words" :key="line" class="reason">{{ line }}</p>
        <p v-if="told.by_hand" class="reason">
          <button class="button" @click="hand.free()">Back to the subject, from {{ far(told.focus_m, feet) }}</button>
        </p>
        <p><RouterLink :to="{ name: 'rehearse', params: { id }, query: { under: 'focus' } }">With the picture</RouterLink></p>
      </div>
    </template>
  </div>
</template>

<style scoped>
.bench-focus {
  display: grid;
  grid-template-columns: 252px minmax(0, 1fr);
  gap: 0 16px;
  padding: 6px 0;
}
.kept b {
  font-size: 18px;
  font-weight: 600;
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 6px 0;
}
@media (max-width: 760px) {
  .bench-focus {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
