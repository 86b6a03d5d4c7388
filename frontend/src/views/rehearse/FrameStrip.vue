<script setup lang="ts">
import type { Schemas } from "@/api/client";
import FramePicture from "@/picture/FramePicture.vue";
import { frameAt } from "@/picture/frames";

/** Frames one might take instead, each with what it gains and costs: pressed, it is taken over. */
defineProps<{ variants: Schemas["VariantOut"][]; aspect: number; beside: string[] }>();
const emit = defineEmits<{ take: [variant: Schemas["VariantOut"]]; beside: [slug: string] }>();
</script>

<template>
  <div class="strip" aria-label="frames one might take instead">
    <figure v-for="variant in variants" :key="variant.slug">
      <button
        class="plain fire"
        :aria-label="`${variant.frames > 1 ? 'look at' : 'take over'}: ${variant.label}`"
        @click="emit('take', variant)"
      >
        <FramePicture :src="frameAt(variant.frame.token, { view: 'finder', width: 165 })" :alt="variant.label" :aspect="aspect" />
      </button>
      <figcaption>
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
  display: block;
  width: 100%;
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
figure {
  margin: 0;
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
