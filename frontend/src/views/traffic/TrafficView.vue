<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { useMediaQuery } from "@vueuse/core";
import { computed, ref } from "vue";
import { client, take, type Schemas } from "@/api/client";
import { keyOf } from "@/api/keys";
import { useBodyName } from "@/api/queries";
import { sceneAt } from "@/picture/frames";
import Still from "@/picture/Still.vue";
import Tick from "@/fields/Tick.vue";
import CardFill from "./CardFill.vue";

const props = defineProps<{ id: number }>();
const { data, error } = useQuery({
  queryKey: computed(() => keyOf("traffic", props.id)),
  queryFn: () => take(client.GET("/api/outings/{pk}/traffic", { params: { path: { pk: props.id } } })),
});
const bodyName = useBodyName();
type Body = Schemas["BodyTraffic"];
type Leg = Schemas["LegOut"];
const round = (n: number): string => (n >= 10 ? n.toFixed(0) : n.toFixed(1).replace(/\.0$/, ""));
const size = (mb: number): string => (mb >= 1000 ? `${round(mb / 1000)} GB` : `${round(mb)} MB`);
const hours = (n: number): string => (round(n) === "1" ? "1 hour" : `${round(n)} hours`);
/** A burst of this many seconds fills the whole length of its bar. */
const LONG = 20;
const length = (seconds: number | null): string => `${Math.min(1, (seconds ?? LONG) / LONG) * 100}%`;
const rates = (leg: Leg): string =>
  leg.fps === null || leg.fps === undefined
    ? "single frames"
    : `${round(leg.fps)} a second at most` +
      (leg.wanted_fps && leg.wanted_fps < leg.fps - 0.5 ? `, ${round(leg.wanted_fps)} suit the subject` : "");
/** On a phone a burst stands as the cards are set; the other ways are asked for. */
const wide = useMediaQuery("(min-width: 761px)");
const every = ref(false);
const bursts = (leg: Leg): Leg["bursts"] => leg.bursts.filter((one) => wide.value || every.value || one.chosen);
const total = (body: Body): number => body.legs.reduce((sum, leg) => sum + leg.room_gb, 0);
</script>

<template>
  <main v-if="error" class="traffic page"><p class="reason">This outing is not here.</p></main>
  <main v-else-if="data" class="traffic page whole">
    <div class="title">
      <h1>Cards and links: {{ data.title }}</h1>
    </div>
    <p v-for="problem in data.problems" :key="problem" class="error">{{ problem }}</p>
    <Tick v-if="!wide && data.bodies.length" v-model="every">bursts by each way to use two cards</Tick>
    <p v-if="data.not_copied.length" class="caution">
      <span>Not yet copied, as far as anybody said: {{ data.not_copied.join(", ") }}. Format no card of those days.</span>
    </p>
    <p v-if="!data.bodies.length" class="reason">Add situations to the day; their frames are counted here.</p>
    <section v-for="body in data.bodies" :key="body.body">
      <h2>{{ bodyName(body.body) }}: {{ round(total(body)) }} GB</h2>
      <CardFill :body="body" />
      <div class="two">
        <ul v-if="body.roles.length" class="roles" aria-label="what one card’s failure loses">
          <li class="quiet">If one card fails, this is lost:</li>
          <li v-for="role in body.roles.filter((one) => one.chosen)" :key="role.role">
            <b class="chosen">{{ role.label }}</b><span class="quiet"> as set</span>: {{ role.loses }}
          </li>
          <li>
            <details class="fold">
              <summary>the other ways to use two cards</summary>
              <p v-for="role in body.roles.filter((one) => !one.chosen)" :key="role.role">
                <b>{{ role.label }}</b>: {{ role.loses }}
              </p>
            </details>
          </li>
        </ul>
        <p v-else class="quiet">One card: its failure loses all since the last copy.</p>
        <p class="quiet">
          <template v-if="body.link_mb_s">Its link sends {{ body.link_mb_s }} MB a second. </template>
          <template v-else>Nobody wrote down how fast its link sends. </template>
          <template v-if="body.pairing">Pairing is {{ body.pairing }}. </template>
          <template v-if="body.remote">Released by {{ body.remote }}. </template>
          <template v-if="body.blocks.length">While frames wait to be sent: {{ body.blocks.join(", ") }}. </template>
          <RouterLink :to="{ name: 'body', params: { slug: body.body }, query: { sheet: 'speeds' } }">Its speeds</RouterLink>
        </p>
      </div>
      <article v-for="leg in body.legs" :key="leg.situation" class="leg">
        <Still :src="sceneAt(leg.situation, leg.frames, 144)" />
        <div>
          <h3>
            <RouterLink :to="{ name: 'bench', params: { id: leg.situation } }">{{ leg.starts_at }} {{ leg.title }}</RouterLink>
          </h3>
          <p class="quiet">{{ hours(leg.hours) }}; {{ rates(leg) }}</p>
        </div>
        <dl>
          <div>
            <dt>shot</dt>
            <dd>
              <b>{{ round(leg.frames) }}</b> of {{ size(leg.frame_mb) }}, {{ round(leg.room_gb) }} GB
            </dd>
          </div>
          <div>
            <dt>handed over</dt>
            <dd>
              <b>{{ round(leg.pictures) }}</b>
            </dd>
          </div>
          <div>
            <dt>sent</dt>
            <dd v-if="leg.sends">
              {{ leg.what }}, {{ size(leg.comes_mb) }}.
              <template v-if="leg.gone_at"
                ><b>{{ size(leg.waits_mb) }}</b> wait at the end, gone by <b>{{ leg.gone_at }}</b></template
              ><template v-else-if="body.link_mb_s">Nothing waits</template>
            </dd>
            <dd v-else class="quiet">nothing; it would be {{ size(leg.comes_mb) }}</dd>
          </div>
        </dl>
        <ul v-if="leg.bursts.length" class="bursts" :aria-label="`how long a burst lasts, ${leg.title}`">
          <li v-for="b in bursts(leg)" :key="b.role" :class="{ chosen: b.chosen }">
            <span>{{ b.label }}</span>
            <span class="bar" aria-hidden="true"><i :style="{ width: length(b.seconds) }"></i></span>
            <span v-if="b.seconds === null">never full</span>
            <span v-else>{{ round(b.seconds) }} s, {{ round(b.frames ?? 0) }} frames; then {{ round(b.then_fps) }} a second</span>
          </li>
        </ul>
        <p v-else class="quiet">{{ leg.fps ? "Nobody wrote down how fast its cards and its buffer are." : "No bursts." }}</p>
      </article>
    </section>
    <p class="quiet">A situation lasts until the next one of the day begins, the last one an hour.</p>
  </main>
  <main v-else class="page" aria-busy="true"><p class="quiet" role="status">Counting frames …</p></main>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 4px 48px;
  padding: 6px 0 8px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.roles b {
  font-weight: 560;
}
.chosen {
  font-weight: 600;
}
.chosen b {
  font-weight: 640;
}
.leg {
  display: grid;
  grid-template-columns: 72px minmax(0, 1fr) minmax(0, 1fr) minmax(0, 1.6fr);
  gap: 4px 24px;
  align-items: start;
  padding: 3px 0;
  border-top: 1px var(--ruled) var(--rule);
}
.leg h3 {
  padding-top: 0;
}
dl {
  margin: 0;
}
dl div {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
}
dt {
  color: var(--second);
  font-size: 13px;
}
dd {
  margin: 0;
}
.bursts li {
  display: grid;
  grid-template-columns: 120px 110px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
}
.bar {
  height: 10px;
  border: 1px solid var(--ink);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--ink);
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
  .leg {
    grid-template-columns: 72px minmax(0, 1fr);
  }
  .leg dl,
  .leg .bursts,
  .leg > p {
    grid-column: 1 / -1;
  }
  .bursts li {
    grid-template-columns: 104px 60px minmax(0, 1fr);
  }
}
</style>
