<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, take } from "@/api/client";
import { keyOf } from "@/api/keys";
import Lines from "@/picture/Lines.vue";
import { useTheme } from "@/stores/theme";

/** A shore from the evening's sun to the stars: a press of the staff at its edge moves the hour, and the three figures follow. */
const { data: hours } = useQuery({ queryKey: keyOf("door"), queryFn: () => take(client.GET("/api/door")), staleTime: Infinity });
const theme = useTheme();
const pictures = computed(() => theme.name !== "red" || theme.pictures);
const DUSK = 2;
const at = ref(DUSK);
const now = computed(() => hours.value?.[at.value]);
const seen = computed(() => (now.value ? `the shore at ${now.value.clock}: ${now.value.light}` : ""));
const STOP = 22.5;
const brightest = computed(() => Math.ceil(hours.value?.[0]?.ev100 ?? 15));
const darkest = computed(() => Math.floor(hours.value?.[hours.value.length - 1]?.ev100 ?? -8));
const yOf = (ev: number): number => 16 + (brightest.value - ev) * STOP;
const stops = computed(() => Array.from({ length: brightest.value - darkest.value + 1 }, (_, k) => brightest.value - k));
const figures = computed(() => now.value?.figures.said.split(/ (?=f\/|ISO)/) ?? []);
</script>

<template>
  <section class="door" aria-labelledby="door-says">
    <div class="place">
      <img v-if="now && pictures" :src="`/api/door/${at}.jpg`" :alt="seen" />
      <Lines v-else-if="now" :src="`/api/door/${at}.jpg`" :alt="seen" />
      <fieldset v-if="hours" class="staff" :style="{ height: `${yOf(darkest) + 16}px` }">
        <legend class="visually-hidden">the hour</legend>
        <svg :height="yOf(darkest) + 16" width="100%" aria-hidden="true">
          <path v-for="ev in stops" :key="ev" :d="`M0 ${yOf(ev)} h${ev % 5 ? 8 : 16}`" />
        </svg>
        <label v-for="(hour, k) in hours" :key="hour.clock" :class="{ on: k === at }" :style="{ top: `${yOf(hour.ev100)}px` }">
          <input v-model="at" type="radio" name="hour" :value="k" class="visually-hidden" />{{ hour.clock }}
          <span class="visually-hidden">{{ hour.light }}</span>
        </label>
      </fieldset>
    </div>
    <div class="told" aria-live="polite">
      <p class="figures">
        <b v-for="figure in figures" :key="figure">{{ figure }}</b>
      </p>
      <p v-if="now" class="second">{{ now.light }}, EV {{ now.ev100 < 0 ? `−${-now.ev100}` : now.ev100 }}</p>
    </div>
    <h1 id="door-says">It measures, reckons and judges; you take the picture.</h1>
  </section>
</template>

<style scoped>
.door {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
}
.place {
  position: relative;
  aspect-ratio: 3 / 2;
  background: var(--sunk);
}
img {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: cover;
}
.staff {
  position: absolute;
  inset: 0 0 auto auto;
  width: 96px;
  min-height: 100%;
  margin: 0;
  padding: 0;
  border: 0;
  border-left: 1px solid var(--ink);
  background: var(--bg);
}
path {
  stroke: var(--second);
}
label {
  position: absolute;
  left: 18px;
  right: 4px;
  padding: 0 6px;
  min-height: 32px;
  display: flex;
  align-items: center;
  transform: translateY(-50%);
  cursor: pointer;
  font-variant-numeric: tabular-nums;
}
label:hover {
  text-decoration: underline;
}
label.on {
  background: var(--ink);
  color: var(--bg);
}
label:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
.told {
  padding: 12px 24px 0;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 0 44px;
  font-size: 56px;
  line-height: 64px;
  font-stretch: 88%;
  min-height: 64px;
}
.figures b {
  font-weight: 560;
}
h1 {
  padding: 14px 24px 24px;
  font:
    400 20px/28px "Literata Variable",
    serif;
}
@media (max-width: 760px) {
  .told,
  h1 {
    padding-left: 16px;
    padding-right: 16px;
  }
  .figures {
    font-size: 32px;
    line-height: 40px;
    min-height: 40px;
    gap: 0 22px;
  }
  .place {
    aspect-ratio: auto;
    display: grid;
  }
  .place img {
    aspect-ratio: 3 / 2;
    height: auto;
  }
  .staff {
    position: static;
    width: auto;
    height: auto !important;
    min-height: 0;
    display: grid;
    grid-template-columns: repeat(4, 1fr);
    border: 0;
    border-bottom: 1px solid var(--ink);
  }
  svg {
    display: none;
  }
  label {
    position: static;
    transform: none;
    justify-content: center;
    min-height: 44px;
  }
}
</style>
