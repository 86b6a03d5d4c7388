<script setup lang="ts">
import type { Decided } from "@/api/client";
import Told from "@/ruler/Told.vue";

/** What to know beside the figures, each with its ways out: one press changes the situation, or goes to where it is done. */
defineProps<{ setup: Decided; id: number }>();
const emit = defineEmits<{ mend: [patch: Record<string, unknown>] }>();
</script>

<template>
  <ul v-if="setup.notes.length" class="notes" aria-label="what to know beside the figures">
    <li v-for="note in setup.notes" :key="note.kind" :class="note.kind">
      <Told :text="note.text" />
      <span v-if="note.ways.length" class="ways">
        <template v-for="way in note.ways" :key="way.label">
          <RouterLink v-if="way.place" class="way" :to="{ name: 'rehearse', params: { id }, query: { under: way.place } }">{{
            way.label
          }}</RouterLink>
          <button v-else class="plain way" @click="emit('mend', way.patch)">{{ way.label }}</button>
        </template>
      </span>
    </li>
  </ul>
</template>

<style scoped>
.notes {
  list-style: none;
  margin: 0;
  padding: 6px 0;
  border-bottom: 1px var(--ruled) var(--rule);
  font:
    400 15px/22px "Literata Variable",
    serif;
}
.darker {
  font-weight: 560;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
}
.way {
  min-height: 32px;
  font:
    400 15px/32px "Archivo Variable",
    sans-serif;
  text-decoration: underline;
  text-underline-offset: 3px;
}
@media (max-width: 760px) {
  .way {
    min-height: 44px;
    line-height: 44px;
  }
}
</style>
