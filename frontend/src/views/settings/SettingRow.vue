<script setup lang="ts">
import { computed } from "vue";
import type { Configured, Schemas, SettingWords } from "@/api/client";
import NumberField from "@/fields/NumberField.vue";
import AsItCame from "../body/AsItCame.vue";
import { DIALS, ORIGINS } from "./naming";
import Choice from "@/fields/Choice.vue";

const props = defineProps<{
  slug: string;
  body: string;
  row: Configured;
  words: SettingWords | undefined;
  own: string;
  place: string;
  say: (slug: string, value: unknown, shown: string) => string;
  open: boolean;
  /** Only name and value, in a line of a column. */
  tight?: boolean;
  other?: string;
  held?: Schemas["HeldOut"];
  heldShown: string;
  error?: string;
  /** What a hand set of it, where nothing uses that. */
  unused?: Schemas["UnusedOut"];
  habits: Schemas["HabitWords"][];
  answers: Record<string, string>;
}>();
const emit = defineEmits<{
  toggle: [];
  set: [value: string | number | null];
  hold: [value: string | number | null, verified: boolean];
  answer: [habit: string, way: string | null];
}>();
const dial = computed(() => DIALS.includes(props.slug));
const number = computed(() => typeof props.row.value === "number" && !props.row.offered.length);
const differs = computed(() => props.other !== undefined && props.other !== props.row.shown);
const MANY = 8;
const when = (iso: string) => iso.slice(0, 10);
</script>

<template>
  <section class="setting" :class="{ on: open, closed: row.closed, tight }">
    <button
      class="line"
      data-repeats
      :data-setting="slug"
      :aria-expanded="open"
      :aria-controls="`set-${slug}`"
      @click="emit('toggle')"
    >
      <span class="name"
        ><b v-if="own">{{ own }}</b
        ><span :class="own ? 'beside' : 'alone'">{{ words?.label ?? slug }}</span></span
      >
      <b class="value" :class="{ locked: row.origin === 'locked' }">{{ say(slug, row.value, row.shown) }}</b>
      <span v-if="!tight && other !== undefined" class="other" :class="{ differs }">{{ other || "not there" }}</span>
      <span v-if="!tight" class="origin">{{ unused ? "not in use" : ORIGINS[row.origin] }}</span>
      <i v-if="!tight && other === undefined">{{ row.reason }}</i>
    </button>
    <div v-if="open" :id="`set-${slug}`" class="more">
      <p class="reason">{{ row.reason }}</p>
      <p class="reason">{{ words?.meaning }} {{ words?.touches }}</p>
      <p v-if="unused" class="small">
        <span class="label">set by hand</span> {{ unused.shown }}, not in use: {{ unused.why }}
        <button class="plain" @click="emit('set', null)">let go</button>
      </p>
      <p v-if="row.closed" class="small"><span class="label">not open now</span> {{ row.closed }}</p>
      <p v-if="error" class="error" role="alert">{{ error }}</p>
      <div v-if="dial" class="choices">
        <slot name="dial"></slot>
      </div>
      <div v-else-if="number" class="choices">
        <span class="label">by hand</span>
        <NumberField
          :label="words?.label ?? slug"
          :step="words?.unit === 'K' ? 100 : 1"
          :value="Number(row.value)"
          @change="(v) => v !== null && emit('set', v)"
        />
      </div>
      <label v-else-if="row.offered.length > MANY" class="choices"
        ><span class="label">by hand</span>
        <Choice
          :name="`${words?.label ?? slug} by hand`"
          :model-value="row.value"
          :options="row.offered.map(({ value, shown }) => ({ value, shown: say(slug, value, shown) }))"
          @update:model-value="(value) => emit('set', value)"
      /></label>
      <div v-else class="choices" role="group" :aria-label="`${words?.label ?? slug} by hand`">
        <button
          v-for="choice in row.offered"
          :key="String(choice.value)"
          class="choice"
          :aria-pressed="choice.value === row.value"
          @click="emit('set', choice.value)"
        >
          {{ say(slug, choice.value, choice.shown) }}
        </button>
      </div>
      <div v-for="habit in habits" :key="habit.slug" class="habit">
        <p class="label">{{ habit.question }}</p>
        <p v-for="way in habit.ways" :key="way.slug" class="way">
          <button class="choice" :aria-pressed="answers[habit.slug] === way.slug" @click="emit('answer', habit.slug, way.slug)">
            {{ way.label }}</button><span class="small">wins when: {{ way.wins_when }}; costs: {{ way.costs }}</span>
        </p>
        <button v-if="answers[habit.slug]" class="plain small" @click="emit('answer', habit.slug, null)">
          as my profile has it
        </button>
      </div>
      <div class="facts small">
        <button v-if="row.origin === 'locked' && !dial" class="plain" @click="emit('set', null)">let it be decided again</button>
        <span v-if="place"><span class="label">in your menus</span> {{ place }}</span>
        <span
          ><span class="label">as it came</span>{{ " "
          }}<AsItCame
            :body="body"
            :setting="slug"
            :value="row.default"
            :shown="row.default_shown"
            :guessed="row.guessed"
            :choices="row.offered"
        /></span>
        <span v-if="row.firmware"><span class="label">known for firmware</span> {{ row.firmware }}, not the body’s own</span>
        <span
          ><span class="label">the body holds</span>{{ " "
          }}<template v-if="held"
            >{{ heldShown }}, {{ held.verified_at ? `seen ${when(held.verified_at)}` : `believed since ${when(held.since)}`
            }}<template v-if="held.older">, with other firmware</template></template
          ><template v-else>unknown</template></span
        >
        <button class="plain" @click="emit('hold', row.value, true)">it is set so on the body</button>
        <button v-if="held" class="plain" @click="emit('hold', null, false)">make it unknown</button>
        <RouterLink :to="{ name: 'guide', params: { slug } }">more about it</RouterLink>
      </div>
    </div>
  </section>
</template>

<style scoped>
.line {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px var(--ruled) var(--rule);
  width: 100%;
  min-height: 36px;
  display: grid;
  grid-template-columns: minmax(0, 216px) minmax(0, 110px) 76px minmax(0, 1fr);
  gap: 0 12px;
  padding: 8px 0 6px;
  align-items: baseline;
  text-align: left;
  cursor: pointer;
}
.line:has(.other) {
  grid-template-columns: minmax(0, 252px) minmax(0, 150px) minmax(0, 1fr) 84px;
}
.line:hover .value {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.tight .line {
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
  min-height: 28px;
  padding: 4px 0 3px;
}
.tight .beside {
  display: none;
}
.tight .facts {
  flex-direction: column;
}
.tight .way {
  grid-template-columns: minmax(0, 1fr);
}
.name b {
  font-weight: 560;
  margin-right: 8px;
}
.beside {
  color: var(--second);
  font-stretch: 90%;
  font-size: 13px;
}
.alone {
  font-weight: 520;
}
.value {
  font-weight: 560;
}
.origin {
  color: var(--second);
  font-stretch: 88%;
  font-size: 13px;
}
.line i {
  font:
    400 13px/18px "Literata Variable",
    serif;
  color: var(--second);
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  overflow: hidden;
}
.other {
  color: var(--second);
}
.other.differs {
  color: var(--ink);
  font-weight: 560;
  text-decoration: underline;
  text-underline-offset: 4px;
}
.locked {
  border-left: 3px solid var(--ink);
  padding-left: 6px;
}
.closed .value {
  font-weight: 420;
  color: var(--second);
}
.on {
  background: var(--raised);
  margin: 0 -12px;
  padding: 0 12px;
}
.more {
  padding: 12px 0;
  display: grid;
  gap: 10px;
}
.reason {
  max-width: 62ch;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  align-items: center;
}
.choice {
  text-align: left;
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 2px solid transparent;
  min-height: 36px;
  padding: 0;
  cursor: pointer;
  text-decoration: underline;
  text-decoration-color: var(--rule);
  text-underline-offset: 4px;
}
.choice[aria-pressed="true"] {
  font-weight: 640;
  border-bottom-color: var(--ink);
  text-decoration: none;
}
.way {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr);
  gap: 0 12px;
  align-items: baseline;
}
.way .small {
  color: var(--second);
}
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
}
.small {
  font-size: 13px;
  line-height: 18px;
}
@media (max-width: 760px) {
  .way {
    grid-template-columns: minmax(0, 1fr);
  }
  .line,
  .line:has(.other) {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    min-height: 44px;
  }
  .line i,
  .line .origin {
    display: none;
  }
  .line:has(.other) {
    grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr) minmax(0, 1fr);
  }
  .name b {
    display: block;
  }
}
</style>
