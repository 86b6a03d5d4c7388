<script setup lang="ts">
import { keepPreviousData, useQuery } from "@tanstack/vue-query";
import { refDebounced } from "@vueuse/core";
import { computed, ref } from "vue";
import { client, take, type Schemas } from "@/api/client";
import { keyOf } from "@/api/keys";

/** One line as people say it: what of it is understood stands under it as it is typed. */
const props = defineProps<{ busy: boolean; /** Whether an example stands under it before it is asked for. */ first?: boolean }>();
const emit = defineEmits<{ begin: [told: Schemas["LineOut"]] }>();
const typed = ref("");
const text = computed(() => typed.value.trim());
const rested = refDebounced(text, 120);
const ask = (line: string) => take(client.POST("/api/line", { body: { text: line } }));
const { data, error } = useQuery({
  queryKey: computed(() => keyOf("line", rested.value)),
  queryFn: () => ask(rested.value),
  enabled: computed(() => !!rested.value),
  placeholderData: keepPreviousData,
});
const told = computed(() => (rested.value ? (data.value ?? null) : null));
const used = computed(() => told.value?.chips.filter((chip) => !chip.unused) ?? []);
const unused = computed(() => told.value?.chips.filter((chip) => chip.unused) ?? []);
const wanting = computed(() => {
  const has = new Set(used.value.map((chip) => chip.of));
  const out: string[] = [];
  if (!has.has("subject") && !has.has("work")) out.push("no subject: an everyday picture");
  if (!has.has("light")) out.push("no light: heavy overcast");
  return out;
});
const wrong = ref("");
/** Taken out of the line: what it said is then not said. */
function without(said: string): void {
  typed.value = typed.value
    .replace(said, "")
    .replace(/\s*,\s*,/g, ",")
    .replace(/\s+/g, " ")
    .trim()
    .replace(/^,\s*|,$/g, "");
}
/** What is typed last counts, however fast Enter follows it. */
async function begin(): Promise<void> {
  if (!text.value || props.busy) return;
  wrong.value = "";
  try {
    emit("begin", await ask(text.value));
  } catch (error) {
    wrong.value = error instanceof Error ? error.message : "The server cannot be reached.";
  }
}
</script>

<template>
  <form class="line" @submit.prevent="begin">
    <div class="row">
      <label for="one-line">One line begins it</label>
      <input id="one-line" v-model="typed" class="plain" autocomplete="off" maxlength="400" aria-describedby="one-line-like" />
      <button class="button strong" type="submit" :disabled="!text || busy">Begin</button>
      <slot />
    </div>
    <p id="one-line-like" class="quiet" :class="{ hint: !first, 'visually-hidden': told }">
      As you would say it: football under lights, 70-200 2.8 at 135, monopod, raw. Subject, light, lens, figures, support, file,
      hour.
    </p>
    <ul v-if="told && (used.length || told.rest.length)" class="chips" aria-label="understood" role="status">
      <li v-for="chip in used" :key="`${chip.of} ${chip.said}`">
        <span class="label">{{ chip.said }}<template v-if="chip.close"> taken as</template></span> <b>{{ chip.label }}</b>
        <button class="plain" type="button" :aria-label="`without ${chip.said}`" @click="without(chip.said)">×</button>
      </li>
      <li v-for="chip in unused" :key="`unused ${chip.said} ${chip.of}`" class="left">
        {{ chip.said }}: not used, {{ chip.unused }}
      </li>
      <li v-for="word in told.rest" :key="`rest ${word}`" class="left">{{ word }}: not understood, kept as a note</li>
      <li v-for="word in wanting" :key="word" class="left">{{ word }}</li>
    </ul>
    <p v-if="wrong || error" class="error" role="alert">{{ wrong || error?.message }}</p>
  </form>
</template>

<style scoped>
.line {
  display: grid;
  gap: 4px;
  grid-template-columns: minmax(0, 1fr);
  padding: 0 0 14px;
  max-width: 1060px;
}
label {
  font-weight: 600;
  white-space: nowrap;
}
.row {
  display: flex;
  gap: 12px;
  align-items: center;
}
.line:not(:focus-within) .hint {
  visibility: hidden;
  height: 0;
}
input {
  flex: 1;
  min-width: 0;
  min-height: 44px;
  border-bottom: 1px solid var(--ink);
  font:
    400 18px/24px "Literata Variable",
    serif;
}
.chips {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
}
.chips li {
  display: inline-flex;
  gap: 6px;
  align-items: baseline;
  min-height: 32px;
}
.chips b {
  border-bottom: 2px solid var(--ink);
}
.chips button {
  min-width: 24px;
  min-height: 24px;
}
.left {
  color: var(--second);
}
@media (max-width: 760px) {
  .row {
    flex-wrap: wrap;
  }
  label,
  input {
    flex-basis: 100%;
  }
  .chips button {
    min-width: 44px;
    min-height: 44px;
  }
}
</style>
