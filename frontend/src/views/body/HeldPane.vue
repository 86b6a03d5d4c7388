<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { keyOf, nowKnown } from "@/api/keys";

const props = defineProps<{
  slug: string;
  state: Schemas["StateOut"];
  guide: Schemas["Guide"];
  entries: { setting: string; label: string }[];
}>();
const queries = useQueryClient();
const own = computed(() => new Map(props.entries.map((e) => [e.setting, e.label])));
const rows = computed(() =>
  props.guide.settings
    .filter((s) => props.state.held[s.slug])
    .map((s) => {
      const held = props.state.held[s.slug];
      const shown = s.values.find((v) => v.value === held?.value)?.shown ?? String(held?.value);
      return { slug: s.slug, label: s.label, own: own.value.get(s.slug) ?? "", shown, held };
    }),
);
const unknown = computed(() => Math.max(0, own.value.size - rows.value.length));
const error = ref("");
async function told(answer: Promise<Schemas["StateOut"]>): Promise<void> {
  error.value = "";
  try {
    await nowKnown(queries, keyOf("held", props.slug), await answer);
  } catch (caught) {
    error.value = caught instanceof ProblemError ? caught.message : "The server cannot be reached; nothing was written down.";
  }
}
const at = () => ({ params: { path: { slug: props.slug } } });
const forget = (): Promise<void> => told(take(client.DELETE("/api/kit/bodies/{slug}/state", at())));
const lose = (setting: string): Promise<void> =>
  told(take(client.PUT("/api/kit/bodies/{slug}/state", { ...at(), body: { values: { [setting]: null }, verified: false } })));
</script>

<template>
  <section>
    <h2>What it is believed to hold</h2>
    <p class="reason">
      {{ rows.length }} known, {{ unknown }} unknown<template v-if="state.firmware"
        >; what is said of it is true of firmware {{ state.firmware }}</template
      >. Tick settings off in a situation’s list of all settings.
    </p>
    <div class="many">
      <div v-for="row in rows" :key="row.slug" class="row">
        <span
          ><b>{{ row.own || row.label }}</b> <span v-if="row.own" class="quiet">{{ row.label }}</span></span
        >
        <span>{{ row.shown }}</span>
        <span class="quiet"
          >{{ row.held?.verified_at ? `seen ${row.held.verified_at.slice(0, 10)}` : `believed ${row.held?.since.slice(0, 10)}`
          }}<template v-if="row.held?.older">, other firmware</template></span
        >
        <button class="plain" data-repeats :aria-label="`make ${row.label} unknown`" @click="lose(row.slug)">unknown</button>
      </div>
    </div>
    <p v-if="error" class="error" role="alert">{{ error }}</p>
    <button v-if="rows.length" class="button" @click="forget">The body was reset: all unknown</button>
  </section>
</template>

<style scoped>
.many {
  columns: 2 360px;
  column-gap: 40px;
}
.row {
  break-inside: avoid-column;
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr) 92px 62px;
  gap: 0 10px;
  align-items: baseline;
  min-height: 36px;
  padding: 6px 0;
  border-bottom: 1px var(--ruled) var(--rule);
  font-size: 13px;
}
.row b {
  font-weight: 560;
}
.row .quiet {
  font-size: 12px;
}
.button {
  margin-top: 12px;
}
</style>
