<script setup lang="ts">
import { useMediaQuery } from "@vueuse/core";
defineProps<{ id: number }>();
/** The address that the desk hands to the phone; one that only this machine reaches says so. */
const here = window.location.href.replace(/[?#].*$/, "");
/** The sheet is drawn for where there is room to see it beside the card. */
const desk = useMediaQuery("(min-width: 1000px)");
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
  <aside v-if="desk" class="proof" aria-label="as it is printed">
    <a :href="`/api/cards/${id}/card.pdf`"><img :src="`/api/cards/${id}/proof.png`" alt="the A6 sheet as it is printed" /></a>
    <p class="quiet">As it is printed, A6</p>
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
.proof {
  position: fixed;
  top: 72px;
  bottom: 24px;
  right: calc(50% + 244px);
  width: min(340px, calc(50% - 264px));
  overflow-y: auto;
  font-size: 14px;
}
.proof img {
  display: block;
  width: 100%;
  filter: drop-shadow(0 0 1px var(--ink));
}
@media print {
  .proof,
  .hand {
    display: none;
  }
}
</style>
