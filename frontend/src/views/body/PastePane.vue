<script setup lang="ts">
import { computed, ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { useInTurn } from "@/api/inTurn";
import Written from "@/fields/Written.vue";

const props = defineProps<{ slug: string; version: string }>();
const emit = defineEmits<{ taken: [answer: Schemas["DialectOut"]] }>();
const text = ref("");
const errors = ref<[string, string][]>([]);
const kind = computed(() => (text.value.trimStart().startsWith("{") ? "json" : "csv"));
const row = (at: string): string => {
  const [, where, number, column] = at.split("/");
  if (where !== "rows" && where !== "entries") return "";
  return `row ${where === "entries" ? Number(number) + 1 : number}${column ? `, ${column}` : ""}: `;
};

const replace = useInTurn(
  () => `dialect-${props.slug}`,
  async () => {
    const answer = await take(
      client.POST("/api/kit/bodies/{slug}/dialect/import", {
        params: { path: { slug: props.slug }, header: { "If-Match": props.version } },
        body: { kind: kind.value, text: text.value },
      }),
    );
    emit("taken", answer);
  },
);
async function take_(): Promise<void> {
  errors.value = [];
  try {
    await replace();
    text.value = "";
  } catch (error) {
    if (error instanceof ProblemError) {
      const found = (error.problem.errors ?? []).map((e): [string, string] => [row(e.pointer), e.detail]);
      errors.value = found.length ? found : [["", error.message]];
    } else errors.value = [["", "The server cannot be reached."]];
  }
}
async function chosen(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (file) text.value = await file.text();
}
</script>

<template>
  <section>
    <h2>Paste or choose a list</h2>
    <p class="quiet small">
      CSV with the head setting, label, menu, values (menu as Deck &gt; Upkeep; values as on=Aye; off=Nay), or JSON. It replaces
      all rows, or none if one is wrong.
    </p>
    <Written v-model="text" :rows="5" aria-label="rows to paste" placeholder="setting,label,menu,values" />
    <div class="tools">
      <button class="button" :disabled="!text.trim()" @click="take_">Take these rows</button>
      <label class="file"
        ><span>choose a file</span
        ><input class="visually-hidden" type="file" accept=".csv,.json,.tsv,text/csv,application/json" @change="chosen"
      /></label>
    </div>
    <div v-if="errors.length" class="errors" role="alert">
      <p class="error">Nothing was changed.</p>
      <p v-for="([at, detail], k) in errors.slice(0, 12)" :key="k" class="error">
        <b>{{ at }}</b>{{ detail }}
      </p>
      <p v-if="errors.length > 12" class="error">and {{ errors.length - 12 }} more</p>
    </div>
  </section>
</template>

<style scoped>
:deep(textarea) {
  width: 100%;
  min-height: 96px;
  border: 1px var(--ruled) var(--rule);
  padding: 8px;
  margin: 8px 0;
  resize: vertical;
}
.small {
  font-size: 13px;
}
.tools {
  display: flex;
  gap: 18px;
  align-items: center;
}
</style>
