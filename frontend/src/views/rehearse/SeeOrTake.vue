<script setup lang="ts">
/** Another frame than the one as set: looked at in the picture's place, or taken over. */
defineProps<{ token: string; left: string; name: string; asSet: boolean }>();
const emit = defineEmits<{ see: []; take: [] }>();
</script>

<template>
  <p class="tools">
    <button class="button" data-repeats :aria-pressed="left === token" :aria-label="`see ${name}`" @click="emit('see')">
      See it
    </button>
    <span v-if="asSet" class="quiet">as it is set</span>
    <button v-else class="button" data-repeats :aria-label="`take over ${name}`" @click="emit('take')">Take over</button>
  </p>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin: 4px 0 8px;
}
</style>
