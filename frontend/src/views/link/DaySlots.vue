<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, take } from "@/api/client";
import { keyOf } from "@/api/keys";
import SlotLines from "./SlotLines.vue";
import type { Planned } from "./useOverLink";

/** The day's setups that belong into this body's slots: each written, kept, and written down. */
const props = defineProps<{ outing: number; slug: string; busy: boolean; back: number; underWay: boolean }>();
defineEmits<{ fill: [slots: Planned[]]; back: [] }>();
const { data } = useQuery({
  queryKey: computed(() => keyOf("slots", props.outing)),
  queryFn: () => take(client.GET("/api/outings/{pk}/slots", { params: { path: { pk: props.outing } } })),
});
const of = computed(() => data.value?.bodies.find((body) => body.body === props.slug));
/** What a special setup starts from: the day's first picture of this body. */
const first = computed(() => of.value?.reached[0]?.situation ?? 0);
const planned = computed(() =>
  (of.value?.banks ?? []).flatMap((bank) =>
    bank.slots
      .filter((slot) => slot.situation !== null || slot.special)
      .map((slot) => ({
        bank: bank.bank,
        number: slot.number,
        name: slot.name,
        title: slot.title,
        situation: slot.situation ?? first.value,
        special: slot.special as Planned["special"],
        now: slot.now,
      })),
  ),
);
/** The slot that is looked into. */
const looked = ref("");
const at = (slot: Planned): string => `${slot.bank} ${slot.number}`;
const open = computed(() => planned.value.filter((slot) => slot.now?.differs !== 0));
</script>

<template>
  <section v-if="planned.length" aria-labelledby="slots">
    <h2 id="slots">Its slots for this day</h2>
    <ul>
      <li v-for="slot in planned" :key="`${slot.bank} ${slot.number}`">
        <b>{{ slot.name }}</b>
        <span>{{ slot.title }}</span>
        <span class="quiet">{{ slot.now?.differs === 0 ? "holds it" : slot.now ? `holds ${slot.now.title}` : "" }}</span>
        <button
          class="plain look"
          data-repeats
          :aria-expanded="looked === at(slot)"
          :aria-label="`what ${slot.name} holds, line by line`"
          @click="looked = looked === at(slot) ? '' : at(slot)"
        >
          line by line
        </button>
        <button
          class="plain"
          :disabled="busy"
          data-repeats
          :aria-label="`load ${slot.title} into ${slot.name}`"
          @click="$emit('fill', [slot])"
        >
          load into it
        </button>
        <SlotLines v-if="looked === at(slot)" :of="slot" />
      </li>
    </ul>
    <p class="tools">
      <button v-if="open.length > 1" class="button" :disabled="busy" @click="$emit('fill', open)">
        Load all {{ open.length }} into their slots
      </button>
      <button v-if="back || underWay" class="button" :disabled="busy" @click="$emit('back')">
        {{
          underWay
            ? "Go on giving back what its slots held"
            : back === 1
              ? "Give back what its slot held"
              : `Give back what ${back} slots held`
        }}
      </button>
    </p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
  max-width: 760px;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px var(--ruled) var(--rule);
}
li b {
  min-width: 90px;
}
.look {
  margin-left: auto;
}
li button {
  min-height: 44px;
  text-decoration: underline;
  text-decoration-color: var(--rule);
  text-underline-offset: 4px;
}
</style>
