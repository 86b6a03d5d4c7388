<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, onUnmounted, ref } from "vue";
import { client, take, type Schemas } from "@/api/client";
import { keyOf } from "@/api/keys";
import { useBodyName, useLayout } from "@/api/queries";
import { offer } from "@/keys/actions";
import { useLayoutChange, type Layout } from "../useLayoutChange";
import BodyDrawing from "./BodyDrawing.vue";
import ControlRoles from "./ControlRoles.vue";
import { howOften, round } from "./said";
import UseMark from "./UseMark.vue";
import Choice from "@/fields/Choice.vue";

type Body = Schemas["BodyControls"];
type Role = Schemas["RoleOut"];
type Use = Role["use"];
type Roles = NonNullable<Layout["roles"]>;
const props = defineProps<{ id: number }>();
const { data, error } = useQuery({
  queryKey: computed(() => keyOf("fingers", props.id)),
  queryFn: () => take(client.GET("/api/outings/{pk}/fingers", { params: { path: { pk: props.id } } })),
});
const picked = ref("");
const body = computed<Body | undefined>(() => data.value?.bodies.find((b) => b.body === picked.value) ?? data.value?.bodies[0]);
const { data: layout } = useLayout(() => body.value?.body ?? "");
const { change, undo, past, said, wrong } = useLayoutChange();
const chosen = ref("");
const bodyName = useBodyName();
const label = (control: string): string => body.value?.controls.find((c) => c.slug === control)?.label ?? control;
const same = computed(() => {
  const key = (r: Role): string => `${r.control} ${r.use} ${r.function}`;
  const now = new Set(body.value?.kept.map(key));
  return body.value?.proposed.length === now.size && body.value.proposed.every((r) => now.has(key(r)));
});
const clashing = computed(() => new Set(body.value?.kept_clashes.map((c) => c.control)));
/** What the setups count on and no finger has: it comes before everything else. */
const lacking = computed(() => body.value?.kept_clashes.filter((c) => !c.control) ?? []);
const plain = (r: Role) => ({ control: r.control, use: r.use, function: r.function, fixed: r.fixed });
const roles = (made: (now: Roles) => Roles, words: string): void =>
  void change(body.value?.body ?? "", (now) => ({ roles: made(now.roles ?? []) }), words);
const changeOne = (one: Schemas["OneChangedOut"]): void =>
  roles(() => one.roles.map(plain), `${label(one.changed.control)} changed, the rest as made`);
const takeAll = (): void => roles(() => (body.value?.proposed ?? []).map(plain), "roles as computed, written down");
function give(control: string, use: Use, picked: string, back: boolean): void {
  const acts = (slug: string): boolean => !!layout.value?.functions.find((f) => f.slug === slug)?.looking_back;
  const there = (r: Roles[number]): boolean => r.control === control && r.use === use && acts(r.function) === back;
  const from = body.value?.kept.find((r) => picked && r.function === picked && !(r.control === control && r.use === use));
  const now = picked ? `${label(control)} has its role` : `${label(control)} has no role`;
  roles(
    (before) => [
      ...before.filter((r) => !there(r) && r.function !== picked),
      ...(picked ? [{ control, use, function: picked, fixed: true }] : []),
    ],
    from ? `${now}: ${from.label} moved here from ${label(from.control)}` : now,
  );
}
const fix = (kept: Role, on: boolean): void =>
  roles((now) => now.map((r) => (r.function === kept.function ? { ...r, fixed: on } : r)), on ? "fixed" : "free again");
function feel(control: Schemas["ControlOut"], what: "missed" | "bumped", share: number | ""): void {
  const usual = layout.value?.spots.find((s) => s.slug === control.spot);
  void change(
    body.value?.body ?? "",
    (now) => {
      const before = now.feel?.[control.slug] ?? { missed: usual?.missed ?? 0.1, bumped: usual?.bumped ?? 0.1 };
      const rest = { ...now.feel };
      if (share === "") delete rest[control.slug];
      else rest[control.slug] = { ...before, [what]: share };
      return { feel: rest };
    },
    "how it meets your hand, written down",
  );
}
const pinAll = (): void =>
  void change(body.value?.body ?? "", () => ({ pinned: body.value?.pins.map((p) => p.setting) ?? [] }), "pinned, as computed");
onUnmounted(offer([{ id: "undo-roles", label: "Undo the last change of roles or pins", keys: "z", run: () => void undo() }]));
/** How many of what found no finger are told in full. */
const FEW = 6;
</script>

<template>
  <main v-if="error" class="controls page"><p class="reason">This outing is not here.</p></main>
  <main v-else-if="data" class="controls page whole">
    <div class="title">
      <h1>Under the fingers: {{ data.title }}</h1>
      <label v-if="data.bodies.length > 1"
        ><span class="label">body</span>
        <Choice
          v-model="picked"
          name="which body"
          :options="data.bodies.map((b) => ({ value: b === data?.bodies[0] ? '' : b.body, shown: bodyName(b.body) }))"
      /></label>
      <template v-if="body?.controls.length">
        <button class="button" :disabled="!past.length" @click="undo">Undo</button>
        <button class="button" :class="{ strong: !same }" :disabled="same" @click="takeAll">
          {{ same ? "Roles are as computed" : "Give the roles as computed" }}
        </button>
      </template>
      <span class="quiet" role="status">{{ said }}</span>
    </div>
    <p v-for="problem in data.problems" :key="problem" class="error">{{ problem }}</p>
    <p v-if="!body" class="reason">Add situations to the day; what they want between shots is weighed here.</p>
    <template v-else>
      <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
      <p v-if="body.problem" class="error">{{ body.problem }}. The proposal below leaves the fixed roles aside.</p>
      <p v-for="clash in lacking" :key="clash.function" class="lacking">
        <b>No control has “{{ clash.label }}”:</b> {{ clash.because }}. <span>{{ clash.situations.join(", ") }}</span>
      </p>
      <p v-if="!body.controls.length" class="reason">
        Nobody wrote down what buttons {{ bodyName(body.body) }} has.
        <RouterLink :to="{ name: 'body', params: { slug: body.body }, query: { sheet: 'controls' } }">Write them down</RouterLink>
      </p>
      <template v-else>
        <BodyDrawing
          v-slot="{ control, number }"
          :controls="body.controls"
          :spots="layout?.spots ?? []"
          :finder="body.finder"
          :chosen="chosen"
          :clashing="clashing"
          @choose="chosen = chosen === $event ? '' : $event"
        >
          <ControlRoles
            :body="body"
            :control="control"
            :number="number"
            :layout="layout"
            :open="chosen === control.slug"
            @toggle="chosen = chosen === control.slug ? '' : control.slug"
            @give="(use, picked, back) => give(control.slug, use, picked, back)"
            @fix="fix"
            @feel="(what, share) => feel(control, what, share)"
          />
        </BodyDrawing>
        <div class="foot">
          <p class="reason">
            The best of all ways to give out the roles, your fixed ones kept: about {{ round(body.worth) }} frames that looking in
            menus would lose (an estimate).
            <template v-if="body.needed_areas.length"
              >Of focus areas the day needs no more than <b>{{ body.needed_areas.join(", ") }}</b>, of ways of focusing
              <b>{{ body.needed_modes.join(", ") }}</b>.
            </template>
            <template v-if="body.borrows_from">What a held button borrows comes from {{ body.borrows_from }}.</template>
          </p>
          <p v-if="body.one_changed" class="reason">
            With one changed and the rest as made, <b>{{ label(body.one_changed.changed.control) }}</b> for
            {{ body.one_changed.changed.label
            }}<template v-if="body.one_changed.before"> in place of {{ body.one_changed.before }}</template
            >: about {{ round(body.one_changed.saves) }} of the {{ round(body.one_changed.lost) }} that are lost as made.
            <button class="plain" @click="changeOne(body.one_changed)">Change this one only</button>
          </p>
          <p class="quiet key">
            <span v-for="u in layout?.uses" :key="u.slug"><UseMark :use="u.slug" /> {{ u.label }}</span>
            <span>press a control to give it another role</span>
          </p>
        </div>
      </template>
      <div class="below">
        <section v-if="body.meanings.length">
          <h2>One finger, two meanings</h2>
          <p v-for="m in body.meanings" :key="m.setting" class="row">
            <b>{{ m.label }}</b>
            <span v-for="v in m.values" :key="v.value" class="meaning"
              >{{ v.value }} <span class="quiet">in {{ v.situations.join(", ") }}</span></span
            >
          </p>
        </section>
        <section v-if="body.without.length && body.controls.length">
          <h2>Without a finger</h2>
          <p v-for="w in body.without.slice(0, FEW)" :key="w.function" class="row">
            <b>{{ w.label }}</b> {{ howOften(w.uses) }}. <span class="quiet">{{ w.pinned ? "Pinned." : w.because }}</span>
          </p>
          <details v-if="body.without.length > FEW" class="fold">
            <summary data-repeats>{{ body.without.length - FEW }} more, missed less</summary>
            <p v-for="w in body.without.slice(FEW)" :key="w.function" class="row">
              <b>{{ w.label }}</b> {{ howOften(w.uses) }}<template v-if="w.pinned">, pinned</template>
            </p>
          </details>
        </section>
        <section>
          <h2>Worth pinning</h2>
          <p v-if="!body.pinned_room" class="reason">This body has no page of its own, as far as its profile says.</p>
          <p v-else-if="!body.pins.length" class="reason">Nothing that this day changes is had sooner by pinning it.</p>
          <template v-else>
            <p class="reason">
              Through the menus alone
              {{ body.pins_walked ? `the first ${body.pins_walked} changes of the day cost` : "the day costs" }}
              {{ body.pins_without }} presses; with these pinned {{ body.pins_presses }}.
            </p>
            <p class="row">
              <span v-for="(p, k) in body.pins" :key="p.setting"
                >{{ k ? ", " : "" }}<b>{{ p.label }}</b> <span class="quiet">{{ p.times }}×</span></span
              >
            </p>
            <button class="button" @click="pinAll">Pin these</button>
          </template>
          <template v-if="body.pairs.length">
            <h2>In turns</h2>
            <p v-for="p in body.pairs" :key="p.one + p.other" class="row">
              <b>{{ p.one }} and {{ p.other }}</b> are {{ round(p.minutes) }} min apart and differ in
              {{ p.differs.length }} settings: keep each in a slot, or one on a button that borrows another setup while held.
            </p>
          </template>
        </section>
      </div>
    </template>
  </main>
  <main v-else class="page whole"><p class="reason" role="status">The day is being weighed …</p></main>
</template>

<style scoped>
.title label {
  display: flex;
  gap: 12px;
  align-items: center;
}
.lacking {
  border: 1px solid var(--binding);
  padding: 8px 12px;
  color: var(--binding);
  margin-bottom: 12px;
}
.lacking b {
  font-weight: 600;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 48px;
  justify-content: space-between;
  padding-top: 8px;
}
.key {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  font-size: 13px;
}
.below {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(320px, 100%), 1fr));
  gap: 0 48px;
}
.row {
  padding: 6px 0;
  border-bottom: 1px var(--ruled) var(--rule);
}
.row b {
  font-weight: 560;
}
.meaning {
  display: block;
}
</style>
