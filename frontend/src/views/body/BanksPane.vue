<script setup lang="ts">
import { computed } from "vue";
import type { Body, Schemas } from "@/api/client";
import TextField from "@/fields/TextField.vue";
import { useTraitsChange, type Traits } from "./useTraitsChange";

const props = defineProps<{ slug: string; body: Body; version: string; guide: Schemas["Guide"] }>();
const { traits, keep, error, said } = useTraitsChange(props);
const MOST = 10;
const label = (slug: string): string => props.guide.settings.find((s) => s.slug === slug)?.label ?? slug;
const second = computed(() => traits.value.second_bank ?? null);
const named = (text: string): string[] => (text.trim() ? text.split(",").map((name) => name.trim()) : []);
const number = (event: Event): number => Number((event.target as HTMLSelectElement).value);
const change = (part: Partial<NonNullable<Traits["second_bank"]>>, words: string): void =>
  void keep((now) => ({ second_bank: now.second_bank && { ...now.second_bank, ...part } }), words);
/** A second bank begins with what it usually holds: a whole group of settings. */
function begin(event: Event): void {
  const group = (event.target as HTMLSelectElement).value;
  const only = props.guide.settings.filter((s) => s.group === group).map((s) => s.slug);
  if (only.length) void keep(() => ({ second_bank: { label: group, slots: 2, only, names: [] } }), "written down");
}
const groups = computed(() => [...new Set(props.guide.settings.map((s) => s.group))]);
function put(event: Event): void {
  const field = event.target as HTMLSelectElement;
  if (field.value) change({ only: [...(second.value?.only ?? []), field.value] }, `${label(field.value)} is held by it`);
  field.value = "";
}
function leftOut(event: Event): void {
  const field = event.target as HTMLSelectElement;
  const slug = field.value;
  if (slug) void keep((now) => ({ slot_leaves_out: [...(now.slot_leaves_out ?? []), slug] }), `${label(slug)} is in no slot`);
  field.value = "";
}
</script>

<template>
  <section>
    <h2>Its slots</h2>
    <label class="field"
      ><span class="label">slots</span
      ><select
        class="plain"
        aria-label="how many slots"
        :value="traits.slots ?? 0"
        @change="(event) => keep(() => ({ slots: number(event) }), 'slots kept')"
      >
        <option v-for="n in MOST + 1" :key="n" :value="n - 1">{{ n === 1 ? "none" : n - 1 }}</option>
      </select></label
    >
    <template v-if="traits.slots">
      <label class="field"
        ><span class="label">their names</span
        ><TextField
          :value="(traits.slot_names ?? []).join(', ')"
          maxlength="250"
          placeholder="slot 1, slot 2; as A, B or wings, hall"
          @change="(text) => keep(() => ({ slot_names: named(text) }), 'names kept')"
      /></label>
      <label class="field"
        ><span class="label">hold no</span
        ><select class="plain" @change="leftOut">
          <option value="">a setting that a slot leaves as it is…</option>
          <option v-for="s in guide.settings" :key="s.slug" :value="s.slug">{{ s.label }}</option>
        </select></label
      >
      <p v-if="traits.slot_leaves_out?.length" class="small">
        <span v-for="gone in traits.slot_leaves_out" :key="gone" class="held"
          >{{ label(gone)
          }}<button
            class="plain"
            data-repeats
            :aria-label="`slots hold ${label(gone)}`"
            @click="keep((now) => ({ slot_leaves_out: now.slot_leaves_out?.filter((s) => s !== gone) }), 'kept')"
          >
            they hold it
          </button></span
        >
      </p>
      <label v-if="!second" class="field"
        ><span class="label">second bank</span
        ><select class="plain" aria-label="a second bank of slots, which holds" @change="begin">
          <option value="">none; or one that holds all of…</option>
          <option v-for="group in groups" :key="group" :value="group">{{ group }}</option>
        </select></label
      >
      <template v-else>
        <label class="field"
          ><span class="label">second bank</span
          ><TextField :value="second.label" required maxlength="40" @change="(text) => change({ label: text }, 'name kept')"
        /></label>
        <label class="field"
          ><span class="label">its slots</span
          ><select
            class="plain"
            aria-label="how many slots of the second bank"
            :value="second.slots"
            @change="(event) => change({ slots: number(event) }, 'kept')"
          >
            <option v-for="n in MOST" :key="n" :value="n">{{ n }}</option>
          </select></label
        >
        <label class="field"
          ><span class="label">their names</span
          ><TextField
            :value="(second.names ?? []).join(', ')"
            maxlength="250"
            aria-label="names of the slots of the second bank"
            :placeholder="`${second.label} 1, ${second.label} 2`"
            @change="(text) => change({ names: named(text) }, 'names kept')"
        /></label>
        <p class="small">
          <span v-for="one in second.only" :key="one" class="held"
            >{{ label(one)
            }}<button
              class="plain"
              data-repeats
              :aria-label="`the second bank does not hold ${label(one)}`"
              @click="
                second.only.length > 1
                  ? change({ only: second.only.filter((s) => s !== one) }, 'kept')
                  : keep(() => ({ second_bank: null }), 'there is no second bank')
              "
            >
              not in it
            </button></span
          >
        </p>
        <select class="plain wide" aria-label="put a setting into the second bank" @change="put">
          <option value="">put a setting into it…</option>
          <option v-for="s in guide.settings.filter((g) => !second?.only.includes(g.slug))" :key="s.slug" :value="s.slug">
            {{ s.label }}
          </option>
        </select>
        <button class="plain" @click="keep(() => ({ second_bank: null }), 'there is no second bank')">
          There is no second bank
        </button>
      </template>
    </template>
    <p v-if="error" class="error" role="alert">{{ error }}</p>
    <p class="quiet" role="status">{{ said }}</p>
  </section>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 8px;
  min-height: 44px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
}
.small {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  font-size: 13px;
  padding: 6px 0;
}
.held {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.held button {
  color: var(--second);
  font-size: 12px;
}
.wide {
  width: 100%;
  min-height: 44px;
}
</style>
