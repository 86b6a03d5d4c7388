<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";

/** What the raw still has when the preview first warns, what moves that, and the settings that make it truthful as a whole. */
const props = defineProps<{ found: Schemas["TruthOut"]; left: string }>();
const emit = defineEmits<{ set: [values: Record<string, string | number>]; see: [token: string, words: string] }>();
const values = (row: Schemas["MovedOut"]): Record<string, string | number> =>
  row.setting === "white_kelvin" ? { white_mode: "kelvin", white_kelvin: row.set_to } : { [row.setting]: row.set_to };
const THIRD_PX = 12;
const thirds = (n: number): string => {
  const near = Math.round(n);
  return near === 0 ? "nothing" : near === 1 ? "a third of a stop" : `${near} thirds of a stop`;
};
const groups = computed(() => {
  const found: { label: string; rows: Schemas["MovedOut"][] }[] = [];
  for (const row of props.found.moved) {
    const group = found.find((one) => one.label === row.label);
    if (group) group.rows.push(row);
    else found.push({ label: row.label, rows: [row] });
  }
  return found;
});
const CHANNELS = ["red", "green", "blue"];
const gain = computed(() => Math.round(props.found.thirds - props.found.with_bundle));
</script>

<template>
  <div class="truth">
    <p class="reason">
      When the preview first warns in this picture, the raw still has <b>{{ thirds(found.thirds) }}</b>. On a grey surface in this
      light: {{ found.by_channel.map((n, k) => `${CHANNELS[k]} ${Math.round(n)}`).join(", ") }} thirds.
      <template v-if="found.measured !== null"
        >You measured {{ thirds(found.measured) }} on this body, with its {{ found.measured_look.replace("_", " ") }} look: the
        test frame's answers go by that.</template
      >
      <template v-else
        >Nobody has measured it on this body: bring a raw and the file beside it under <i>my own picture</i>.</template
      >
    </p>
    <div class="groups">
      <section v-for="group in groups" :key="group.label" :aria-label="group.label">
        <h3>{{ group.label }}</h3>
        <p v-for="row in group.rows" :key="row.value" class="bar">
          <button
            class="plain"
            data-repeats
            :aria-pressed="left === row.frame.token"
            :aria-label="`see ${group.label}, ${row.value}`"
            @click="emit('see', row.frame.token, `${group.label}: ${row.value}`)"
          >
            {{ row.value }}
          </button>
          <i :style="{ width: `${Math.round(row.thirds) * THIRD_PX}px` }" :class="{ on: row.as_set }"></i>
          <b>{{ Math.round(row.thirds) }}</b>
          <span v-if="row.as_set" class="quiet">as set</span>
          <button
            v-else-if="left === row.frame.token"
            class="plain"
            :aria-label="`take over ${group.label}, ${row.value}`"
            @click="emit('set', values(row))"
          >
            take over
          </button>
        </p>
      </section>
    </div>
    <h3>{{ found.bundle }}</h3>
    <p class="reason">
      <template v-if="found.lacking">It cannot be had here: {{ found.lacking }}. </template>
      <template v-else-if="found.holds">It is set. </template>
      <template v-else
        >With all of it the raw has {{ thirds(found.with_bundle) }} left<template v-if="gain > 0"
          >, {{ gain }} {{ gain === 1 ? "third" : "thirds" }} nearer to the truth</template
        >.
      </template>
      {{ found.why_whole }}
    </p>
    <p class="reason">A minute's proof: {{ found.proof }}</p>
    <button v-if="!found.lacking && !found.holds" class="button" @click="emit('set', found.sets)">Set all of it</button>
  </div>
</template>

<style scoped>
.groups {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0 32px;
}
.bar {
  display: grid;
  grid-template-columns: 112px auto 24px 1fr;
  align-items: center;
  gap: 8px;
  margin: 0;
  min-height: 32px;
  border-bottom: 1px var(--ruled) var(--rule);
}
.bar button {
  min-height: 32px;
  text-align: left;
  text-decoration: underline;
  text-decoration-color: var(--rule);
  text-underline-offset: 4px;
}
.bar button[aria-pressed="true"] {
  font-weight: 640;
  text-decoration-color: var(--ink);
}
.bar i {
  display: block;
  height: 10px;
  border: 1px solid var(--ink);
}
.bar i.on {
  background: var(--ink);
}
.bar b {
  font-weight: 560;
}
h3 {
  margin: 12px 0 4px;
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 4px 0;
}
@media (max-width: 760px) {
  .groups {
    grid-template-columns: minmax(0, 1fr);
  }
  .bar button {
    min-height: 44px;
  }
}
</style>
