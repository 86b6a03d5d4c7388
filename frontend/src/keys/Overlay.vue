<script setup lang="ts">
import { Modal } from "ant-design-vue";
import MiniSearch from "minisearch";
import { computed, nextTick, ref, watch } from "vue";
import Themed from "@/theme/Themed.vue";
import { actions, type Action, type Over } from "./actions";

const over = defineModel<Over>("over");
const shown = (which: Over) =>
  computed({ get: () => over.value === which, set: (open) => (over.value = open ? which : undefined) });
const showKeys = shown("keys");
const showPalette = shown("palette");
const query = ref("");
const chosen = ref(0);
const field = ref<HTMLInputElement>();

const listed = computed(() =>
  [...actions.values()].filter((a) => !a.hidden).sort((a, b) => Number(!!b.first) - Number(!!a.first)),
);
const found = computed<Action[]>(() => {
  if (!query.value.trim()) return listed.value.slice(0, 40);
  const index = new MiniSearch<Action>({ fields: ["label"], idField: "id" });
  index.addAll(listed.value);
  return index
    .search(query.value, { prefix: true, fuzzy: 0.2, combineWith: "AND" })
    .map((hit) => actions.get(hit.id as string))
    .filter((a): a is Action => !!a)
    .slice(0, 40);
});
watch(query, () => (chosen.value = 0));

watch(
  showPalette,
  async (open) => {
    if (!open) return;
    query.value = "";
    await nextTick();
    setTimeout(() => field.value?.focus(), 60);
  },
  { immediate: true },
);
function run(action: Action | undefined): void {
  showPalette.value = false;
  if (action) setTimeout(() => action.run(), 0);
}
const spoken = (keys: string) =>
  keys
    .replace("Shift+?", "?")
    .replace("$mod", "Ctrl")
    .replace("BracketLeft", "[")
    .replace("BracketRight", "]")
    .replace("ArrowUp", "↑")
    .replace("ArrowDown", "↓")
    .replace("Slash", "/");
</script>

<template>
  <Themed>
    <Modal v-model:open="showKeys" title="Keys" :footer="null" :transition-name="''" :mask-transition-name="''" width="560px">
      <dl class="keys">
        <template v-for="action in listed.filter((a) => a.keys)" :key="action.id">
          <dt>
            <kbd>{{ spoken(action.keys ?? "") }}</kbd>
          </dt>
          <dd>{{ action.label }}</dd>
        </template>
      </dl>
    </Modal>
    <Modal v-model:open="showPalette" title="Find" :footer="null" :transition-name="''" :mask-transition-name="''" width="560px">
      <input
        ref="field"
        v-model="query"
        class="plain find"
        aria-label="find a screen, a situation or an action"
        role="combobox"
        aria-expanded="true"
        aria-controls="found"
        :aria-activedescendant="found.length ? `found-${chosen}` : undefined"
        placeholder="a screen, a situation, an action"
        @keydown.down.prevent="chosen = Math.min(chosen + 1, found.length - 1)"
        @keydown.up.prevent="chosen = Math.max(chosen - 1, 0)"
        @keydown.enter.prevent="run(found[chosen])"
      />
      <ul id="found" role="listbox" aria-label="found" class="found">
        <li
          v-for="(action, k) in found"
          :id="`found-${k}`"
          :key="action.id"
          role="option"
          :aria-selected="k === chosen"
          :class="{ on: k === chosen }"
          @click="run(action)"
        >
          <span>{{ action.label }}</span><kbd v-if="action.keys">{{ spoken(action.keys) }}</kbd>
        </li>
      </ul>
      <p v-if="!found.length" class="quiet">Nothing is called that.</p>
    </Modal>
  </Themed>
</template>

<style scoped>
.keys {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 8px 12px;
  margin: 0;
}
.keys dd {
  margin: 0;
}
.find {
  border-bottom: 1px solid var(--ink);
  font-size: 18px;
  padding: 8px 0;
}
.found {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  max-height: 380px;
  overflow: auto;
}
.found li {
  display: flex;
  justify-content: space-between;
  padding: 9px 8px;
  border-bottom: 1px var(--ruled) var(--rule);
  cursor: pointer;
}
.found li.on {
  background: var(--ink);
  color: var(--bg);
}
</style>
