<script setup lang="ts">
import { computed } from "vue";
import type { Body, Schemas } from "@/api/client";
import { useLayout } from "@/api/queries";
import { useLayoutChange } from "../useLayoutChange";
import Choice from "@/fields/Choice.vue";
import { listed, orNone } from "@/fields/options";

type Name = "pinned" | "short_list";
const props = defineProps<{ slug: string; body: Body; guide: Schemas["Guide"] }>();
const { data: layout } = useLayout(() => props.slug);
const { change, undo, past, said, wrong } = useLayoutChange();
const LISTS: { name: Name; title: string; room: "pinned_room" | "short_list_room" }[] = [
  { name: "pinned", title: "Pinned items", room: "pinned_room" },
  { name: "short_list", title: "The short list", room: "short_list_room" },
];
const room = (at: "pinned_room" | "short_list_room"): number => props.body.traits?.moves?.[at] ?? 0;
const there = computed(() => LISTS.filter((list) => room(list.room) || layout.value?.document[list.name]?.length));
const items = (name: Name): string[] => layout.value?.document[name] ?? [];
const label = (slug: string): string => props.guide.settings.find((s) => s.slug === slug)?.label ?? slug;
const set = (name: Name, next: string[], words: string): void => void change(props.slug, () => ({ [name]: next }), words);
function add(name: Name, slug: string): void {
  if (slug) set(name, [...items(name), slug], `${label(slug)} is on it`);
}
function up(name: Name, k: number): void {
  const next = [...items(name)];
  const [one] = next.splice(k, 1);
  if (one) next.splice(k - 1, 0, one);
  set(name, next, "moved up");
}
</script>

<template>
  <section v-if="there.length">
    <template v-for="list in there" :key="list.name">
      <h2>
        {{ list.title }} <span class="quiet">{{ items(list.name).length }} of {{ room(list.room) }}</span>
      </h2>
      <div v-for="(one, k) in items(list.name)" :key="one" class="item">
        <span>{{ label(one) }}</span>
        <button
          class="plain"
          data-repeats
          :disabled="!k"
          :aria-label="`move ${label(one)} up on ${list.title}`"
          @click="up(list.name, k)"
        >
          up
        </button>
        <button
          class="plain"
          data-repeats
          :aria-label="`take ${label(one)} off ${list.title}`"
          @click="
            set(
              list.name,
              items(list.name).filter((s) => s !== one),
              `${label(one)} taken off`,
            )
          "
        >
          take off
        </button>
      </div>
      <Choice
        class="add"
        :name="`put on ${list.title}`"
        model-value=""
        :options="orNone('put a setting on it', listed(guide.settings.filter((g) => !items(list.name).includes(g.slug))))"
        @update:model-value="(slug) => add(list.name, slug)"
      />
    </template>
    <button v-if="past.length" class="button" @click="undo">Undo</button>
    <p class="quiet" role="status">{{ said }}</p>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
  </section>
</template>

<style scoped>
h2 .quiet {
  font-size: 13px;
  font-weight: 450;
}
.item {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 32px 64px;
  gap: 0 12px;
  align-items: center;
  min-height: 36px;
  border-bottom: 1px var(--ruled) var(--rule);
}
.item button {
  min-height: 36px;
  font-size: 13px;
  color: var(--second);
}
:deep(.add) {
  min-height: 44px;
}
</style>
