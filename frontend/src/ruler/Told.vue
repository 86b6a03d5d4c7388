<script setup lang="ts">
import { computed } from "vue";

/** A sentence of the server's, with its thirds of a stop set as fractions; times on a dial stay as they are printed. */
const props = defineProps<{ text: string }>();
const THIRDS = /(?<![\d/])(?:(\d+) )?([12]\/3)(?![\d/])/g;
const parts = computed(() => {
  const found: { plain: string; whole: string; third: string }[] = [];
  let from = 0;
  for (const match of props.text.matchAll(THIRDS)) {
    found.push({ plain: props.text.slice(from, match.index), whole: match[1] ?? "", third: match[2] ?? "" });
    from = match.index + match[0].length;
  }
  return { found, rest: props.text.slice(from) };
});
</script>

<template>
  <template v-for="(part, k) in parts.found" :key="k"
    >{{ part.plain
    }}<span class="third"
      >{{ part.whole }}<span class="frac">{{ part.third }}</span></span
    ></template
  >{{ parts.rest }}
</template>

<style scoped>
.third {
  white-space: nowrap;
}
</style>
