<script setup lang="ts">
import { computed, ref } from "vue";
import { VueDraggable } from "vue-draggable-plus";
import type { Concession, Schemas, Decided } from "@/api/client";
import Stops from "@/ruler/Stops.vue";
import { asRung } from "@/words";
import Choice from "@/fields/Choice.vue";
import { orNone } from "@/fields/options";

const props = defineProps<{ setup: Decided; offers: Schemas["RungWords"][]; own: boolean; error?: string }>();
const emit = defineEmits<{ change: [rungs: Concession[] | null] }>();

type Given = Schemas["ConcessionOut"] & { key: string };
const ahead = computed(() => props.setup.concessions.filter((c) => !c.asked).length);
const rows = computed<Given[]>(() =>
  props.setup.concessions.filter((c) => c.asked).map((c, k) => ({ ...c, key: `${k}-${c.intent}` })),
);
const bound = computed(() => (props.setup.binding?.rung ?? -1) - ahead.value);
const said = ref("");

function send(list: Given[]): void {
  emit("change", list.map(asRung));
}
function move(k: number, by: number): void {
  const list = [...rows.value];
  const to = k + by;
  if (to < 0 || to >= list.length) return;
  const [row] = list.splice(k, 1);
  if (!row) return;
  list.splice(to, 0, row);
  said.value = `${row.words} is now number ${to + 1}`;
  send(list);
  requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-rung="${to}"]`)?.focus());
}
function remove(k: number): void {
  send(rows.value.filter((_, at) => at !== k));
}
function add(words: string): void {
  const rung = props.offers.find((one) => one.words === words);
  if (!rung) return;
  emit("change", [...rows.value.map(asRung), asRung(rung)]);
}
</script>

<template>
  <section aria-labelledby="gives">
    <h2 id="gives">What gives first</h2>
    <VueDraggable
      tag="ol"
      class="list rungs"
      :model-value="rows"
      :animation="0"
      force-fallback
      @update:model-value="send($event as Given[])"
    >
      <li
        v-for="(row, k) in rows"
        :key="row.key"
        :data-rung="k"
        tabindex="0"
        :class="{ bind: k === bound, gave: row.gave_stops > 0.01 }"
        :aria-label="`${k + 1}, ${row.words}${k === bound ? ', binding' : ''}; Alt and arrows move it`"
        @keydown.alt.up.prevent="move(k, -1)"
        @keydown.alt.down.prevent="move(k, 1)"
        @keydown.delete.prevent="remove(k)"
      >
        <em>{{ k + 1 }}</em><span class="name">{{ row.words }}</span>
        <em v-if="row.gave_stops > 0.01" class="how"
          ><template v-if="row.limit_stops === null || (row.left_stops ?? 0) <= 0.01"
            >gave <Stops :value="row.gave_stops" /><template v-if="row.comfortable">, comfortable</template></template
          ><template v-else><Stops :value="row.gave_stops" /> of <Stops :value="row.limit_stops" /></template></em
        ><em v-else class="how">–</em>
      </li>
    </VueDraggable>
    <p class="error" role="alert">{{ error }}</p>
    <div class="tools">
      <Choice
        class="quiet"
        name="add a concession"
        model-value=""
        :options="
          orNone(
            'add one',
            offers.map(({ words }) => ({ value: words, shown: words })),
          )
        "
        @update:model-value="add"
      />
      <button v-if="own" class="plain quiet" @click="emit('change', null)">back to the usual order</button>
    </div>
    <p class="visually-hidden" aria-live="polite">{{ said }}</p>
  </section>
</template>

<style scoped>
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  min-height: 36px;
  border-bottom: 1px var(--ruled) var(--rule);
  display: grid;
  grid-template-columns: 24px 1fr auto;
  align-items: baseline;
  padding-top: 9px;
  cursor: grab;
}
em {
  font-style: normal;
  color: var(--second);
}
.gave .name {
  font-weight: 560;
}
.bind .name {
  color: var(--binding);
}
.tools {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding-top: 8px;
}
.tools > * {
  min-height: 24px;
}
</style>
