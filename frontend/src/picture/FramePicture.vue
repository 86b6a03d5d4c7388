<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from "vue";
import { counted } from "@/api/idle";
import { useTheme } from "@/stores/theme";
import Lines from "./Lines.vue";

/** A simulated frame. The last one stays until the next has come; one that is asked for no more is given up. */
const props = withDefaults(
  defineProps<{
    src: string;
    alt: string;
    aspect: number;
    /** Where on the screen it stands: of two for one place only the newer is drawn. */
    place?: string;
    /** Whether pictures can be asked for here, where they are off: not within a link or a button. */
    asks?: boolean;
  }>(),
  { place: "", asks: false },
);
const theme = useTheme();
const hidden = computed(() => theme.name === "red" && !theme.pictures);
const shown = ref("");
const wrong = ref("");
let running: AbortController | null = null;
let ticket = Date.now();

function drop(): void {
  if (shown.value) URL.revokeObjectURL(shown.value);
}
async function fetchIt(): Promise<void> {
  running?.abort();
  if (!props.src || hidden.value) return;
  const { signal } = (running = new AbortController());
  const ordered = props.place ? `&place=${props.place}&ticket=${(ticket += 1)}` : "";
  try {
    const answer = await counted(new Request(props.src + ordered, { signal }));
    if (signal.aborted || answer.status === 204) return;
    if (!answer.ok) throw new Error(String(answer.status));
    const url = URL.createObjectURL(await answer.blob());
    drop();
    shown.value = url;
    wrong.value = "";
  } catch {
    if (!signal.aborted) wrong.value = "The picture could not be fetched; the last one stands.";
  }
}
watch([() => props.src, hidden], () => void fetchIt(), { immediate: true });
onBeforeUnmount(() => {
  running?.abort();
  drop();
});
</script>

<template>
  <span class="frame" :style="{ aspectRatio: String(aspect) }">
    <template v-if="hidden">
      <Lines v-if="src" :src="src" :alt="alt" />
      <button v-if="asks" class="plain off" type="button" @click="theme.pictures = true">drawn in lines; show the picture</button>
    </template>
    <img v-else-if="shown" :src="shown" :alt="alt" draggable="false" />
    <span v-if="wrong" class="error wrong" role="status">{{ wrong }}</span>
    <slot v-if="!hidden" />
  </span>
</template>

<style scoped>
.frame {
  display: block;
  position: relative;
  width: 100%;
  background: var(--sunk);
  border: 1px solid var(--ink);
  overflow: hidden;
}
.frame img {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: cover;
}
.off {
  position: absolute;
  left: 0;
  bottom: 0;
  background: var(--bg);
  padding: 4px 12px;
}
.wrong {
  position: absolute;
  left: 0;
  bottom: 0;
  background: var(--bg);
  padding: 2px 8px;
}
</style>
