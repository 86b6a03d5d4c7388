<script setup lang="ts">
/** What a new account may begin with, each drawn. */
defineProps<{ busy: string }>();
const emit = defineEmits<{ begin: [what: "kit_and_day" | "kit" | null] }>();
const WAYS = [
  {
    what: "kit_and_day",
    label: "Copy the demo kit and day",
    told: "Bodies, lenses and a day along an estuary, all yours to change.",
    drawn: "M4 30C20 12 44 8 66 10S112 26 124 46M14 8h22v15h-22zM54 32h22v15h-22zM94 6h22v15h-22zM25 23v-2M65 11v21M105 21v12",
  },
  {
    what: "kit",
    label: "Copy the demo kit",
    told: "Bodies and lenses to begin with; the days are your own.",
    drawn: "M10 20h14l4-8h18l4 8h14v28h-54zM37 34m-11 0a11 11 0 1 0 22 0a11 11 0 1 0-22 0M82 18h34v28h-34zM92 18v28M100 18v28",
  },
  {
    what: null,
    label: "Start bare",
    told: "Say in one line what you are after; body and lens are asked for when they are wanted.",
    drawn: "M8 40h112M14 20v14M8 20h12M8 34h12",
  },
] as const;
</script>

<template>
  <section aria-labelledby="ready">
    <h1 id="ready">Your account is ready</h1>
    <ul>
      <li v-for="way in WAYS" :key="way.label">
        <button
          class="plain"
          :disabled="!!busy"
          :aria-label="way.label"
          :aria-describedby="`told-${way.what}`"
          @click="emit('begin', way.what)"
        >
          <svg width="128" height="56" aria-hidden="true"><path :d="way.drawn" /></svg>
          <span
            ><b>{{ way.label }}</b
            ><span :id="`told-${way.what}`" class="told">{{ way.told }}</span></span
          >
        </button>
      </li>
    </ul>
    <p class="quiet" role="status">{{ busy }}</p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 12px 0 0;
  padding: 0;
}
button {
  width: 100%;
  padding: 14px 0;
  display: flex;
  gap: 24px;
  align-items: center;
  text-align: left;
  text-decoration: none;
  border-top: 1px var(--ruled) var(--rule);
}
button:hover b {
  text-decoration: underline;
}
svg {
  flex: none;
  background: var(--raised);
  border: 1px solid var(--ink);
}
path {
  fill: none;
  stroke: var(--ink);
}
b,
.told {
  display: block;
}
.told {
  color: var(--second);
  white-space: normal;
}
</style>
