<script setup lang="ts">
import { computed } from "vue";
import { useTheme } from "@/stores/theme";
import Lines from "./Lines.vue";

/** A small picture of a situation where it is named. Under the red lamp there is none until pictures are asked for. */
defineProps<{
  src: string;
  /** The same by its address, where the picture itself comes along with what it stands in. */
  drawn?: string;
}>();
const theme = useTheme();
const hidden = computed(() => theme.name === "red" && !theme.pictures);
</script>

<template>
  <span class="still"
    ><Lines v-if="hidden && src" :src="drawn ?? src" alt="" /><img
      v-else-if="src"
      :src="src"
      alt=""
      loading="lazy"
      @error="($event.target as HTMLElement).hidden = true"
  /></span>
</template>

<style scoped>
.still {
  display: block;
  width: 72px;
  aspect-ratio: 3 / 2;
  background: var(--sunk);
  overflow: hidden;
  position: relative;
}
.still img {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: cover;
}
</style>
