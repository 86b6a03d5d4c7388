<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import FramePicture from "@/picture/FramePicture.vue";
import Stops from "@/ruler/Stops.vue";
import { frameAt, type View } from "@/picture/frames";
import Tick from "@/fields/Tick.vue";

/** Two to four frames at one brightness, at one place: the first is the one as set. */
const props = defineProps<{
  frames: { token: string; label: string; aspect: number }[];
  view: View;
  x: number;
  y: number;
}>();
const emit = defineEmits<{ place: [x: number, y: number] }>();
const matched = ref(true);
const found = ref<Record<string, Schemas["ComparedOut"]>>({});
const error = ref("");
watch(
  () => props.frames.map((frame) => frame.token).join(" "),
  async () => {
    const [first, ...others] = props.frames;
    for (const other of others)
      try {
        if (first)
          found.value[other.token] = await take(
            client.POST("/api/rehearse/compare", { body: { one: first.token, other: other.token } }),
          );
        error.value = "";
      } catch (caught) {
        error.value = caught instanceof ProblemError ? caught.message : "The server cannot be reached.";
      }
  },
  { immediate: true },
);
const lift = (token: string): number | undefined => {
  const stops = matched.value ? found.value[token]?.lift_stops : undefined;
  return stops && Math.abs(stops) > 0.05 ? Math.max(-8, Math.min(8, Math.round(stops * 100) / 100)) : undefined;
};
const columns = computed(() => (props.frames.length > 1 ? 2 : 1));
function point(event: MouseEvent): void {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
  emit("place", (event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
}
</script>

<template>
  <div class="beside" :style="{ '--columns': columns }">
    <figure v-for="frame in frames" :key="frame.token">
      <div @click="view !== 'pixels' && point($event)">
        <FramePicture
          :src="frameAt(frame.token, { view, width: 342, x, y, lift: lift(frame.token), marks: false })"
          :alt="frame.label"
          :aspect="frame.aspect"
        />
      </div>
      <figcaption>
        <b>{{ frame.label }}</b>
        <span v-if="lift(frame.token)" class="quiet">
          made <Stops :value="Math.abs(lift(frame.token) ?? 0)" /> {{ (lift(frame.token) ?? 0) > 0 ? "brighter" : "darker" }}: the
          key as bright as in the first</span
        >
        <p v-if="found[frame.token]" class="reason">{{ found[frame.token]?.words }}</p>
      </figcaption>
    </figure>
    <p v-if="frames.length < 2" class="reason alone">
      Choose what stands beside it: one of the frames below, a kept one, or another body or lens.
    </p>
    <Tick v-model="matched" class="matched">at one brightness</Tick>
    <p v-if="error" class="error" role="alert">{{ error }}</p>
  </div>
</template>

<style scoped>
.beside {
  display: grid;
  grid-template-columns: repeat(var(--columns), minmax(0, 1fr));
  gap: 12px;
}
figure {
  margin: 0;
}
figcaption {
  padding-top: 4px;
}
:deep(.matched) {
  grid-column: 1 / -1;
}
.alone {
  align-self: center;
}
</style>
