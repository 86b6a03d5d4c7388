<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { changed, keyOf } from "@/api/keys";
import { useInTurn } from "@/api/inTurn";
import FramePicture from "@/picture/FramePicture.vue";
import { frameAt } from "@/picture/frames";
import TextField from "@/fields/TextField.vue";

const props = defineProps<{ id: number; token: string; aspect: number; beside: string[] }>();
const emit = defineEmits<{ beside: [token: string, label: string] }>();
const queries = useQueryClient();
const key = keyOf("frames", props.id);
const { data: kept } = useQuery({
  queryKey: key,
  queryFn: () => take(client.GET("/api/situations/{pk}/kept", { params: { path: { pk: props.id } } })),
});
const said = ref("");
const error = ref("");
type Change = { run: () => Promise<unknown>; words: string };
const change = useInTurn(
  () => `kept-${props.id}`,
  async ({ run, words }: Change) => {
    try {
      await run();
      [said.value, error.value] = [words, ""];
    } catch (caught) {
      error.value = caught instanceof ProblemError ? caught.message : "The server cannot be reached; nothing was kept.";
    }
    await changed(queries, "frames");
  },
);
const at = (row: Schemas["KeptOut"]) => ({ params: { path: { pk: row.id } } });
function keep(): void {
  const { token } = props;
  const params = { path: { pk: props.id } };
  const run = () => take(client.POST("/api/situations/{pk}/kept", { params, body: { token, name: "" } }));
  void change({ run, words: "fired and kept" });
}
function rename(row: Schemas["KeptOut"], name: string): void {
  const header = (): { "If-Match": string } => ({
    "If-Match": kept.value?.find((one) => one.id === row.id)?.version ?? row.version,
  });
  const put = () => client.PUT("/api/kept/{pk}", { params: { path: { pk: row.id }, header: header() }, body: { name } });
  void change({ run: () => take(put()), words: "name kept" });
}
const drop = (row: Schemas["KeptOut"]): void =>
  void change({ run: () => take(client.DELETE("/api/kept/{pk}", at(row))), words: `${row.name} deleted` });
defineExpose({ keep });
</script>

<template>
  <section aria-labelledby="kept">
    <h2 id="kept">Frames kept</h2>
    <div class="tools">
      <button class="button" :disabled="!token" @click="keep">Fire and keep</button>
      <span class="quiet" role="status">{{ said }}</span>
    </div>
    <p v-if="error" class="error" role="alert">{{ error }}</p>
    <p v-if="kept && !kept.length" class="reason">None yet. What is kept is the setup and the seed: the same frame comes back.</p>
    <ul v-else class="rows">
      <li v-for="row in kept" :key="row.id">
        <FramePicture
          :src="row.token && frameAt(row.token, { view: 'finder', width: 165, marks: false })"
          :alt="row.name"
          :aspect="aspect"
        />
        <div>
          <TextField
            class="name"
            :value="row.name"
            required
            maxlength="80"
            :aria-label="`name of ${row.name}`"
            @change="(name) => rename(row, name)"
          />
          <p class="quiet">{{ row.figures?.said ?? row.scene }}</p>
          <p v-if="row.token" class="files">
            <a :href="`/api/kept/${row.id}/frame.jpg`" data-repeats :aria-label="`${row.name} as JPEG`" download>JPEG</a>
            <a :href="`/api/kept/${row.id}/frame.dng`" data-repeats :aria-label="`${row.name} as raw, DNG`" download>raw, DNG</a>
          </p>
          <button
            v-if="row.token"
            class="plain"
            data-repeats
            :aria-pressed="beside.includes(row.token)"
            @click="emit('beside', row.token, `${row.name}: ${row.figures?.said ?? row.scene}`)"
          >
            {{ beside.includes(row.token) ? "beside, take away" : "set beside" }}
          </button>
          <button class="plain" data-repeats :aria-label="`delete ${row.name}`" @click="drop(row)">delete</button>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.files {
  display: flex;
  gap: 16px;
  margin: 0;
}
.files a {
  min-height: 32px;
  line-height: 32px;
}
.rows {
  list-style: none;
  margin: 0;
  padding: 0;
}
.rows li {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  gap: 12px;
  padding: 8px 0;
  border-bottom: 1px var(--ruled) var(--rule);
}
.name {
  width: 100%;
  font-weight: 560;
  min-height: 24px;
}
.rows button {
  min-height: 36px;
  margin-right: 14px;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.tools {
  display: flex;
  gap: 14px;
  align-items: center;
}
@media (max-width: 1000px) {
  .rows button,
  .name {
    min-height: 44px;
  }
}
</style>
