<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import BurstDrawn from "./BurstDrawn.vue";
import PlanDrawn from "./PlanDrawn.vue";
import type { useFocus } from "./useFocus";

/** Following by looking: a burst, what each value of autofocus keeps of many, and what costs frames. */
const props = defineProps<{ focus: ReturnType<typeof useFocus>; feet: boolean }>();
const found = computed(() => props.focus.following.value);
const beside = computed(() => props.focus.beside.value);
const rate = (value: number): string => value.toFixed(1);
const percent = (share: number): string => `${Math.round(share * 100)}\u00a0%`;
const isBeside = (row: Schemas["FollowedOut"]): boolean =>
  !beside.value.narrower &&
  (beside.value.rate ?? 1) === row.rate &&
  JSON.stringify(row.way) === JSON.stringify(beside.value.beside);
/** The way that is set. */
const asSet = computed(() => found.value?.choices.flatMap((choice) => choice.rows).find((row) => row.as_set)?.way);
</script>

<template>
  <template v-if="found">
    <p v-for="line in found.words" :key="line" class="reason">{{ line }}</p>
    <template v-if="found.follows">
      <div class="tools">
        <h3 id="one-burst">One burst of {{ found.shown }}</h3>
        <button class="button" aria-label="the burst before" @click="focus.leaf(-1)">−</button>
        <span class="small" role="status">number {{ focus.burst.value + 1 }}</span>
        <button class="button" aria-label="the next burst" @click="focus.leaf(1)">+</button>
        <template v-if="asSet">
          <button class="plain" @click="focus.lay({ beside: asSet, narrower: 1 })">a stop narrower</button>
          <button class="plain" @click="focus.lay({ beside: asSet, narrower: -1 })">wider</button>
          <button class="plain" @click="focus.lay({ beside: asSet, rate: 0.5 })">half the rate</button>
        </template>
        <button v-if="beside.beside" class="plain" @click="focus.lay({})">without the other</button>
      </div>
      <details v-if="found.plan" class="fold" :open="found.plan.drawn">
        <summary>{{ found.plan.drawn ? "Its way as drawn" : "Draw its way" }}</summary>
        <PlanDrawn :plan="found.plan" :half-deg="found.half_deg" :feet="feet" @draw="focus.draw" />
      </details>
      <BurstDrawn
        v-for="one in found.seen"
        :key="one.title"
        :burst="one"
        :drawn="found.drawn"
        :depth="found.depth_m"
        :things="found.plan?.things ?? []"
        :feet="feet"
      />
      <h3>Of {{ found.bursts }} bursts, frames in focus a second</h3>
      <div class="choices">
        <table v-for="choice in found.choices" :key="choice.setting">
          <caption>
            {{
              choice.label
            }}
          </caption>
          <tbody>
            <tr v-for="row in choice.rows" :key="row.value" :class="{ on: row.as_set }">
              <th scope="row">{{ row.label }}</th>
              <td class="bar">
                <span class="fired" :style="{ width: `${(row.fired / Math.max(...choice.rows.map((r) => r.fired))) * 100}%` }">
                  <span class="kept" :style="{ width: `${row.fired ? (row.kept / row.fired) * 100 : 0}%` }" />
                </span>
              </td>
              <td>
                <b>{{ rate(row.kept) }}</b> <span class="small">± {{ rate(row.off) }}</span>
              </td>
              <td class="small good">{{ row.as_good ? "as good" : "" }}</td>
              <td>
                <template v-if="!row.as_set">
                  <button
                    v-if="row.way"
                    class="plain"
                    :aria-pressed="isBeside(row)"
                    :aria-label="`see ${row.label} beside`"
                    @click="focus.lay(isBeside(row) ? {} : { beside: row.way, rate: row.rate })"
                  >
                    see
                  </button>
                  <button
                    v-if="Object.keys(row.set).length"
                    class="plain"
                    :aria-label="`set ${row.label}`"
                    @click="focus.set(row.set)"
                  >
                    set
                  </button>
                </template>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="small">
        Full width: frames fired. Filled: in focus at your output. An area stands at its best, all else with the rest as it is
        set. “As good”: no other way is surely better by more than three in a hundred.
      </p>
      <template v-if="found.costs.length">
        <h3>What costs frames</h3>
        <table>
          <tbody>
            <tr v-for="one in found.costs" :key="one.label">
              <th scope="row">{{ one.label }}</th>
              <td>
                <b>{{ percent(one.share) }}</b>
              </td>
              <td class="small">{{ one.against }}</td>
            </tr>
          </tbody>
        </table>
      </template>
    </template>
  </template>
  <p v-else class="quiet" role="status">bursts are being simulated</p>
</template>

<style scoped>
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 4px 0;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  margin-top: 8px;
}
.tools h3 {
  margin: 0 8px 0 0;
}
h3 {
  margin: 14px 0 4px;
}
.choices {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px 24px;
}
table {
  width: 100%;
  border-collapse: collapse;
  align-self: start;
}
caption {
  caption-side: top;
  text-align: left;
  color: var(--second);
  font-size: 13px;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 3px 6px 3px 0;
  border-bottom: 1px var(--ruled) var(--rule);
  white-space: nowrap;
}
td.small:not(.good) {
  white-space: normal;
}
.on th {
  font-weight: 640;
}
.bar {
  width: 26%;
}
.fired {
  display: block;
  height: 9px;
  border: 1px solid var(--ink);
  background: var(--bg);
}
.kept {
  display: block;
  height: 100%;
  background: var(--ink);
}
.small {
  font-size: 13px;
  color: var(--second);
}
.plain {
  min-height: 28px;
  padding: 0 5px;
  text-decoration: underline;
  text-underline-offset: 4px;
}
.plain[aria-pressed="true"] {
  font-weight: 640;
}
@media (max-width: 760px) {
  .choices {
    grid-template-columns: minmax(0, 1fr);
  }
  .plain {
    min-height: 44px;
  }
}
</style>
