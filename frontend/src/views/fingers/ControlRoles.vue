<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { howOften } from "./said";
import UseMark from "./UseMark.vue";
import Choice from "@/fields/Choice.vue";
import { listed, orNone } from "@/fields/options";
import Tick from "@/fields/Tick.vue";

type Body = Schemas["BodyControls"];
type Role = Schemas["RoleOut"];
type Use = Role["use"];
type Feel = { missed: number; bumped: number };
/** What one control is for: in a line each; opened, the roles it may have instead. */
const props = defineProps<{
  body: Body;
  control: Schemas["ControlOut"];
  number: number;
  layout: Schemas["LayoutOut"] | undefined;
  open: boolean;
}>();
const emit = defineEmits<{
  toggle: [];
  give: [use: Use, picked: string, back: boolean];
  fix: [kept: Role, on: boolean];
  feel: [what: keyof Feel, share: number | ""];
}>();
const uses = computed(() => props.layout?.uses ?? []);
const called = (use: Use): string => uses.value.find((u) => u.slug === use)?.label ?? use;
const at = (roles: readonly Role[], use: Use, back: boolean): Role | undefined =>
  roles.find((r) => r.control === props.control.slug && r.use === use && r.looking_back === back);
/** While frames are looked at a control is free for another role. */
const rows = computed(() =>
  [false, true].flatMap((back) =>
    props.control.uses
      .map((use) => ({ use, back, kept: at(props.body.kept, use, back), best: at(props.body.proposed, use, back) }))
      .filter(({ use, kept, best }) => !back || kept || best || fitting(use, true).length),
  ),
);
const told = computed(() => rows.value.filter(({ kept, best }) => kept ?? best));
/** What the setups put on a dial, where the layout says nothing else. */
const turns = computed(() => (at(props.body.kept, "turn", false) ? [] : props.control.turns));
const clashes = computed(() => props.body.kept_clashes.filter((c) => c.control === props.control.slug));
/** Functions that make sense for a use, on this body. */
const fitting = (use: Use, back: boolean) =>
  (props.layout?.functions ?? []).filter(
    (f) => f.uses.includes(use) && f.looking_back === back && (!f.area || props.body.areas.includes(f.area)),
  );
const own = computed(() => props.layout?.document.feel?.[props.control.slug]);
const spot = computed(() => props.layout?.spots.find((s) => s.slug === props.control.spot));
const SHARES = [
  { value: 0.02, shown: "hardly ever" },
  { value: 0.1, shown: "seldom" },
  { value: 0.25, shown: "often" },
  { value: 0.5, shown: "half the time" },
];
const MEETS = [
  { what: "missed", label: "not found without looking", name: "missed" },
  { what: "bumped", label: "pressed by accident", name: "pressed by accident" },
] as const;
</script>

<template>
  <button class="head plain" :aria-expanded="open" @click="emit('toggle')">
    <span class="number label">{{ number }}</span> <span class="name">{{ control.label }}</span><span
      v-if="control.lever"
      class="label aside"
      >{{ control.lever }}</span
    >
  </button>
  <div v-if="!open" class="roles" @click="emit('toggle')">
    <p v-for="{ use, back, kept, best } in told" :key="`${use}${back}`">
      <span class="what" :class="{ clash: kept && clashes.some((c) => c.function === kept?.function), only: !kept }"
        ><UseMark :use="use" /> {{ kept?.label ?? best?.label }}<span v-if="!kept" class="label aside">computed</span></span
      >
      <span v-if="clashes.some((c) => c.function === kept?.function)" class="why clash"
        >clashes: {{ clashes.find((c) => c.function === kept?.function)?.because }}</span
      >
      <span v-else class="quiet why"
        ><template v-if="kept && best && kept.function !== best.function">computed: {{ best.label }}. </template
        ><template v-if="(kept ?? best)?.uses">{{ howOften((kept ?? best)?.uses ?? 0) }}. </template
        ><template v-if="kept?.rests.length">Does nothing in {{ kept.rests.join(", ") }}.</template
        ><template v-else>{{ (kept ?? best)?.because }}</template></span
      >
    </p>
    <p v-for="turn in turns" :key="turn.function">
      <span class="what"><UseMark use="turn" /> {{ turn.label }}</span>
      <span class="quiet why">{{
        turns.length > 1 ? `by the setup, in ${turn.situations.join(", ")}` : "as all setups of the day have it"
      }}</span>
    </p>
    <p v-if="!told.length && !turns.length" class="quiet">{{ control.made ? `${control.made}, as made` : "nothing" }}</p>
  </div>
  <div v-else class="open">
    <p class="quiet why">{{ spot?.label }}, {{ spot?.finger }}</p>
    <div v-for="{ use, back, kept, best } in rows" :key="`${use}${back}`" class="use">
      <span class="label" :title="uses.find((u) => u.slug === use)?.lasts"
        ><UseMark :use="use" /> {{ called(use) }}{{ back ? ", looking back" : "" }}</span
      >
      <Choice
        :name="`${called(use)}${back ? ', looking back,' : ''} of ${control.label}`"
        :model-value="kept?.function ?? ''"
        :options="orNone('nothing', listed(fitting(use, back)))"
        @update:model-value="(picked) => emit('give', use, picked, back)"
      />
      <Tick
        v-if="kept"
        class="fixed"
        :name="`keep ${kept.label} there`"
        :model-value="kept.fixed"
        @update:model-value="(on) => emit('fix', kept as Role, on)"
        >fixed</Tick
      >
      <p v-if="best && best.function !== kept?.function" class="quiet why">computed: {{ best.label }}. {{ best.because }}</p>
    </div>
    <p v-for="clash in clashes" :key="clash.function" class="why clash">{{ clash.label }} clashes: {{ clash.because }}</p>
    <label v-for="m in MEETS" :key="m.what" class="feel"
      ><span class="label">{{ m.label }}</span>
      <Choice
        :name="`how often ${control.label} is ${m.name}`"
        :model-value="own?.[m.what] ?? ''"
        :options="orNone('as its place does', SHARES)"
        @update:model-value="(share) => emit('feel', m.what, share)"
    /></label>
  </div>
</template>

<style scoped>
.head {
  min-height: 24px;
  text-decoration: none;
  color: var(--second);
  font-size: 13px;
}
.roles {
  cursor: pointer;
}
.roles p {
  padding-bottom: 4px;
}
.what {
  display: block;
  font-size: 15px;
  line-height: 20px;
  font-weight: 600;
}
.aside {
  margin-left: 8px;
}
.what.only {
  font-weight: 450;
}
.why {
  display: block;
  font-size: 13px;
  line-height: 17px;
}
.clash {
  color: var(--binding);
}
.open {
  border-left: 3px solid var(--ink);
  background: var(--bg);
  padding: 2px 0 6px 10px;
}
.use {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr) 62px;
  gap: 0 10px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
}
.use .why {
  grid-column: 2 / -1;
  padding-bottom: 4px;
}
.use :deep(.choice) {
  font-weight: 560;
}
:deep(.fixed) {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 44px;
  font-size: 13px;
}
.feel {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  align-items: center;
}
@media (max-width: 900px) {
  .head {
    min-height: 44px;
    width: 100%;
    text-align: left;
    border-top: 1px var(--ruled) var(--rule);
  }
  .roles p {
    padding-left: 22px;
  }
}
</style>
