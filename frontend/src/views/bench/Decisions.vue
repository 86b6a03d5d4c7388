<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import Stops from "@/ruler/Stops.vue";
import { client, ProblemError, take, type Asked, type Decided, type Schemas, type Situation } from "@/api/client";
import { keyOf } from "@/api/keys";
import { useNames } from "@/api/queries";
import NumberField from "@/fields/NumberField.vue";

const props = withDefaults(
  defineProps<{
    setup: Decided;
    asked: Asked | null;
    settings: NonNullable<Situation["settings"]>;
    bar: number;
    errors: Record<string, string>;
    /** The decision that is open to begin with. */
    first?: string;
    /** What each would come to in the light that is looked at; none for the light as it is. */
    there?: Record<string, Schemas["DecidedThereOut"]> | null;
  }>(),
  { first: "", there: null },
);
const names = useNames();
const emit = defineEmits<{
  school: [decision: string, school: string | null];
  free: [decision: string, hand: string[]];
  setting: [slug: string, value: number | null];
  bar: [value: number];
}>();
const number = (value: unknown): number | null => (typeof value === "number" ? value : null);
/** A time as the dial prints it. */
const time = (setup: Decided, seconds: number): string =>
  setup.dials.shutter_s.find((step) => step.value === seconds)?.label ??
  (seconds < 0.4 ? `1/${Math.round(1 / seconds)}` : `${seconds} s`);
const open = ref<string | null>(props.first);
/** What else one might do where a row is open: asked only then. */
const { data: ways, error: unread } = useQuery({
  queryKey: computed(() => keyOf("now", "ways", open.value, props.asked)),
  queryFn: ({ signal }) =>
    take(
      client.POST("/api/bench/ways", {
        body: { situation: props.asked as Asked, decision: open.value as Schemas["WaysIn"]["decision"] },
        signal,
      }),
    ),
  enabled: computed(() => !!open.value && !!props.asked && props.setup.decisions.some((made) => made.decision === open.value)),
  placeholderData: (before, query) => (query?.queryKey[2] === open.value ? before : undefined),
});
/** Decisions that would be taken otherwise in that light. */
const turned = computed(() =>
  props.there
    ? props.setup.decisions.filter((made) => props.there?.[made.decision]?.value !== made.value).map((made) => made.decision)
    : [],
);
const toggle = (decision: string) => (open.value = open.value === decision ? null : decision);
</script>

<template>
  <div class="decisions">
    <p v-if="there" class="small second" role="status">
      {{ turned.length ? "Decided anew in that light, in bold" : "Decided anew in that light, all stays as it is" }}.
    </p>
    <section
      v-for="made in setup.decisions"
      :key="made.decision"
      :class="{ on: open === made.decision, stays: there && !turned.includes(made.decision) }"
    >
      <button
        class="dec"
        :aria-expanded="open === made.decision"
        :aria-controls="`why-${made.decision}`"
        @click="toggle(made.decision)"
      >
        <span class="label">{{ names.decision(made.decision) }}</span><b
          v-if="there && turned.includes(made.decision)"
          class="locked turned"
          >{{ there[made.decision]?.value }}</b
        ><b v-else :class="{ locked: made.set_by !== 'numbers' }">{{ made.value }}</b
        ><i v-if="open !== made.decision">{{ there?.[made.decision]?.brief ?? made.brief }}</i
        ><i v-else>{{ made.label }}</i>
      </button>
      <div v-if="open === made.decision" :id="`why-${made.decision}`" class="why">
        <p class="reason">
          <span v-if="there && turned.includes(made.decision)" class="label">as planned: </span>{{ made.because }}
        </p>
        <slot name="ruler" :decision="made.decision" />
        <p v-if="made.would_see" class="reason">{{ made.would_see }}</p>
        <p v-if="made.minutes_afterwards" class="reason">{{ made.minutes_afterwards }}</p>
        <p v-if="made.decision === 'white'" class="typed">
          <span class="label">kelvin</span>
          <NumberField
            label="white in kelvin"
            unit="K"
            :step="100"
            :value="number(settings.white_kelvin)"
            :usual="setup.white.kelvin"
            empty="as the body finds it"
            @change="(v) => emit('setting', 'white_kelvin', v)"
          />
          <span v-if="errors['/settings/white_kelvin']" class="error" role="alert">{{ errors["/settings/white_kelvin"] }}</span>
        </p>
        <p v-if="made.decision === 'iso_limits'" class="typed">
          <span class="label">the ceiling</span>
          <button class="plain" @click="emit('bar', bar * Math.SQRT2)">cleaner, half a stop</button>
          <button class="plain" @click="emit('bar', bar / Math.SQRT2)">bolder, half a stop</button>
          <span class="quiet">your bar is {{ Math.round(bar) }}</span>
        </p>
        <p v-if="made.decision === 'metering' && setup.metering.spot" class="reason">
          Point at {{ setup.metering.spot.point_at }}; place it <Stops :value="setup.metering.spot.place_stops" signed />;
          {{ setup.metering.spot.hold }}.
        </p>
        <p v-if="made.decision === 'bracketing' && setup.bracketing.times_s.length" class="reason">
          Times of the set: {{ setup.bracketing.times_s.map((t) => time(setup, t)).join(", ") }}.
        </p>
        <p v-if="made.rules_out" class="small"><span class="label">rules out</span> {{ made.rules_out }}</p>
        <h3>other ways</h3>
        <p v-if="unread" class="error" role="alert">
          They could not be fetched. {{ unread instanceof ProblemError ? unread.message : "The server cannot be reached." }}
        </p>
        <ul>
          <li v-for="way in ways" :key="way.school">
            <button class="plain" @click="emit('school', made.decision, way.school)">{{ way.label }}</button>
            <span class="small"
              ><b v-if="way.figure">{{ way.figure }}; </b>wins when: {{ way.wins_when
              }}<template v-if="way.costs && way.costs !== 'nothing'">; costs: {{ way.costs }}</template></span
            >
          </li>
        </ul>
        <button v-if="made.set_by !== 'numbers'" class="plain small" @click="emit('free', made.decision, made.hand)">
          let it be decided again
        </button>
      </div>
    </section>
  </div>
</template>

<style scoped>
.decisions {
  container-type: inline-size;
}
.dec {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px var(--ruled) var(--rule);
  width: 100%;
  min-height: 36px;
  display: grid;
  grid-template-columns: 84px 148px minmax(0, 1fr);
  gap: 0 8px;
  padding: 8px 0 6px;
  align-items: baseline;
  text-align: left;
  cursor: pointer;
}
.dec:hover b {
  text-decoration: underline;
  text-underline-offset: 3px;
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
}
.typed {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}
.typed button {
  min-height: 24px;
  text-decoration: underline;
}
.stays .dec,
.stays .dec b {
  color: var(--second);
  font-weight: 480;
}
.turned {
  font-weight: 640;
}
.second {
  color: var(--second);
  padding-top: 8px;
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
@container (max-width: 480px) {
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
  .typed button,
  .why > button {
    min-height: 44px;
  }
}
</style>
