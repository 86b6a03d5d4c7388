<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { client, take } from "@/api/client";
import { keyOf } from "@/api/keys";
import Choice from "@/fields/Choice.vue";

/** How the frame is looked at, and what stands before it: the scene of the work, another, or a picture of one's own. */
defineProps<{
  view: string;
  views: { slug: string; label: string }[];
  picked: string;
  usual: string;
  own: { value: string; title: string } | null;
}>();
const emit = defineEmits<{ view: [slug: string]; pick: [scene: string] }>();
const { data: scenes } = useQuery({
  queryKey: keyOf("scenes"),
  queryFn: () => take(client.GET("/api/scenes")),
  staleTime: Infinity,
});
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
    <Choice
      class="scene"
      name="scene"
      :model-value="picked"
      :options="[
        { value: '', shown: usual || 'the scene of this work' },
        ...(own ? [{ value: own.value, shown: own.title }] : []),
        ...(scenes ?? []).map((one) => ({ value: one.slug, shown: one.title })),
      ]"
      @update:model-value="(scene) => emit('pick', scene)"
    />
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
:deep(.scene) {
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
