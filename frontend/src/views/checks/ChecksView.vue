<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { useBodyName } from "@/api/queries";
import { nowKnown } from "@/api/known";
import Still from "@/picture/Still.vue";
import { useStills } from "@/picture/useStills";
import AsItCame from "../body/AsItCame.vue";
import { useDayChange } from "../useDayChange";

const props = defineProps<{ id: number }>();
const queries = useQueryClient();
const key = computed(() => ["checks", props.id]);
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
/** Whom a check serves, by name, where it is not simply everybody. */
const most = computed(() => Math.max(0, ...(data.value?.checks ?? []).map((check) => check.serves.length)));
const figured = (check: Schemas["CheckOut"]): boolean => check.serves.some((one) => one.figure);
const everywhere = (check: Schemas["CheckOut"]): boolean => check.serves.length === most.value && most.value > 1;
const listed = (check: Schemas["CheckOut"]): Schemas["ServedOut"][] =>
  figured(check) || (check.moment === "situation" && !everywhere(check)) ? check.serves : [];
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
const time = (iso: string): string => new Date(iso).toTimeString().slice(0, 5);
</script>

<template>
  <main v-if="error" class="checks page"><p class="reason">This outing is not here.</p></main>
  <main v-else-if="data" class="checks page">
    <section class="list">
      <h1>Before the pictures: {{ data.title }}</h1>
      <p class="reason">
        What applies to this day’s setups, the dearest failure first: the bar is what it would lose. A tick keeps its time.
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
      <template v-for="[name, checks] in groups" :key="name">
        <h2>{{ name }}</h2>
        <label
          v-for="check in checks"
          :key="check.slug"
          class="check"
          :class="{ done: check.ticked_at, alone: !listed(check).length && check.moment !== 'situation' }"
        >
          <input type="checkbox" :checked="!!check.ticked_at" @change="tick(check)" />
          <span class="dear" :title="`it would lose ${Math.round(check.share * 100)} % of what the dearest would`"
            ><i :style="{ width: `${Math.max(4, check.share * 100)}%` }"></i
          ></span>
          <span
            ><b>{{ check.text }}</b> <span class="quiet">{{ check.because }}</span></span
          >
          <span class="serves"
            ><span v-if="check.moment === 'situation' && everywhere(check) && !figured(check)" class="quiet"
              >in every situation</span
            ><span v-for="one in listed(check)" :key="one.situation" class="quiet served" :title="one.where"
              ><Still v-if="stills.titled(one.title)" :src="stills.titled(one.title)" /><span class="name">{{ one.title }}</span>
              <b v-if="one.figure" class="figure">{{ one.figure }}</b></span
            ></span
          >
          <span class="quiet at">{{ check.ticked_at ? time(check.ticked_at) : "" }}</span>
        </label>
      </template>
    </section>
    <aside>
      <h2>What could slip</h2>
      <p v-if="unchanged" class="error" role="alert">{{ unchanged }}</p>
      <p v-if="changed.length" class="small" role="status">
        Set in {{ changed.length === 1 ? "one setup" : `${changed.length} setups` }}.
        <button class="plain" @click="undo">Take it back</button>
      </p>
      <div v-for="slip in data.slips" :key="slip.control + slip.happens" class="slip">
        <p>
          <b>{{ slip.control }}</b> <span class="quiet">{{ slip.happens }}</span>
        </p>
        <p class="small"><span class="label">harmless with</span> {{ slip.harmless }}</p>
        <p v-if="slip.guard.length" class="small">
          <button class="plain" data-repeats @click="guard(slip)">set {{ slip.guard.join(", ") }} in these setups</button>
        </p>
        <p class="small quiet">{{ slip.situations.join(", ") }}</p>
      </div>
      <template v-if="data.lists.length">
        <h2>Shortest safe lists</h2>
        <p class="reason">Trim what one steps through to what the day needs: a press too many then does less.</p>
        <div v-for="one in data.lists" :key="one.body + one.setting" class="slip">
          <b>{{ one.label }}</b> <span class="quiet">{{ bodyName(one.body) }}</span>
          <p class="small">
            {{ one.values.join(", ") }} <span class="quiet">of {{ one.of }}</span>
          </p>
        </div>
      </template>
      <template v-for="one in data.defaults" :key="one.body">
        <h2>Defaults that bite: {{ bodyName(one.body) }}</h2>
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
      </template>
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
.files {
  display: flex;
  gap: 18px;
}
.check {
  display: grid;
  grid-template-columns: 28px 44px minmax(0, 1fr) minmax(0, 1fr) 44px;
  gap: 0 12px;
  align-items: center;
  min-height: 44px;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
  cursor: pointer;
}
.check b {
  font-weight: 540;
  display: block;
}
.check input {
  width: 22px;
  height: 22px;
}
.check .quiet {
  font-size: 13px;
}
.dear {
  height: 8px;
  border-left: 1px solid var(--ink);
}
.dear i {
  display: block;
  height: 100%;
  background: var(--ink);
}
.done .dear i {
  background: var(--rule);
}
.alone {
  grid-template-columns: 28px 44px minmax(0, 1fr) 0 44px;
}
.serves {
  display: grid;
  gap: 2px;
}
.served {
  display: grid;
  grid-template-columns: 32px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  line-height: 17px;
}
.served :deep(img),
.served :deep(.still) {
  width: 32px;
  height: auto;
}
.check .serves .name {
  grid-column: 2;
}
.check .figure {
  color: var(--ink);
  display: inline;
  white-space: nowrap;
}
.done b {
  text-decoration: line-through;
  font-weight: 450;
}
.at {
  text-align: right;
}
.slip {
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.slip b {
  font-weight: 560;
  margin-right: 6px;
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
  border-bottom: 1px solid var(--rule);
  cursor: pointer;
  font-size: 13px;
}
.bite[open] {
  padding-bottom: 10px;
}
@media (max-width: 560px) {
  .check,
  .alone {
    grid-template-columns: 28px 20px minmax(0, 1fr) 44px;
  }
  .serves {
    grid-column: 1 / -1;
    grid-row: 2;
  }
}
@media (max-width: 1000px) {
  .checks {
    grid-template-columns: minmax(0, 1fr);
    padding: 12px 16px 48px;
  }
}
</style>
