<script setup lang="ts">
import Told from "@/ruler/Told.vue";
import { useStorage } from "@vueuse/core";
import { computed, onBeforeUnmount, ref } from "vue";
import { useCard } from "@/api/queries";
import { offer } from "@/keys/actions";
import { BRIGHTER, DARKER } from "@/ruler/scale";
import Staff from "@/ruler/Staff.vue";
import Stops from "@/ruler/Stops.vue";
import { useTheme } from "@/stores/theme";
import { metres, reach } from "@/words";
import { sceneAt } from "@/picture/frames";
import Still from "@/picture/Still.vue";
import GettingThere from "./GettingThere.vue";
import SetInOrder from "./SetInOrder.vue";
import SharpZone from "./SharpZone.vue";
import TestFrame from "./TestFrame.vue";
import ToPhone from "./ToPhone.vue";

const props = defineProps<{ id: number }>();
const { data: card, error } = useCard(() => props.id);
const theme = useTheme();
const snapshot = computed(() => card.value?.snapshot);
const setup = computed(() => snapshot.value?.setup);
const perStop = computed(() => (setup.value ? (setup.value.ladder.length - 1) / (BRIGHTER + DARKER) : 3));
const zero = computed(() => BRIGHTER * perStop.value);
const at = ref(0);
const row = computed(() => setup.value?.ladder[zero.value - at.value]);
const label = (dial: "shutter_s" | "aperture" | "iso", value: number | undefined) =>
  setup.value?.dials[dial].find((s) => s.value === value)?.label ?? "";
const ticks = useStorage<Record<string, boolean>>(`aperture.ticks.${props.id}`, {});

const table = computed(() => {
  const s = setup.value;
  if (!s) return [];
  return Array.from({ length: 10 }, (_, k) => 2 - k).map((stops) => {
    const r = s.ladder[zero.value - stops * perStop.value];
    return {
      stops,
      time: label("shutter_s", r?.shutter_s),
      aperture: label("aperture", r?.aperture),
      iso: label("iso", r?.iso),
      gives: r?.gives ?? "",
      now: stops === 0,
      lost: r?.out_of_reach,
    };
  });
});
function move(by: number): void {
  const to = at.value + by;
  if (zero.value - to >= 0 && zero.value - to < (setup.value?.ladder.length ?? 0)) at.value = to;
}

const asking = ref(false);
const leave = offer([
  { id: "card-darker", label: "It got darker: one step", keys: "BracketLeft", run: () => move(-1) },
  { id: "card-brighter", label: "It got brighter: one step", keys: "BracketRight", run: () => move(1) },
  { id: "card-frame", label: "What the test frame showed", keys: "f", run: () => (asking.value = true) },
]);
onBeforeUnmount(leave);
</script>

<template>
  <main v-if="snapshot && setup && row" class="card">
    <header>
      <Still
        v-if="snapshot.picture"
        class="seen"
        :src="snapshot.picture"
        :drawn="sceneAt(card?.situation ?? 0, card?.id ?? 0, 144)"
      />
      <RouterLink :to="{ name: 'bench', params: { id: card?.situation } }"
        >{{ snapshot.starts_at }} {{ snapshot.title }}</RouterLink
      >
      <button class="plain theme" @click="theme.next()">theme</button>
    </header>
    <div class="figures" :class="{ stale: card?.stale }">
      <div>
        <span class="label">time<br />{{ setup.iso_limits.automatic ? "hold" : "" }}</span
        ><strong>{{ label("shutter_s", row.shutter_s) }}</strong>
      </div>
      <div>
        <span class="label">aperture</span><strong>{{ label("aperture", row.aperture) }}</strong>
      </div>
      <div>
        <span class="label"
          >ISO<br /><template v-if="setup.iso_limits.automatic"
            >{{ label("iso", setup.iso_limits.floor) }}–{{ label("iso", setup.iso_limits.ceiling) }}</template
          ></span
        ><strong>{{ label("iso", row.iso) }}</strong>
      </div>
    </div>
    <p v-if="card?.stale" class="line">The situation has changed since this card was made. Make it again at the bench.</p>
    <p v-if="at" class="line" role="status">
      <Stops :value="at / perStop" signed /> from the planned light. {{ row.why
      }}<template v-if="row.turn_the_dial">
        Turn the dial yourself{{ row.alone ? `: left alone it comes to ${row.alone.words}` : "" }}.</template
      >
    </p>
    <p v-for="line in snapshot.on_scene" :key="line" class="line said">{{ line }}</p>
    <p v-for="note in setup.notes" :key="note.kind" class="line said"><Told :text="note.text" /></p>
    <p v-if="setup.exposure.nd_stops" class="line">
      Filter on: <Stops :value="setup.exposure.nd_stops" /><template v-if="setup.exposure.glass_stops"
        >, <Stops :value="setup.exposure.glass_stops" /> of it glass</template
      >.
    </p>
    <p v-if="setup.zone" class="line zone">
      <span class="label">set the distance</span><strong>{{ metres(setup.zone.now.distance_m) }}</strong>
      {{ reach(setup.zone.now) }} is sharp
    </p>
    <p v-if="setup.zone?.how" class="line">{{ setup.zone.how }}</p>
    <SetInOrder v-model="ticks" :setup="setup" :pocket="snapshot.pocket" />
    <p v-if="setup.focus.areas?.length" class="line">
      Areas that do here: {{ setup.focus.areas.map((area) => area.replace("_", " ")).join(", ") }}.
    </p>
    <h2 id="moves">When the light moves</h2>
    <Staff :setup="setup" :ladder="setup.ladder" :now="zero - at" :stop="16" @now="(index) => (at = zero - index)" />
    <div class="visually-hidden">
      <table>
        <caption class="visually-hidden">
          Time, aperture and ISO at each stop from the planned light
        </caption>
        <tbody>
          <tr v-for="line in table" :key="line.stops" :class="{ now: line.now }">
            <th scope="row">{{ line.stops > 0 ? `+${line.stops}` : line.stops < 0 ? `−${-line.stops}` : "0" }}</th>
            <td>{{ line.time }}</td>
            <td>{{ line.aperture }}</td>
            <td class="iso">{{ line.iso }}</td>
            <td :class="{ bind: line.now }">{{ line.gives }}{{ line.lost ? " *" : "" }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="row.out_of_reach" class="line">Out of reach here: more gives than you allowed.</p>
    <SharpZone v-if="setup.zone" :zone="setup.zone" :aperture="(value) => label('aperture', value)" />
    <div v-for="caution in setup.cautions" :key="caution" class="caution">
      <p>{{ caution }}</p>
    </div>
    <p v-if="snapshot.note" class="line">{{ snapshot.note }}</p>
    <details class="more">
      <summary>More: what gives first, the way through the menus, files</summary>
      <h2>What gives first</h2>
      <ol>
        <li v-for="(rung, k) in setup.concessions" :key="k" :class="{ bind: setup.binding?.rung === k }">
          {{ rung.words
          }}<span v-if="rung.gave_stops > 0.02"
            >: gave <Stops :value="rung.gave_stops" /><template v-if="rung.comfortable">, still comfortable</template></span
          >
        </li>
      </ol>
      <GettingThere v-if="snapshot.pocket && card" v-model="ticks" :pocket="snapshot.pocket" :situation="card.situation" />
      <p class="line kit">{{ snapshot.body }}, {{ snapshot.lens }} at {{ snapshot.focal_length_mm }} mm</p>
      <p class="line files">
        <RouterLink
          v-if="card"
          :to="{ name: 'rehearse', params: { id: card.situation }, query: { view: 'own', under: 'metering' } }"
          >Where to point, on a picture of the place</RouterLink
        >
        <a :href="`/api/cards/${id}/card.html`" download>One file for the phone</a>
        <a :href="`/api/cards/${id}/card.pdf`">Print, A6</a>
        <a :href="`/api/cards/${id}/card.pdf?sheet=A4`">Print, A4</a>
        <a :href="`/api/cards/${id}/ladder.csv`" download>Ladder, CSV</a>
      </p>
    </details>
    <ToPhone v-if="theme.name !== 'red'" :id="id" />
    <TestFrame :id="id" v-model="asking" :answers="snapshot.answers" :casts="snapshot.casts ?? []" />
    <nav aria-label="on the spot">
      <button @click="move(-1)">− darker</button>
      <button @click="asking = true">test frame</button>
      <button @click="move(1)">brighter +</button>
    </nav>
  </main>
  <main v-else-if="error" class="card">
    <p class="line">This card is not here. <RouterLink :to="{ name: 'outings' }">Outings</RouterLink></p>
  </main>
</template>

<style scoped>
.card {
  max-width: 430px;
  margin: 0 auto;
  padding: 0 16px 92px;
  font-size: 17px;
  line-height: 24px;
  --stop: 24px;
}
.card :deep(.staff text) {
  font-size: 16px;
}
.more > summary {
  cursor: pointer;
  min-height: 48px;
  display: flex;
  align-items: center;
  font-weight: 560;
  border-top: 1px solid var(--ink);
  margin-top: 16px;
}
header {
  height: 48px;
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  border-bottom: 2px solid var(--ink);
  margin: 0 -16px;
  padding: 0 16px;
  position: sticky;
  top: 0;
  background: var(--bg);
  z-index: 2;
}
header a {
  text-decoration: none;
  font-weight: 560;
  min-height: 44px;
  line-height: 44px;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
.seen {
  flex: none;
  width: 60px;
}
header a {
  flex: 1;
}
.theme {
  min-height: 44px;
  min-width: 44px;
}
.figures {
  position: sticky;
  top: 48px;
  background: var(--bg);
  z-index: 1;
  margin: 0 -16px;
  padding: 0 16px;
}
.figures.stale {
  outline: 2px dashed var(--ink);
  outline-offset: -4px;
}
.figures div {
  height: 84px;
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
}
strong {
  font: 600 72px/84px "Archivo Variable";
  font-stretch: 84%;
  letter-spacing: -0.01em;
  white-space: nowrap;
}
.card :deep(.label) {
  font-size: 17px;
  line-height: 22px;
}
.card :deep(h2) {
  font-size: 17px;
  line-height: 24px;
}
.card :deep(input[type="checkbox"]) {
  appearance: none;
  width: 44px;
  height: 44px;
  margin: 0;
  border: 0;
  display: grid;
  place-items: center;
}
.card :deep(input[type="checkbox"]::before) {
  content: "";
  position: static;
  width: 20px;
  height: 20px;
  border: 2px solid var(--ink);
}
.card :deep(input[type="checkbox"]:checked::before) {
  background: var(--ink);
}
.said {
  font-weight: 600;
}
.zone strong {
  display: block;
  font-size: 52px;
  line-height: 56px;
}
.card :deep(table) {
  border-collapse: collapse;
  width: 100%;
}
.card :deep(tr) {
  height: 24px;
}
.card :deep(th),
.card :deep(td) {
  padding: 0 8px 0 0;
  font-weight: 480;
  text-align: left;
}
.card :deep(th) {
  text-align: right;
  border-right: 2px solid var(--ink);
  width: 40px;
}
.card :deep(td:first-of-type) {
  padding-left: 8px;
}
.iso {
  text-align: right;
}
.now > * {
  font-weight: 680;
}
.bind {
  color: var(--binding);
  font-weight: 600;
}
ol {
  margin: 0;
  padding-left: 24px;
}
.caution {
  margin-top: 16px;
}
.card :deep(.line) {
  padding-top: 12px;
}
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
.files a {
  min-height: 44px;
  line-height: 44px;
}
.card :deep([role="dialog"] button),
nav button {
  font: 600 18px/24px "Archivo Variable";
  color: var(--ink);
  background: var(--bg);
  border: 2px solid var(--ink);
  min-height: 56px;
  border-radius: 0;
  cursor: pointer;
}
nav {
  position: fixed;
  bottom: 0;
  left: 0;
  right: 0;
  max-width: 430px;
  margin: 0 auto;
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  background: var(--bg);
  z-index: 4;
}
nav button {
  height: 72px;
  border-width: 2px 0 0;
}
nav button + button {
  border-left-width: 2px;
}
</style>
