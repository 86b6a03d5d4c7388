<script setup lang="ts">
import { computed } from "vue";
import { named } from "@/drawn/menus";

/** Pages of a body's menus as slips, a column to a tab, each with how many items stand on it. */
const props = defineProps<{
  menus: string[][];
  /** The page that lies open; none where all of them do. */
  page: string;
}>();
const emit = defineEmits<{ turn: [page: string] }>();
const tabs = computed(() => {
  const found = new Map<string, Map<string, { title: string; count: number }>>();
  for (const menu of props.menus) {
    const pages = found.get(menu[0] ?? "") ?? new Map<string, { title: string; count: number }>();
    const count = (pages.get(named(menu))?.count ?? 0) + 1;
    pages.set(named(menu), { title: named(menu.slice(1)) || named(menu), count });
    found.set(menu[0] ?? "", pages);
  }
  return [...found].map(([tab, pages]) => ({ tab, pages: [...pages] }));
});
</script>

<template>
  <div class="pages" role="group" aria-label="pages of its menus">
    <div v-for="{ tab, pages } in tabs" :key="tab" class="tab">
      <b>{{ tab }}</b>
      <button
        v-for="[name, { title, count }] in pages"
        :key="name"
        class="plain slip"
        :aria-pressed="name === page"
        @click="emit('turn', name)"
      >
        {{ title }} <span class="quiet">{{ count }}</span>
      </button>
    </div>
    <button class="plain slip" :aria-pressed="!page" @click="emit('turn', page ? 'all' : '')">
      all pages one under the other <span class="quiet">{{ menus.length }}</span>
    </button>
  </div>
</template>

<style scoped>
.pages {
  columns: 3 150px;
  column-gap: 18px;
  padding-top: 10px;
}
.tab {
  break-inside: avoid-column;
  padding-bottom: 10px;
}
.tab b {
  display: block;
  border-bottom: 1px solid var(--ink);
  font-weight: 640;
  font-stretch: 108%;
  padding-bottom: 2px;
}
</style>
