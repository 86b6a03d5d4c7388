<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, onUnmounted, ref } from "vue";
import { client, take, type Schemas } from "@/api/client";
import { useBodyName, useLayout } from "@/api/queries";
import { offer } from "@/keys/actions";
import { useLayoutChange, type Layout } from "../useLayoutChange";
import BodyMap from "./BodyMap.vue";

type Body = Schemas["BodyControls"];
type Role = Schemas["RoleOut"];
type Use = Role["use"];
const props = defineProps<{ id: number }>();
const { data, error } = useQuery({
  queryKey: computed(() => ["fingers", props.id]),
  queryFn: () => take(client.GET("/api/outings/{pk}/fingers", { params: { path: { pk: props.id } } })),
  retry: false,
});
const picked = ref("");
const body = computed<Body | undefined>(() => data.value?.bodies.find((b) => b.body === picked.value) ?? data.value?.bodies[0]);
const { data: layout } = useLayout(() => body.value?.body ?? "");
const { change, undo, past, said, wrong } = useLayoutChange();
const chosen = ref("");
const bodyName = useBodyName();
const useLabel = (use: Use): string => layout.value?.uses.find((u) => u.slug === use)?.label ?? use;
const spot = (control: string) => {
  const slug = body.value?.controls.find((c) => c.slug === control)?.spot;
  return layout.value?.spots.find((s) => s.slug === slug);
};
const label = (control: string): string => body.value?.controls.find((c) => c.slug === control)?.label ?? control;
const kept = (control: string, use: Use): Role | undefined =>
  body.value?.kept.find((r) => r.control === control && r.use === use);
const proposed = (control: string, use: Use): Role | undefined =>
  body.value?.proposed.find((r) => r.control === control && r.use === use);
/** Functions that make sense for a use of a control. */
const fitting = (use: Use) => (layout.value?.functions ?? []).filter((f) => f.uses.includes(use));
const same = computed(() => {
  const key = (r: Role): string => `${r.control} ${r.use} ${r.function}`;
  const now = new Set(body.value?.kept.map(key));
  return body.value?.proposed.length === now.size && body.value.proposed.every((r) => now.has(key(r)));
});
const plain = (r: Role) => ({ control: r.control, use: r.use, function: r.function, fixed: r.fixed });
const roles = (made: (now: NonNullable<Layout["roles"]>) => NonNullable<Layout["roles"]>, words: string): void =>
  void change(body.value?.body ?? "", (now) => ({ roles: made(now.roles ?? []) }), words);
const takeAll = (): void => roles(() => (body.value?.proposed ?? []).map(plain), "roles as computed, written down");
function give(control: string, use: Use, picked: string): void {
  roles(
    (now) => [
      ...now.filter((r) => !(r.control === control && r.use === use) && r.function !== picked),
      ...(picked ? [{ control, use, function: picked, fixed: true }] : []),
    ],
    picked ? `${label(control)} has its role` : `${label(control)} has no role`,
  );
}
const fix = (control: string, use: Use, on: boolean): void =>
  roles((now) => now.map((r) => (r.control === control && r.use === use ? { ...r, fixed: on } : r)), on ? "fixed" : "free again");
const SHARES = [
  { value: 0.02, label: "hardly ever" },
  { value: 0.1, label: "seldom" },
  { value: 0.25, label: "often" },
  { value: 0.5, label: "half the time" },
];
function feel(control: string, what: "missed" | "bumped", text: string): void {
  const usual = spot(control);
  void change(
    body.value?.body ?? "",
    (now) => {
      const before = now.feel?.[control] ?? { missed: usual?.missed ?? 0.1, bumped: usual?.bumped ?? 0.1 };
      const rest = { ...now.feel };
      if (text === "") delete rest[control];
      else rest[control] = { ...before, [what]: Number(text) };
      return { feel: rest };
    },
    "how it meets your hand, written down",
  );
}
const own = (control: string) => layout.value?.document.feel?.[control];
const pinAll = (): void =>
  void change(body.value?.body ?? "", () => ({ pinned: body.value?.pins.map((p) => p.setting) ?? [] }), "pinned, as computed");
onUnmounted(offer([{ id: "undo-roles", label: "Undo the last change of roles or pins", keys: "z", run: () => void undo() }]));
const round = (n: number): string => (n >= 10 ? n.toFixed(0) : n.toFixed(1).replace(/\.0$/, ""));
</script>

<template>
  <main v-if="error" class="controls page"><p class="reason">This outing is not here.</p></main>
  <main v-else-if="data" class="controls page">
    <h1>Under the fingers: {{ data.title }}</h1>
    <p v-for="problem in data.problems" :key="problem" class="error">{{ problem }}</p>
    <p v-if="!body" class="reason">Add situations to the day; what they want between shots is weighed here.</p>
    <template v-else>
      <div class="tools">
        <label v-if="data.bodies.length > 1"
          ><span class="label">body</span>
          <select v-model="picked" class="plain" aria-label="which body">
            <option v-for="b in data.bodies" :key="b.body" :value="b === data.bodies[0] ? '' : b.body">
              {{ bodyName(b.body) }}
            </option>
          </select></label
        >
        <span class="quiet" role="status">{{ said }}</span>
      </div>
      <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
      <p v-if="body.problem" class="error">{{ body.problem }}. The proposal below leaves the fixed roles aside.</p>
      <p v-if="!body.controls.length" class="reason">
        Nobody wrote down what buttons {{ bodyName(body.body) }} has.
        <RouterLink :to="{ name: 'body', params: { slug: body.body } }">Write them down</RouterLink>
      </p>
      <template v-else>
        <p class="reason">
          What this day needs most between shots lies where it is found best: the best of all ways to give out the roles, your
          fixed ones kept. It saves about {{ round(body.worth) }} frames that looking in menus would lose (an estimate).
          <template v-if="body.borrows_from">What a held button borrows comes from {{ body.borrows_from }}.</template>
        </p>
        <BodyMap :controls="body.controls" :spots="layout?.spots ?? []" :chosen="chosen" @choose="chosen = $event" />
        <div class="tools">
          <button class="button" :disabled="!past.length" @click="undo">Undo</button>
          <button class="button" :class="{ strong: !same }" :disabled="same" @click="takeAll">
            {{ same ? "Roles are as computed" : "Give the roles as computed" }}
          </button>
        </div>
        <section
          v-for="(control, n) in body.controls"
          :key="control.slug"
          class="control"
          :class="{ on: control.slug === chosen }"
          @focusin="chosen = control.slug"
        >
          <h2>
            <span class="label">{{ n + 1 }}</span> {{ control.label }}
            <span class="quiet">{{ spot(control.slug)?.label }}, {{ spot(control.slug)?.finger }}</span>
          </h2>
          <div v-for="use in control.uses" :key="use" class="use">
            <span class="label" :title="layout?.uses.find((u) => u.slug === use)?.lasts"
              >{{ useLabel(use) }}<span v-if="use === 'hold'">, {{ layout?.uses.find((u) => u.slug === use)?.lasts }}</span></span
            >
            <select
              class="plain"
              :aria-label="`${useLabel(use)} of ${control.label}`"
              :value="kept(control.slug, use)?.function ?? ''"
              @change="give(control.slug, use, ($event.target as HTMLSelectElement).value)"
            >
              <option value="">nothing</option>
              <option v-for="f in fitting(use)" :key="f.slug" :value="f.slug">{{ f.label }}</option>
            </select>
            <label v-if="kept(control.slug, use)" class="fixed"
              ><input
                type="checkbox"
                :checked="kept(control.slug, use)?.fixed"
                :aria-label="`keep ${kept(control.slug, use)?.label} there`"
                @change="fix(control.slug, use, ($event.target as HTMLInputElement).checked)"
              />
              fixed</label
            >
            <span v-else></span>
            <span class="quiet why">
              <template v-if="proposed(control.slug, use)"
                ><template v-if="proposed(control.slug, use)?.function !== kept(control.slug, use)?.function"
                  >computed: <b>{{ proposed(control.slug, use)?.label }}</b>. </template
                >{{ proposed(control.slug, use)?.because }}
                <template v-if="proposed(control.slug, use)?.uses"
                  >{{ round(proposed(control.slug, use)?.uses ?? 0) }} uses on the day.</template
                ></template
              >
            </span>
          </div>
          <details class="fold">
            <summary data-repeats>how it meets your hand</summary>
            <div class="feel">
              <label
                >not found without looking
                <select
                  class="plain"
                  :aria-label="`how often ${control.label} is missed`"
                  :value="own(control.slug)?.missed ?? ''"
                  @change="feel(control.slug, 'missed', ($event.target as HTMLSelectElement).value)"
                >
                  <option value="">as its place does</option>
                  <option v-for="s in SHARES" :key="s.value" :value="s.value">{{ s.label }}</option>
                </select></label
              >
              <label
                >pressed by accident
                <select
                  class="plain"
                  :aria-label="`how often ${control.label} is pressed by accident`"
                  :value="own(control.slug)?.bumped ?? ''"
                  @change="feel(control.slug, 'bumped', ($event.target as HTMLSelectElement).value)"
                >
                  <option value="">as its place does</option>
                  <option v-for="s in SHARES" :key="s.value" :value="s.value">{{ s.label }}</option>
                </select></label
              >
            </div>
          </details>
        </section>
        <section v-if="body.kept_clashes.length">
          <h2>What clashes</h2>
          <p v-for="(clash, k) in body.kept_clashes" :key="k" class="clash">
            <b>{{ clash.label }} on {{ label(clash.control) }}</b
            >: {{ clash.because }}. <span class="quiet">{{ clash.situations.join(", ") }}</span>
          </p>
        </section>
        <section v-if="body.meanings.length">
          <h2>One finger, two meanings</h2>
          <p v-for="m in body.meanings" :key="m.setting" class="clash">
            <b>{{ m.label }}</b>
            <span v-for="v in m.values" :key="v.value" class="meaning"
              >{{ v.value }} <span class="quiet">in {{ v.situations.join(", ") }}</span></span
            >
          </p>
        </section>
        <section v-if="body.pairs.length">
          <h2>In turns</h2>
          <p v-for="p in body.pairs" :key="p.one + p.other" class="clash">
            <b>{{ p.one }} and {{ p.other }}</b> are {{ round(p.minutes) }} min apart and differ in
            {{ p.differs.length }} settings: keep each in a slot, or one of them on the button that borrows another setup while
            held.
          </p>
        </section>
        <section v-if="body.without.length">
          <h2>Without a finger</h2>
          <p v-for="w in body.without" :key="w.function" class="clash">
            <b>{{ w.label }}</b> {{ round(w.uses) }} uses. <span class="quiet">{{ w.pinned ? "Pinned." : w.because }}</span>
          </p>
        </section>
      </template>
      <section>
        <h2>Worth pinning</h2>
        <p v-if="!body.pinned_room" class="reason">This body has no page of its own, as far as its profile says.</p>
        <p v-else-if="!body.pins.length" class="reason">Nothing that this day changes is had sooner by pinning it.</p>
        <template v-else>
          <p class="reason">
            Through the menus alone the day costs {{ body.pins_without }} presses; with these pinned {{ body.pins_presses }}.
          </p>
          <p class="clash">
            <span v-for="(p, k) in body.pins" :key="p.setting"
              >{{ k ? ", " : "" }}<b>{{ p.label }}</b> <span class="quiet">{{ p.times }}×</span></span
            >
          </p>
          <button class="button" @click="pinAll">Pin these</button>
        </template>
      </section>
    </template>
  </main>
  <main v-else class="page" aria-busy="true"><p class="quiet" role="status">Weighing the day …</p></main>
</template>

<style scoped>
.tools label {
  display: flex;
  gap: 12px;
  align-items: center;
}
.control {
  border-left: 3px solid transparent;
  padding-left: 12px;
  margin-left: -15px;
}
.control.on {
  border-left-color: var(--ink);
}
.control h2 {
  padding-top: 12px;
}
.control h2 .quiet {
  font-size: 13px;
  font-weight: 450;
}
.use {
  display: grid;
  grid-template-columns: 110px 200px 72px minmax(0, 1fr);
  gap: 0 12px;
  align-items: center;
  min-height: 40px;
  border-bottom: 1px solid var(--rule);
}
.use select {
  min-height: 40px;
  min-width: 0;
  font-weight: 560;
}
.fixed {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 13px;
  min-height: 40px;
}
.why {
  font-size: 13px;
}
.feel {
  display: flex;
  flex-wrap: wrap;
  gap: 0 32px;
}
.feel label {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
}
.clash {
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}
.clash b {
  font-weight: 560;
}
.meaning {
  display: block;
}
@media (max-width: 760px) {
  .use {
    grid-template-columns: 100px minmax(0, 1fr) 72px;
  }
  .why {
    grid-column: 1 / -1;
    padding-bottom: 6px;
  }
  .fixed {
    min-height: 44px;
  }
}
</style>
