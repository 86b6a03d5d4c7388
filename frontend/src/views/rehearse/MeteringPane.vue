<script setup lang="ts">
import type { Schemas } from "@/api/client";
import Stops from "@/ruler/Stops.vue";
import Strip from "./Strip.vue";

/** What each pattern makes of the scene; the one pressed is drawn on the picture and on the ruler. */
defineProps<{ found: Schemas["MeteredOut"]; chosen: string; left: string }>();
const emit = defineEmits<{
  choose: [pattern: string];
  see: [token: string, words: string];
  spot: [x: number, y: number];
  set: [pattern: string];
  expose: [stops: number];
}>();
const percent = (share: number): string => `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`;
</script>

<template>
  <div class="metering">
    <table>
      <caption class="visually-hidden">
        patterns on this scene, in stops
      </caption>
      <thead>
        <tr>
          <th>pattern</th>
          <th title="from the key">reads</th>
          <th>dial</th>
          <th title="as the picture is framed a little otherwise">framing</th>
          <th title="as the subject goes from the middle to a third">moving</th>
          <th title="over the palest and the darkest subject">subjects</th>
          <th>burnt out</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in found.patterns" :key="row.pattern" :class="{ on: row.pattern === chosen, absent: !row.offered }">
          <th scope="row">
            <button class="plain" :aria-pressed="row.pattern === chosen" @click="emit('choose', row.pattern)">
              {{ row.label }}
            </button>
            <span v-if="row.recommended" class="quiet">as set</span>
            <span v-else-if="!row.offered" class="quiet">not on this body</span>
          </th>
          <td><Stops :value="row.reads" signed /></td>
          <td><Stops :value="row.correct" signed /></td>
          <td>{{ row.framing.toFixed(1) }}</td>
          <td>{{ row.place.toFixed(1) }}</td>
          <td>{{ row.subject.toFixed(1) }}</td>
          <td>{{ percent(row.lost_share) }}</td>
        </tr>
      </tbody>
    </table>
    <template v-for="row in found.patterns.filter((r) => r.pattern === chosen)" :key="row.pattern">
      <p class="reason">It looks at {{ row.looks_at }}; {{ row.source }}.</p>
      <p class="tools">
        <button
          class="button"
          :aria-pressed="left === row.frame.token"
          @click="emit('see', row.frame.token, `as ${row.label} would leave it: ${row.frame.figures.said}`)"
        >
          See it left to this
        </button>
        <button v-if="row.offered && !row.recommended" class="button" @click="emit('set', row.pattern)">
          Set {{ row.label }}
        </button>
      </p>
      <Strip v-if="row.strip" :token="row.strip" :names="row.subjects" :label="`other subjects, left to ${row.label}`" />
    </template>
    <h3>The spot</h3>
    <p class="reason">{{ found.best_words }}</p>
    <p class="reason">
      Held {{ found.spot.on || "where the ring is" }} it reads <Stops :value="found.spot.reads" signed />: place it
      <Stops :value="found.spot.placed" signed />, wrong by at most {{ found.spot.off.toFixed(1) }} when you point a little off.
    </p>
    <p class="tools">
      <button v-if="found.best" class="button" @click="emit('spot', found.best.x, found.best.y)">Put the spot there</button>
      <button
        class="button"
        :aria-pressed="left === found.spot.frame.token"
        @click="emit('see', found.spot.frame.token, `spot placed, locked and recomposed: ${found.spot.frame.figures.said}`)"
      >
        Lock, recompose, and see
      </button>
    </p>
    <template v-if="found.highlight">
      <h3>The spot on what must hold: {{ found.highlight.name }}</h3>
      <p v-for="line in found.highlight.words" :key="line" class="reason">{{ line }}</p>
      <p class="tools">
        <button class="button" @click="emit('spot', found.highlight.x, found.highlight.y)">Put the spot on it</button>
        <button
          class="button"
          :aria-pressed="left === found.highlight.frame.token"
          @click="
            emit('see', found.highlight.frame.token, `spot on ${found.highlight.name}: ${found.highlight.frame.figures.said}`)
          "
        >
          See it so
        </button>
        <button class="button" @click="emit('expose', found.highlight.brighter)">Expose so</button>
      </p>
    </template>
    <p v-if="found.face" class="reason">{{ found.face.words }}</p>
    <p v-for="line in found.instead" :key="line" class="reason">{{ line }}</p>
  </div>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  white-space: nowrap;
  text-align: right;
  font-weight: 400;
  padding: 2px 0 2px 8px;
  border-bottom: 1px var(--ruled) var(--rule);
}
thead th {
  color: var(--second);
  font-size: 13px;
}
th:first-child {
  text-align: left;
  padding-left: 0;
}
th .plain {
  min-height: 32px;
  text-align: left;
  text-decoration: underline;
  text-decoration-color: var(--rule);
  text-underline-offset: 4px;
}
th .quiet {
  margin-left: 8px;
}
.on th .plain {
  font-weight: 640;
  text-decoration-color: var(--ink);
}
.absent {
  color: var(--second);
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 6px 0;
}
h3 {
  margin: 14px 0 4px;
}
.reason {
  font-size: 14px;
  line-height: 20px;
  margin: 4px 0;
}
@media (max-width: 760px) {
  table {
    font-size: 14px;
  }
  th,
  td {
    padding-left: 4px;
  }
  th .quiet {
    display: block;
    margin: 0;
  }
  th .plain {
    min-height: 44px;
  }
  th:nth-child(4),
  td:nth-child(4),
  th:nth-child(5),
  td:nth-child(5) {
    display: none;
  }
}
</style>
