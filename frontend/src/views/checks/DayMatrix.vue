<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import Still from "@/picture/Still.vue";

type Check = Schemas["CheckOut"];
/** The day across, what could fail down: a square for each check, as large as what it would lose, hollow once it is made. */
const props = defineProps<{ checks: Check[]; chosen: string; still: (title: string) => string }>();
const emit = defineEmits<{ choose: [slug: string] }>();
const MOMENTS = { leaving: "leaving", arrival: "arrival", after: "after" } as const;
interface Column {
  key: string;
  label: string;
  picture: string;
  of: (check: Check) => boolean;
}
/** Situations in the order of the day, as the check that serves most of them names them. */
const columns = computed<Column[]>(() => {
  const shown = new Set(
    props.checks.filter((c) => c.moment === "situation").flatMap((c) => c.serves.map((one) => one.situation)),
  );
  const most = [...props.checks].sort((a, b) => b.serves.length - a.serves.length);
  const served = new Map(most.flatMap((check) => check.serves.map((one) => [one.situation, one.title] as const)));
  const at = (moment: keyof typeof MOMENTS): Column => ({
    key: moment,
    label: MOMENTS[moment],
    picture: "",
    of: (check) => check.moment === moment,
  });
  const pictures = [...served]
    .filter(([situation]) => shown.has(situation))
    .map(([situation, title]) => ({
      key: String(situation),
      label: title,
      picture: props.still(title),
      of: (check: Check) => check.moment === "situation" && check.serves.some((one) => one.situation === situation),
    }));
  return [at("leaving"), at("arrival"), ...pictures, at("after")].filter((column) => props.checks.some(column.of));
});
const kinds = computed(() =>
  [...new Set(props.checks.map((check) => check.kind))].map((kind) => ({
    kind,
    cells: columns.value.map((column) => ({
      column,
      checks: props.checks.filter((check) => check.kind === kind && column.of(check)),
    })),
  })),
);
const SIDE = 26;
const side = (share: number): string => `${Math.max(7, Math.round(SIDE * Math.sqrt(share)))}px`;
const said = (check: Check, column: Column): string => {
  const figure = check.serves.find((one) => String(one.situation) === column.key)?.figure;
  return `${column.label}: ${check.text}${figure ? ` ${figure}` : ""}${check.ticked_at ? ", made" : ""}`;
};
</script>

<template>
  <div class="across">
    <table>
      <caption class="visually-hidden">
        What could fail, by when it is looked at
      </caption>
      <thead>
        <tr>
          <td></td>
          <th v-for="column in columns" :key="column.key" scope="col" :title="column.label">
            <Still v-if="column.picture" class="head" :src="column.picture" /><span
              :class="{ 'visually-hidden': column.picture }"
              >{{ column.label }}</span
            >
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in kinds" :key="row.kind">
          <th scope="row">{{ row.kind }}</th>
          <td v-for="{ column, checks: here } in row.cells" :key="column.key">
            <button
              v-for="check in here"
              :key="check.slug"
              class="plain cell"
              :class="{ on: check.slug === chosen }"
              :aria-label="said(check, column)"
              :title="said(check, column)"
              :aria-pressed="check.slug === chosen"
              data-repeats
              @click="emit('choose', check.slug)"
            >
              <i :class="{ made: check.ticked_at }" :style="{ width: side(check.share), height: side(check.share) }"></i>
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="key quiet">
      it would lose
      <template v-for="share in [1, 0.3, 0.05]" :key="share"
        ><i :style="{ width: side(share), height: side(share) }"></i
        >{{ share === 1 ? "the most" : share === 0.3 ? "a third of that" : "a twentieth" }}</template
      ><i class="made" :style="{ width: side(0.3), height: side(0.3) }"></i>made
    </p>
  </div>
</template>

<style scoped>
table {
  border-collapse: collapse;
  table-layout: fixed;
  width: 100%;
}
thead td {
  width: 84px;
}
th,
td {
  padding: 0;
  font-weight: 450;
  text-align: left;
  border-bottom: 1px var(--ruled) var(--rule);
}
thead th {
  vertical-align: bottom;
  padding: 0 8px 6px 0;
  font-stretch: 88%;
}
.head {
  width: 100%;
  max-width: 72px;
}
tbody th {
  color: var(--second);
  vertical-align: middle;
}
tbody td {
  height: 34px;
  line-height: 0;
}
.cell {
  min-width: 26px;
  min-height: 30px;
  display: inline-grid;
  place-items: center;
  border: 0;
  text-decoration: none;
}
i {
  display: inline-block;
  background: var(--ink);
  border: 1.5px solid var(--ink);
}
i.made {
  background: none;
}
.on {
  outline: 2px solid var(--ink);
  outline-offset: -2px;
}
.key {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
  font-size: 13px;
  padding: 8px 0;
}
@media (max-width: 760px) {
  thead th {
    padding-right: 2px;
  }
  thead td {
    width: 64px;
  }
  thead th span {
    display: inline-block;
    writing-mode: vertical-rl;
  }
  tbody th {
    font-stretch: 80%;
    font-size: 13px;
  }
  .cell {
    width: 100%;
    min-width: 0;
    min-height: 36px;
  }
}
</style>
