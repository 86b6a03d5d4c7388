<script setup lang="ts">
import { refDebounced } from "@vueuse/core";
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import FramePicture from "@/picture/FramePicture.vue";
import { frameAt } from "@/picture/frames";

/** Frames one might take instead: of each the piece that differs most, beside the same piece as set. Pressed, it is looked at. */
const props = defineProps<{
  variants: Schemas["VariantOut"][];
  /** The frame as set. */
  token: string;
  beside: string[];
  /** The frame that is looked at. */
  left: string;
}>();
const emit = defineEmits<{ look: [variant: Schemas["VariantOut"]]; beside: [slug: string] }>();
const OF = { lost: "lost light", blur: "blur", noise: "noise" };
/** Pieces are drawn large: they are asked for once a dial rests. */
const REST_MS = 250;
const now = computed(() =>
  props.variants.map((variant) => {
    const { x, y, part, of } = variant.piece;
    const piece = { view: "finder" as const, width: 165, marks: false, x, y, part };
    const other = frameAt(variant.frame.token, { ...piece, lift: variant.even_stops });
    return { variant, what: OF[of], was: props.token ? frameAt(props.token, piece) : "", other };
  }),
);
const tiles = refDebounced(now, REST_MS);
</script>

<template>
  <div class="strip" aria-label="frames one might take instead">
    <figure v-for="({ variant, what, was, other }, k) in tiles" :key="variant.slug">
      <button
        class="plain fire"
        :aria-label="`look at: ${variant.label}`"
        :aria-pressed="left === variant.frame.token"
        @click="emit('look', variant)"
      >
        <FramePicture :src="was" :alt="`as set, ${what}`" :aspect="0.75" :place="`was-${k}`" />
        <FramePicture :src="other" :alt="`${variant.label}, ${what}`" :aspect="0.75" :place="`other-${k}`" />
      </button>
      <figcaption>
        <span class="quiet said">as set and so: {{ what }}</span>
        <b>{{ variant.label }}</b>
        <span class="quiet said">{{ variant.frame.figures.said }}</span>
        <p class="reason">{{ variant.words }}</p>
        <button
          class="plain link"
          data-repeats
          :aria-label="`set beside: ${variant.label}`"
          :aria-pressed="beside.includes(variant.slug)"
          @click="emit('beside', variant.slug)"
        >
          {{ beside.includes(variant.slug) ? "beside, take away" : "set beside" }}
        </button>
      </figcaption>
    </figure>
  </div>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 12px;
}
figure {
  margin: 0;
}
.fire {
  display: grid;
  grid-template-columns: 1fr 1fr;
  width: 100%;
}
.fire > :last-child {
  border-left: 0;
}
.fire[aria-pressed="true"] {
  outline: 3px solid var(--ink);
}
.said {
  display: block;
  font-size: 13px;
}
.strip .reason {
  font-size: 14px;
  line-height: 18px;
}
.link {
  min-height: 32px;
  text-decoration: underline;
  text-underline-offset: 3px;
}
@media (max-width: 760px) {
  .strip {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .link {
    min-height: 44px;
  }
}
</style>
