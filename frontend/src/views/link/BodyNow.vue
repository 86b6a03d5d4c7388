<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

/** A body as it is now, drawn: what is left of its battery, room on its cards, and how long a burst it takes. */
const props = defineProps<{ state: Schemas["StateSaid"] }>();
const percent = computed(() => Math.round(props.state.battery * 100));
const WIDE = 120;
/** A full bar of bursts: as many frames as most buffers take. */
const MANY = 100;
const burst = computed(() => Math.min(1, props.state.burst / MANY));
const cards = computed(() => props.state.cards.map((card, k) => ({ ...card, number: k + 1 })));
const told = computed(() => [
  `battery ${percent.value} %`,
  ...cards.value.map((card) => `card ${card.number} ${card.state === "in" ? `room for ${card.frames}` : card.state}`),
  `a burst of ${props.state.burst}`,
]);
</script>

<template>
  <div class="now" role="img" :aria-label="told.join(', ')">
    <figure aria-hidden="true">
      <svg :viewBox="`0 0 ${WIDE + 8} 30`" class="drawn">
        <rect x="1" y="1" :width="WIDE" height="28" class="edge" />
        <rect :x="WIDE + 2" y="9" width="5" height="12" class="full" />
        <rect x="4" y="4" :width="(WIDE - 6) * state.battery" height="22" class="full" :class="{ low: state.battery < 0.2 }" />
      </svg>
      <figcaption>
        battery <b>{{ percent }} %</b>
        <span v-if="state.celsius < 10" class="quiet">at {{ Math.round(state.celsius) }} °C</span>
      </figcaption>
    </figure>
    <figure v-for="card in cards" :key="card.number" aria-hidden="true">
      <svg viewBox="0 0 28 30" class="drawn card">
        <path d="M1 1h19l7 7v21H1z" class="edge" :class="{ out: card.state !== 'in' }" />
        <path v-if="card.state === 'failing'" d="M6 10l16 14M22 10L6 24" class="edge" />
      </svg>
      <figcaption>
        card {{ card.number }} <b v-if="card.state === 'in'">room for {{ card.frames }}</b
        ><b v-else class="error">{{ card.state }}</b>
      </figcaption>
    </figure>
    <figure aria-hidden="true">
      <svg :viewBox="`0 0 ${WIDE + 2} 30`" class="drawn">
        <line x1="1" y1="29" :x2="WIDE" y2="29" class="edge" />
        <line
          v-for="k in Math.round(burst * 30)"
          :key="k"
          :x1="k * 4 - 2"
          :x2="k * 4 - 2"
          y1="29"
          :y2="k % 5 ? 17 : 9"
          class="edge"
        />
      </svg>
      <figcaption>
        burst <b>{{ state.burst }}</b><template v-if="state.burst_s">, {{ state.burst_s.toFixed(1) }} s</template>
      </figcaption>
    </figure>
    <p class="quiet clock" aria-hidden="true">
      its clock {{ state.clock.slice(11, 19) }}<template v-if="state.asleep">, asleep</template>
    </p>
  </div>
</template>

<style scoped>
.now {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 34px;
  align-items: end;
  padding: 6px 0 10px;
}
figure {
  margin: 0;
}
.drawn {
  height: 30px;
  display: block;
}
.edge {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.out {
  stroke-dasharray: 3 3;
}
.full {
  fill: var(--second);
}
.low {
  fill: var(--binding);
}
figcaption {
  font-size: 13px;
  color: var(--second);
  padding-top: 3px;
}
figcaption b {
  color: var(--ink);
  font-weight: 560;
}
.clock {
  margin: 0;
  font-size: 13px;
}
</style>
