<script setup lang="ts">
import { computed } from "vue";

/** Recovery codes, this one time: to be printed, or kept as a file. */
const props = defineProps<{ codes: string[]; person: string }>();
const file = computed(
  () =>
    `data:text/plain;charset=utf-8,${encodeURIComponent(
      [`Wide Aperture, recovery codes of ${props.person}`, "Each opens the account once.", "", ...props.codes, ""].join("\n"),
    )}`,
);
const print = (): void => window.print();
</script>

<template>
  <section class="codes" aria-labelledby="codes-title">
    <h2 id="codes-title">If you lose your password</h2>
    <p class="reason">
      There is no mail here. Each of these codes opens the account of <b>{{ person }}</b> once and gives it a new password. They
      are shown this once: print them, or keep them where you keep keys.
    </p>
    <ol>
      <li v-for="code in codes" :key="code">{{ code }}</li>
    </ol>
    <p class="acts">
      <button class="button" type="button" @click="print">Print them</button>
      <a class="button" :href="file" :download="`recovery-codes-${person}.txt`">Keep them as a file</a>
    </p>
  </section>
</template>

<style scoped>
ol {
  columns: 2;
  list-style: none;
  margin: 10px 0;
  padding: 0;
  max-width: 440px;
  font-size: 16px;
  font-weight: 560;
  font-variant-numeric: tabular-nums;
}
li {
  line-height: 30px;
  white-space: nowrap;
  user-select: all;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.button {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
@media (max-width: 420px) {
  ol {
    columns: 1;
  }
}
@media print {
  .acts {
    display: none;
  }
}
</style>
<style>
/* On paper there are the codes and nothing else. */
@media print {
  body:has(.codes) :is(header, nav, section:not(.codes, :has(.codes))) {
    display: none;
  }
}
</style>
