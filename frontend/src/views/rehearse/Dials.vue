<script setup lang="ts">
import { computed } from "vue";
import type { Decided, Situation } from "@/api/client";
import DialFigure from "@/fields/DialFigure.vue";
import type { Dial } from "../bench/byHand";

/** Three dials that mean one thing by each key: darker, brighter; what that is on each stands under it. */
const props = defineProps<{ setup: Decided; locks: NonNullable<Situation["locks"]>; unread: Record<string, string> }>();
const emit = defineEmits<{
  step: [dial: Dial, by: number];
  hold: [dial: Dial, value: number | null];
  read: [dial: Dial, text: string];
}>();
/** by: places along the dial that are darker. */
const DIALS: { dial: Dial; name: string; darker: string; brighter: string; by: number }[] = [
  { dial: "shutter_s", name: "time", darker: "shorter", brighter: "longer", by: 1 },
  { dial: "aperture", name: "aperture", darker: "narrower", brighter: "wider", by: 1 },
  { dial: "iso", name: "ISO", darker: "lower", brighter: "higher", by: -1 },
];
const rows = computed(() =>
  DIALS.map((row) => ({
    ...row,
    text: props.setup.dials[row.dial].find((s) => s.value === props.setup.exposure[row.dial])?.label ?? "",
    held: !!props.locks[row.dial],
  })),
);
</script>

<template>
  <div class="dials">
    <div v-for="row in rows" :key="row.dial" class="one" :class="{ locked: row.held }">
      <span class="head">
        <small class="label">{{ row.name }}</small>
        <button v-if="row.held" class="plain held" :aria-label="`let go of ${row.name}`" @click="emit('hold', row.dial, null)">
          held
        </button>
      </span>
      <DialFigure
        class="strong"
        :class="{ long: row.text.length > 6 }"
        :name="row.name"
        :text="row.text"
        @step="(by) => emit('step', row.dial, by)"
        @read="(text) => emit('read', row.dial, text)"
        @toggle="emit('hold', row.dial, row.held ? null : setup.exposure[row.dial])"
      />
      <span class="turns">
        <button
          v-for="key in [
            { sign: '−', what: 'darker', word: row.darker, by: row.by },
            { sign: '+', what: 'brighter', word: row.brighter, by: -row.by },
          ]"
          :key="key.what"
          class="plain key"
          :aria-label="`${row.name} ${key.word}: ${key.what}`"
          :title="key.what"
          @click="emit('step', row.dial, key.by)"
        >
          <b>{{ key.sign }}</b><small>{{ key.word }}</small>
        </button>
      </span>
    </div>
  </div>
  <p v-for="(sentence, place) in unread" :key="place" class="error" role="alert">{{ sentence }}</p>
</template>

<style scoped>
.dials {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0 10px;
  padding: 12px 0 8px;
  border-bottom: 1px solid var(--ink);
}
.one {
  border-left: 3px solid transparent;
  min-width: 0;
}
.locked {
  border-left-color: var(--ink);
  padding-left: 5px;
}
.head {
  display: flex;
  justify-content: space-between;
  gap: 4px;
  min-height: 24px;
}
.held {
  font-size: 12px;
  min-height: 24px;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.strong {
  font-size: 28px;
  line-height: 34px;
  font-weight: 600;
  font-stretch: 78%;
  letter-spacing: -0.01em;
}
.strong.long {
  font-size: 23px;
}
.turns {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 2px;
}
.key {
  min-height: 44px;
  text-align: left;
  line-height: 16px;
  text-decoration: none;
}
.key b {
  display: block;
  font-size: 18px;
  font-weight: 560;
  border-bottom: 1px solid var(--ink);
  width: 28px;
  text-align: center;
}
.key small {
  font-size: 12px;
  font-stretch: 66%;
  color: var(--second);
}
.key:hover b {
  background: var(--sunk);
}
</style>
