<script setup lang="ts">
import type { Schemas } from "@/api/client";

defineProps<{ pocket: Schemas["PocketOut"]; situation: number }>();
const ticks = defineModel<Record<string, boolean>>({ required: true });
</script>

<template>
  <template v-if="pocket.sky">
    <h2>The night</h2>
    <p class="line">{{ pocket.sky }}</p>
  </template>
  <template v-if="pocket.schedule?.length">
    <h2>As the sky goes</h2>
    <ol class="schedule">
      <li v-for="line in pocket.schedule" :key="line">{{ line }}</li>
    </ol>
  </template>
  <h2>Getting there</h2>
  <p v-if="!pocket.before">Set at home.</p>
  <p v-else>
    From {{ pocket.before }}<template v-if="pocket.turns.length">: turn to {{ pocket.turns.join(", ") }}</template
    ><template v-if="!pocket.changes.length">; nothing else changes</template>.
  </p>
  <label v-for="change in pocket.changes" :key="change.what + change.where" class="change">
    <span
      ><b>{{ change.what }}: {{ change.value }}</b>
      <span class="label"
        >{{ change.where
        }}<template v-if="change.neutral && change.neutral !== change.what">, {{ change.neutral }}</template></span
      ></span
    ><input v-model="ticks[`to ${change.what}`]" type="checkbox" />
  </label>
  <p v-if="pocket.more" class="line">
    <RouterLink :to="{ name: 'walk', params: { id: situation } }">and {{ pocket.more }} more: the walk</RouterLink>
  </p>
  <template v-if="pocket.roles.length">
    <h2>Under the fingers</h2>
    <p v-for="role in pocket.roles" :key="role">{{ role }}</p>
  </template>
  <template v-if="pocket.counts_on?.length">
    <h2>It counts on</h2>
    <p v-for="one in pocket.counts_on" :key="one.what">
      <b>{{ one.what }}: {{ one.value }}</b>
      <span v-if="one.neutral && one.neutral !== one.what" class="label"> {{ one.neutral }}</span>
    </p>
  </template>
  <template v-if="pocket.checks.length">
    <h2>Before it begins</h2>
    <label v-for="check in pocket.checks" :key="check" class="change">
      <span>{{ check }}</span><input v-model="ticks[check]" type="checkbox" />
    </label>
  </template>
  <p class="line">{{ pocket.hand_over }}</p>
</template>

<style scoped>
.change {
  min-height: 44px;
  display: grid;
  grid-template-columns: 1fr 44px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
  padding: 4px 0;
}
.change b {
  font-weight: 560;
}
.change .label {
  display: block;
}
.schedule {
  list-style: none;
  margin: 0;
  padding: 0;
  font-variant-numeric: tabular-nums;
}
</style>
