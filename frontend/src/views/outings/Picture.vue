<script setup lang="ts">
import type { Schemas } from "@/api/client";
import { sceneAt } from "@/picture/frames";
import Still from "@/picture/Still.vue";

/** A situation as it hangs at its hour: picture, figures, what it costs, its card. */
defineProps<{
  row: Schemas["SituationRow"];
  clock: string;
  grip: Record<string, unknown>;
  glance: Schemas["GlanceOut"] | undefined;
  kit: string;
}>();
defineEmits<{ duplicate: []; remove: [] }>();
</script>

<template>
  <article>
    <RouterLink class="scene" :to="{ name: 'rehearse', params: { id: row.id } }" :aria-label="`rehearse ${row.title}`"
      ><Still :src="sceneAt(row.id, row.version, 344)"
    /></RouterLink>
    <div>
      <p class="title">
        <button class="grip plain" v-bind="grip">{{ clock }}</button>
        <RouterLink :to="{ name: 'bench', params: { id: row.id } }" :title="kit">{{ row.title }}</RouterLink>
      </p>
      <p class="figures">{{ glance?.figures || (glance ? "no setup as it stands" : "…") }}</p>
      <p class="told" :class="{ warns: glance?.warns }">{{ glance?.told }}</p>
      <p class="acts">
        <RouterLink v-if="row.card_id" :to="{ name: 'card', params: { id: row.card_id } }">{{
          row.card === "stale" ? "card is stale" : "card"
        }}</RouterLink><span v-else class="quiet aside">no card</span>
        <button class="plain aside" :aria-label="`duplicate ${row.title}`" @click="$emit('duplicate')">duplicate</button>
        <button class="plain aside" :aria-label="`delete ${row.title}`" @click="$emit('remove')">delete</button>
      </p>
    </div>
  </article>
</template>

<style scoped>
.scene {
  display: block;
  line-height: 0;
  border: 1px solid var(--ink);
}
.scene :deep(.still) {
  width: 100%;
}
.title {
  line-height: 18px;
  max-height: 38px;
  overflow: hidden;
  padding-top: 2px;
}
.title a {
  text-decoration: none;
}
.grip {
  font-weight: 600;
  margin-right: 4px;
  cursor: grab;
  touch-action: none;
  text-decoration: none;
}
.figures {
  font-weight: 600;
}
.told,
.acts {
  font-size: 13px;
  line-height: 17px;
}
.told {
  color: var(--second);
}
.told.warns {
  color: var(--binding);
  font-weight: 600;
}
.acts {
  display: flex;
  gap: 10px;
}
.aside {
  opacity: 0;
  font-size: 13px;
}
article:hover .aside,
article:focus-within .aside {
  opacity: 1;
}
@media (hover: none) {
  .aside {
    opacity: 1;
  }
}
@media (max-width: 932px) {
  article {
    display: grid;
    grid-template-columns: 112px minmax(0, 1fr);
    gap: 0 12px;
    padding: 10px 0;
    border-top: 1px var(--ruled) var(--rule);
    align-items: start;
  }
  .title {
    max-height: none;
  }
  .title a,
  .grip,
  .acts a,
  .acts button {
    min-height: 44px;
    display: inline-flex;
    align-items: center;
  }
  .acts {
    gap: 18px;
    align-items: center;
  }
  .aside {
    opacity: 1;
  }
}
</style>
