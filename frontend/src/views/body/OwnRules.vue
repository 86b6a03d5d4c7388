<script setup lang="ts">
import { computed, ref } from "vue";
import type { Body, Schemas } from "@/api/client";
import { figure } from "@/fields/typed";
import { shown } from "../kit/piece";
import { useTraitsChange } from "./useTraitsChange";
import Choice from "@/fields/Choice.vue";
import { listed, orNone, type Option } from "@/fields/options";
import Written from "@/fields/Written.vue";

type Term = Schemas["TermForm"];
const props = defineProps<{ slug: string; body: Body; version: string; guide: Schemas["Guide"] }>();
const { traits, keep, error, said } = useTraitsChange(props);
const TESTS: readonly Option<Term["test"]>[] = [
  { value: "is", shown: "is" },
  { value: "is_not", shown: "is not" },
  { value: "under", shown: "is under" },
  { value: "over", shown: "is over" },
];
const empty = (): { setting: string; test: Term["test"]; value: string } => ({ setting: "", test: "is", value: "" });
const terms = ref([empty(), empty()]);
const reason = ref("");
const wayOut = ref("");
const wrong = ref("");
const settingOf = (slug: string) => props.guide.settings.find((s) => s.slug === slug);
const tokens = (slug: string) =>
  (settingOf(slug)?.values ?? []).flatMap(({ value, shown }) => (typeof value === "string" ? [{ value, shown }] : []));
/** Words are or are not; a number lies under or over a bound. */
const testsOf = (slug: string) => (!slug || tokens(slug).length ? TESTS.slice(0, 2) : TESTS.slice(2));
function chosen(term: ReturnType<typeof empty>): void {
  [term.test, term.value] = [testsOf(term.setting)[0]?.value ?? "is", ""];
}
const there = computed(() => props.guide.settings.filter((s) => !traits.value.absent?.includes(s.slug)));
const rules = computed(() => traits.value.added ?? []);
/** A dependency in words: what must not stand together. */
function told(rule: Schemas["RuleForm"]): string {
  return rule.terms
    .map((t) => {
      const values = t.values
        .map((v) => tokens(t.setting).find((one) => one.value === v)?.shown ?? shown(v, settingOf(t.setting)?.unit === "s"))
        .join(" or ");
      return `${settingOf(t.setting)?.label ?? t.setting} ${TESTS.find((one) => one.value === t.test)?.shown ?? t.test} ${values}`;
    })
    .join(", and ");
}
function read(typed: ReturnType<typeof empty>): Term | null {
  if (tokens(typed.setting).some((v) => v.value === typed.value))
    return { setting: typed.setting, test: typed.test, values: [typed.value] };
  const number = figure(typed.value);
  return Number.isFinite(number) && !tokens(typed.setting).length
    ? { setting: typed.setting, test: typed.test, values: [number] }
    : null;
}
async function add(): Promise<void> {
  const found = terms.value.filter((t) => t.setting).map(read);
  wrong.value = !found.length
    ? "choose the setting that cannot be so"
    : found.includes(null)
      ? "choose a value of its list, or type a number such as 1/30 or 800"
      : reason.value.trim()
        ? ""
        : "say why, as this body says it";
  if (wrong.value) return;
  const rule = {
    slug: `own_${Date.now().toString(36)}`,
    terms: found as Term[],
    reason: reason.value.trim(),
    way_out: wayOut.value.trim() || "another value of either",
  };
  if (await keep((now) => ({ added: [...(now.added ?? []), rule] }), "written down"))
    [terms.value, reason.value, wayOut.value] = [[empty(), empty()], "", ""];
}
</script>

<template>
  <section>
    <h3>What does not go together on this body alone</h3>
    <p v-for="rule in rules" :key="rule.slug" class="rule">
      <span
        ><b>{{ told(rule) }}</b> {{ rule.reason }} <span class="quiet">A way out: {{ rule.way_out }}.</span></span
      >
      <button
        class="plain"
        data-repeats
        :aria-label="`take out: ${told(rule)}`"
        @click="keep((now) => ({ added: now.added?.filter((r) => r.slug !== rule.slug) }), 'taken out')"
      >
        take out
      </button>
    </p>
    <details class="fold">
      <summary>write one down</summary>
      <form @submit.prevent="add">
        <div v-for="(term, k) in terms" :key="k" class="term">
          <Choice
            v-model="term.setting"
            :name="k ? 'and which other setting' : 'what clashes'"
            :options="orNone(k ? 'and, if another plays a part…' : 'which setting…', listed(there))"
            @update:model-value="chosen(term)"
          />
          <Choice v-model="term.test" :name="k ? 'how the other' : 'how'" :options="testsOf(term.setting)" />
          <Choice
            v-if="tokens(term.setting).length"
            v-model="term.value"
            :name="k ? 'value of the other' : 'value'"
            :options="orNone('which value…', tokens(term.setting))"
          />
          <Written
            v-else
            v-model="term.value"
            maxlength="12"
            placeholder="1/30 or 800"
            :aria-label="k ? 'value of the other' : 'value'"
          />
        </div>
        <Written v-model="reason" maxlength="300" placeholder="why, in the body's words" aria-label="why not" />
        <Written
          v-model="wayOut"
          maxlength="300"
          placeholder="a way out, such as: another value of either"
          aria-label="a way out"
        />
        <button class="button">Write it down</button>
      </form>
    </details>
    <p v-if="error || wrong" class="error" role="alert">{{ wrong || error }}</p>
    <p class="quiet" role="status">{{ said }}</p>
  </section>
</template>

<style scoped>
h3 {
  font: 600 12px/18px "Archivo Variable";
  color: var(--second);
  padding-top: 10px;
}
.rule {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 64px;
  gap: 12px;
  font-size: 13px;
  line-height: 18px;
  padding: 4px 0;
}
.term {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) 74px minmax(0, 1fr);
  gap: 0 12px;
}
.term > *,
form > :deep(.written) {
  min-height: 44px;
  min-width: 0;
  width: 100%;
}
form .button {
  min-height: 44px;
  margin-top: 8px;
}
</style>
