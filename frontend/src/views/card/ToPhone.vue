<script setup lang="ts">
defineProps<{ id: number }>();
/** The address that the desk hands to the phone; one that only this machine reaches says so. */
const here = window.location.href.replace(/[?#].*$/, "");
const alone = ["localhost", "127.0.0.1", "[::1]"].includes(window.location.hostname);
</script>

<template>
  <aside class="hand" aria-label="to the phone">
    <img :src="`/api/cards/${id}/code.svg`" alt="a square code of this card's address" width="148" height="148" />
    <p>
      Point the phone here: it opens <b>{{ here }}</b><template v-if="alone"
        >, which only this machine reaches; start it with an address of your network</template
      >.
    </p>
  </aside>
</template>

<style scoped>
/* At the desk a square code beside the sheet hands it to the phone. */
.hand {
  display: none;
}
@media (min-width: 1000px) {
  .hand {
    display: block;
    position: fixed;
    top: 72px;
    left: calc(50% + 260px);
    width: 220px;
    font-size: 14px;
    line-height: 18px;
    overflow-wrap: anywhere;
  }
}
@media print {
  .hand {
    display: none;
  }
}
</style>
