<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { client, take } from "@/api/client";

/** How the frame is looked at, and what stands before it: the scene of the work, another, or a picture of one's own. */
defineProps<{
  view: string;
  views: { slug: string; label: string }[];
  picked: string;
  usual: string;
  own: { value: string; title: string } | null;
}>();
const emit = defineEmits<{ view: [slug: string]; pick: [scene: string] }>();
const { data: scenes } = useQuery({ queryKey: ["scenes"], queryFn: () => take(client.GET("/api/scenes")), staleTime: Infinity });
</script>

<template>
  <div class="views">
    <div class="tabs" role="group" aria-label="views">
      <button
        v-for="one in views"
        :key="one.slug"
        class="plain tab"
        :aria-pressed="view === one.slug"
        @click="emit('view', one.slug)"
      >
        {{ one.label }}
      </button>
    </div>
    <select
      class="plain scene"
      aria-label="scene"
      :value="picked"
      @change="emit('pick', ($event.target as HTMLSelectElement).value)"
    >
      <option value="">{{ usual || "the scene of this work" }}</option>
      <option v-if="own" :value="own.value">{{ own.title }}</option>
      <option v-for="one in scenes" :key="one.slug" :value="one.slug">{{ one.title }}</option>
    </select>
  </div>
</template>

<style scoped>
.views {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  min-height: 48px;
}
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
}
.scene {
  min-height: 44px;
  max-width: 220px;
  text-decoration: underline;
  text-decoration-color: var(--rule);
  text-underline-offset: 4px;
}
@media (max-width: 760px) {
  .views {
    flex-wrap: wrap;
  }
}
</style>
