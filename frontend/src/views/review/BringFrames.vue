<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { ref } from "vue";
import { changed } from "@/api/keys";
import Progress from "@/fields/Progress.vue";
import { useBring } from "./useBring";

/** Frames brought from a card or a disk: files, whole folders, an archive, or dropped here. */
const props = defineProps<{ id: number; first: boolean }>();
const queries = useQueryClient();
const { all, done, failed, told, running, waiting, bring, go } = useBring(
  () => props.id,
  () => void changed(queries, "came"),
);
const over = ref(false);
function chosen(event: Event): void {
  const field = event.target as HTMLInputElement;
  void bring([...(field.files ?? [])]);
  field.value = "";
}
function dropped(event: DragEvent): void {
  over.value = false;
  void bring([...(event.dataTransfer?.files ?? [])]);
}
</script>

<template>
  <section
    class="bring"
    :class="{ over, first }"
    aria-label="bring frames"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="dropped"
  >
    <p v-if="first" class="reason">
      Bring the frames of this day, as files, a folder or a zip: they are laid beside what was planned, and what you keep of them
      teaches your next setups. Of each file its data, a small picture and a few measures are kept, only for you; the file stays
      where it is.
    </p>
    <div class="tools">
      <label class="button"
        >Bring frames<input
          class="visually-hidden"
          type="file"
          multiple
          accept="image/*,.dng,.raw,.xmp,.tif,.tiff,.zip"
          aria-label="bring frames of this day"
          @change="chosen"
      /></label>
      <label class="button"
        >A whole folder<input
          class="visually-hidden"
          type="file"
          webkitdirectory
          multiple
          aria-label="bring a whole folder of frames"
          @change="chosen"
      /></label>
      <template v-if="running">
        <Progress :done="done" :of="all" name="how many have been looked at" />
        <span>{{ done }} of {{ all }}</span>
        <button class="button" @click="running.abort()">Stop</button>
      </template>
      <button v-else-if="waiting.length" class="button" @click="go">Go on with {{ waiting.length }}</button>
      <span class="quiet" role="status">{{ told }}</span>
    </div>
    <details v-if="failed.length" class="fold">
      <summary>what could not be read</summary>
      <ul>
        <li v-for="one in failed.slice(0, 50)" :key="one.name">
          <b>{{ one.name }}</b> {{ one.why }}
        </li>
      </ul>
    </details>
  </section>
</template>

<style scoped>
.bring {
  border: 1px var(--ruled) transparent;
}
.bring.first {
  border-color: var(--rule);
  padding: 14px 18px;
}
.bring.over {
  border-color: var(--ink);
}
ul {
  margin: 0;
  padding-left: 18px;
}
</style>
