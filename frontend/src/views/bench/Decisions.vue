<script setup lang="ts">
import { ref } from "vue";
import type { Setup } from "@/api/client";
import { valueOf, word } from "@/words";

defineProps<{ setup: Setup }>();
const emit = defineEmits<{ school: [decision: string, school: string | null] }>();
const open = ref<string | null>("iso_limits");
const toggle = (decision: string) => (open.value = open.value === decision ? null : decision);
</script>

<template>
  <div class="decisions">
    <section v-for="made in setup.decisions" :key="made.decision" :class="{ on: open === made.decision }">
      <button
        class="dec"
        :aria-expanded="open === made.decision"
        :aria-controls="`why-${made.decision}`"
        @click="toggle(made.decision)"
      >
        <span class="label">{{ word(made.decision) }}</span><b :class="{ locked: made.fixed }">{{
          valueOf(setup, made.decision, made.label)
        }}</b
        ><i v-if="open !== made.decision">{{ made.because }}</i
        ><i v-else>{{ made.label }}</i>
      </button>
      <div v-if="open === made.decision" :id="`why-${made.decision}`" class="why">
        <p class="reason">{{ made.because }}</p>
        <p v-if="made.would_see" class="reason">{{ made.would_see }}</p>
        <p v-if="made.minutes_afterwards" class="reason">{{ made.minutes_afterwards }}</p>
        <p v-if="made.rules_out" class="small"><span class="label">rules out</span> {{ made.rules_out }}</p>
        <h3>other ways</h3>
        <ul>
          <li v-for="way in made.other_ways" :key="way.school">
            <button class="plain" @click="emit('school', made.decision, way.school)">{{ way.label }}</button>
            <span class="small"
              >wins when: {{ way.wins_when
              }}<template v-if="way.costs && way.costs !== 'nothing'">; costs: {{ way.costs }}</template></span
            >
          </li>
        </ul>
        <button v-if="made.fixed" class="plain small" @click="emit('school', made.decision, null)">
          let it be decided again
        </button>
      </div>
    </section>
  </div>
</template>

<style scoped>
.dec {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--rule);
  width: 100%;
  min-height: 36px;
  display: grid;
  grid-template-columns: 92px 168px minmax(0, 1fr);
  gap: 0 8px;
  padding: 8px 0 6px;
  align-items: baseline;
  text-align: left;
  cursor: pointer;
}
.dec b {
  font-weight: 560;
}
.dec i {
  font:
    400 13px/18px "Literata Variable",
    serif;
  font-style: normal;
  color: var(--second);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.on {
  background: var(--raised);
  margin: 0 -12px;
  padding: 0 12px;
}
.why {
  padding: 12px 0;
  display: grid;
  gap: 8px;
}
.reason {
  max-width: 58ch;
}
h3 {
  font: 600 12px/18px "Archivo Variable";
  color: var(--second);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
li {
  display: grid;
  grid-template-columns: 168px 1fr;
  gap: 12px;
  align-items: baseline;
}
li .small {
  color: var(--second);
}
.small {
  font-size: 13px;
  line-height: 18px;
}
.locked {
  border-left: 3px solid var(--ink);
  padding-left: 6px;
}
@media (max-width: 520px) {
  .dec {
    grid-template-columns: 92px 1fr;
    min-height: 44px;
  }
  .dec i {
    display: none;
  }
  li {
    grid-template-columns: 1fr;
    gap: 0;
  }
  li button,
  .why > button {
    min-height: 44px;
  }
}
</style>
