<script setup lang="ts">
defineProps<{ name: string; error?: string; assumed?: boolean; locked?: boolean }>();
</script>

<template>
  <div class="row" :class="{ locked }">
    <span class="label">{{ name }}</span>
    <div class="value" :class="{ usual: assumed }"><slot /></div>
    <p v-if="error" class="error" role="alert">{{ error }}</p>
  </div>
</template>

<style scoped>
.row {
  min-height: 36px;
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  align-items: baseline;
  border-bottom: 1px var(--ruled) var(--rule);
  padding: 8px 0 5px;
}
.value {
  font-weight: 560;
  display: flex;
  flex-wrap: wrap;
  gap: 0 6px;
  align-items: baseline;
}
.usual {
  font-weight: 450;
}
.error {
  grid-column: 1 / -1;
  padding-top: 2px;
}
.locked {
  border-left: 3px solid var(--ink);
  padding-left: 6px;
}
</style>
