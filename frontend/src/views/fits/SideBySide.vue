<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import Still from "@/picture/Still.vue";

/** What is carried over and where it goes, as two cards; between them a band, each part as wide as what becomes so of it. */
interface Side {
  title: string;
  body: string;
  still: string;
}
const props = defineProps<{ from: Side; to: Side; counts: Schemas["FitsOut"]["counts"] }>();
const parts = computed(() => props.counts.filter((one) => one.count));
</script>

<template>
  <div class="sides">
    <article v-for="(side, k) in [from, to]" :key="k" :class="{ to: k }">
      <Still v-if="side.still" :src="side.still" />
      <p class="label">{{ k ? "carried over to" : "from" }}</p>
      <h2>{{ side.title }}</h2>
      <p>{{ side.body }}</p>
    </article>
    <ol class="band" aria-label="what becomes of it">
      <li v-for="one in parts" :key="one.fit" :class="one.fit" :style="{ flexGrow: one.count }">
        <b>{{ one.count }}</b> {{ one.label }}
      </li>
    </ol>
  </div>
</template>

<style scoped>
.sides {
  display: grid;
  grid-template-columns: minmax(0, 220px) minmax(0, 1fr) minmax(0, 220px);
  gap: 8px 24px;
  align-items: center;
  padding: 14px 0;
}
article {
  border: 1px solid var(--ink);
  padding: 0 12px 10px;
  align-self: stretch;
}
article .still {
  width: calc(100% + 24px);
  margin: 0 -12px 6px;
}
.to {
  grid-column: 3;
  border-width: 2px;
}
h2 {
  font: 600 15px/20px "Archivo Variable";
  padding: 0;
  color: var(--ink);
}
.band {
  grid-column: 2;
  grid-row: 1;
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
}
li {
  flex: 1 1 0;
  min-width: 76px;
  border-top: 28px solid var(--part, var(--ink));
  padding: 4px 8px 0 0;
  font-size: 13px;
  line-height: 17px;
}
li + li {
  margin-left: 3px;
}
li b {
  display: block;
  font-size: 18px;
  line-height: 24px;
}
li.renamed {
  --part: var(--second);
}
li:is(.impossible, .against_profile, .breaks_habit) {
  --part: var(--binding);
}
li.pointless {
  --part: var(--rule);
}
@media (max-width: 760px) {
  .sides {
    grid-template-columns: 1fr 1fr;
    gap: 12px;
  }
  .to {
    grid-column: 2;
  }
  .band {
    grid-column: 1 / -1;
    grid-row: 2;
    flex-direction: column;
    gap: 6px;
  }
  li {
    border-top: 0;
    border-left: 14px solid var(--part, var(--ink));
    padding-left: 10px;
  }
  li + li {
    margin-left: 0;
  }
  li b {
    display: inline;
  }
}
</style>
