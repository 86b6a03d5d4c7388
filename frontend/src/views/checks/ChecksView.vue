<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { keyOf, nowKnown } from "@/api/keys";
import { useBodyName } from "@/api/queries";
import { useStills } from "@/picture/useStills";
import AsItCame from "../body/AsItCame.vue";
import { useDayChange } from "../useDayChange";
import CheckLine from "./CheckLine.vue";
import DayMatrix from "./DayMatrix.vue";

const props = defineProps<{ id: number }>();
const queries = useQueryClient();
const key = computed(() => keyOf("checks", props.id));
const { data, error } = useQuery({
  queryKey: key,
  queryFn: () => take(client.GET("/api/outings/{pk}/checks", { params: { path: { pk: props.id } } })),
});
const MOMENTS: Record<Schemas["Moment"], string> = {
  leaving: "Before leaving",
  arrival: "On arrival",
  situation: "Before the situations",
  after: "Afterwards",
};
/** Checks under their moment, each once; those of a situation name whom they serve. */
const groups = computed(() => {
  const made = new Map<string, Schemas["CheckOut"][]>();
  for (const check of data.value?.checks ?? []) {
    const name = MOMENTS[check.moment];
    made.set(name, [...(made.get(name) ?? []), check]);
  }
  return [...made.entries()];
});
/** In how many situations a check is made at the most. */
const most = computed(() => Math.max(0, ...(data.value?.checks ?? []).map((check) => check.serves.length)));
/** The check that is looked at: what was pressed, else the dearest that is not made yet. */
const picked = ref("");
const chosen = computed(() => {
  const all = data.value?.checks ?? [];
  return all.find((check) => check.slug === picked.value) ?? all.find((check) => !check.ticked_at) ?? all[0];
});
/** What one steps through, body by body. */
const listsOf = computed(() => {
  const made = new Map<string, Schemas["ChecksOut"]["lists"]>();
  for (const one of data.value?.lists ?? []) made.set(one.body, [...(made.get(one.body) ?? []), one]);
  return [...made.entries()];
});
const places = computed(() => [...new Set((chosen.value?.serves ?? []).map((one) => one.where).filter(Boolean))]);
const left = computed(() => (data.value?.checks ?? []).filter((c) => !c.ticked_at).length);
const bodyName = useBodyName();
const stills = useStills(() => props.id);
const wrong = ref("");
async function tick(check: Schemas["CheckOut"]): Promise<void> {
  wrong.value = "";
  try {
    const answer = await take(
      client.PUT("/api/outings/{pk}/checks", {
        params: { path: { pk: props.id } },
        body: { slug: check.slug, done: !check.ticked_at },
      }),
    );
    await nowKnown(queries, key.value, answer);
  } catch (caught) {
    wrong.value = caught instanceof ProblemError ? caught.message : "The server cannot be reached; the tick was not kept.";
  }
}
const { change, undo, changed, wrong: unchanged } = useDayChange(() => props.id);
/** Make what would keep a slip harmless part of the setups that it threatens. */
const guard = (slip: Schemas["SlipOut"]): Promise<boolean> =>
  change(() => take(client.PUT("/api/outings/{pk}/guards", { params: { path: { pk: props.id } }, body: { slip: slip.slug } })));
</script>

<template>
  <main v-if="error" class="checks page"><p class="reason">This outing is not here.</p></main>
  <main v-else-if="data" class="checks page">
    <section class="list">
      <h1>Before the pictures: {{ data.title }}</h1>
      <p class="reason">
        The day across, what could fail down: a square is as large as what it would lose. Press one for its line; a tick keeps its
        time.
        <span class="quiet" role="status">{{ left }} of {{ data.checks.length }} left</span>
      </p>
      <p v-if="data.checks.length" class="files">
        <a :href="`/api/outings/${id}/checks.pdf`" download>The list, PDF</a>
        <a :href="`/api/outings/${id}/checks.csv`" download>CSV</a>
        <a :href="`/api/outings/${id}/checks`" :download="`checks-${id}.json`">JSON</a>
      </p>
      <p v-for="problem in data.problems" :key="problem" class="error">{{ problem }}</p>
      <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
      <p v-if="data.not_copied.length" class="caution">
        <span>Not yet copied, as far as anybody said: {{ data.not_copied.join(", ") }}. Format no card of those days.</span>
      </p>
      <p v-if="!data.checks.length" class="reason">Add situations to the day; their checks appear here.</p>
      <template v-if="data.checks.length">
        <DayMatrix
          :checks="data.checks"
          :chosen="chosen?.slug ?? ''"
          :still="stills.titled"
          @choose="(slug) => (picked = slug)"
        />
        <section v-if="chosen" class="chosen" aria-label="the chosen check">
          <CheckLine :check="chosen" :most="most" :still="stills.titled" @tick="tick(chosen)" />
          <p v-if="places.length" class="small"><span class="label">where it stands</span> {{ places.join("; ") }}</p>
        </section>
      </template>
      <details v-if="data.checks.length" class="whole-list">
        <summary>The whole list, {{ data.checks.length }} checks</summary>
        <template v-for="[name, checks] in groups" :key="name">
          <h2>{{ name }}</h2>
          <CheckLine
            v-for="check in checks"
            :key="check.slug"
            :check="check"
            :most="most"
            :still="stills.titled"
            @tick="tick(check)"
          />
        </template>
      </details>
    </section>
    <aside>
      <h2>What could slip</h2>
      <p v-if="unchanged" class="error" role="alert">{{ unchanged }}</p>
      <p v-if="changed.length" class="small" role="status">
        Set in {{ changed.length === 1 ? "one setup" : `${changed.length} setups` }}.
        <button class="plain" @click="undo">Take it back</button>
      </p>
      <details v-for="slip in data.slips" :key="slip.control + slip.happens" class="slips" :open="slip.guard.length > 0">
        <summary>
          <span
            ><b>{{ slip.control }}</b> <span class="quiet">{{ slip.happens }}</span></span
          >
        </summary>
        <p class="small"><span class="label">harmless with</span> {{ slip.harmless }}</p>
        <p v-if="slip.guard.length" class="small">
          <button class="plain" data-repeats @click="guard(slip)">set {{ slip.guard.join(", ") }} in these setups</button>
        </p>
        <p class="small quiet">{{ slip.situations.join(", ") }}</p>
      </details>
      <template v-if="data.lists.length">
        <h2>Shortest safe lists</h2>
        <p class="reason">Trim what one steps through to what the day needs: a press too many then does less.</p>
        <details v-for="[body, lists] in listsOf" :key="body">
          <summary>
            <b>{{ bodyName(body) }}</b>
            <span class="quiet">{{ lists.length }} {{ lists.length === 1 ? "list" : "lists" }}</span>
          </summary>
          <div v-for="one in lists" :key="one.setting" class="slip">
            <span
              ><b>{{ one.label }}</b
              ><span class="small">{{ one.values.join(", ") }}</span></span
            >
            <span class="left" role="img" :aria-label="`${one.values.length} of ${one.of}`">
              <i v-for="k in one.of" :key="k" :class="{ needed: k <= one.values.length }"></i>
            </span>
          </div>
        </details>
      </template>
      <details v-for="one in data.defaults" :key="one.body" class="bites">
        <summary>
          <h2>Defaults that bite: {{ bodyName(one.body) }}</h2>
          <span class="quiet">{{ one.bites.length + one.more }}</span>
        </summary>
        <details v-for="bite in one.bites" :key="bite.setting" class="bite">
          <summary>
            <span
              ><b v-if="bite.own">{{ bite.own }}</b> <span class="quiet">{{ bite.label }}</span></span
            >
            <span
              >{{ bite.default }}<span v-if="bite.guessed" class="quiet">, a guess</span> → <b>{{ bite.wanted }}</b></span
            >
          </summary>
          <p class="reason">{{ bite.because }}</p>
          <p class="small quiet">{{ bite.situations.join(", ") }}</p>
          <p v-if="one.body" class="small">
            <span class="label">as it came</span>{{ " "
            }}<AsItCame
              :body="one.body"
              :setting="bite.setting"
              :value="bite.value"
              :shown="bite.default"
              :guessed="bite.guessed"
            />
          </p>
        </details>
        <p v-if="one.more" class="quiet small">and {{ one.more }} more that matter less</p>
      </details>
    </aside>
  </main>
  <main v-else class="page" aria-busy="true"><p class="quiet" role="status">Looking at the day …</p></main>
</template>

<style scoped>
.checks {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 440px;
  gap: 0 48px;
  max-width: none;
}
.list {
  min-width: 0;
}
.slips b {
  font-weight: 560;
}
.slips[open] {
  padding-bottom: 8px;
}
.chosen {
  min-height: 76px;
  border-top: 1px solid var(--ink);
}
.whole-list > summary {
  font-size: 14px;
}
.files {
  display: flex;
  gap: 18px;
}
.slip {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 6px 0;
  border-bottom: 1px var(--ruled) var(--rule);
}
.slip b {
  font-weight: 560;
  margin-right: 6px;
}
.left {
  display: flex;
  gap: 3px;
  align-items: center;
}
.left i {
  width: 9px;
  height: 9px;
  border: 1px solid var(--ink);
}
.left .needed {
  background: var(--ink);
}
.small {
  font-size: 13px;
  line-height: 18px;
}
summary {
  min-height: 36px;
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
  cursor: pointer;
  font-size: 13px;
}
.bite[open] {
  padding-bottom: 10px;
}
@media (max-width: 1000px) {
  .checks {
    grid-template-columns: minmax(0, 1fr);
    padding: 12px 16px 48px;
  }
}
</style>
