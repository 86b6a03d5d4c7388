<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, watch } from "vue";
import { useRouter } from "vue-router";
import { client, take } from "@/api/client";
import { changed, keyOf } from "@/api/keys";
import { useBodyName, useOutings } from "@/api/queries";
import BodyNow from "./BodyNow.vue";
import DaySlots from "./DaySlots.vue";
import DiffersList from "./DiffersList.vue";
import LastFrame from "./LastFrame.vue";
import PairPane from "./PairPane.vue";
import Progress from "@/fields/Progress.vue";
import { useOverLink } from "./useOverLink";

/** A body that is plugged in: as it is, beside a picture's setup, set by a press; what moves meanwhile is seen at once. */
const props = defineProps<{ slug: string; situation: number }>();
const queries = useQueryClient();
const { data: outings } = useOutings();
const bodyName = useBodyName();
const name = computed(() => bodyName(props.slug));
const { doing, said, wrong, load, fill, undo, undoSlots, facts, look, fetchFrames, stop } = useOverLink(() => props.slug);

/** Settings that are named of those that a description lacks. */
const SHOWN = 6;
/** Seconds between looks at the body, while nothing is written. */
const LOOK_MS = 2000;
const { data: link, error: fails } = useQuery({
  queryKey: computed(() => keyOf("link", props.slug)),
  queryFn: () => take(client.GET("/api/kit/bodies/{slug}/link", { params: { path: { slug: props.slug } } })),
  refetchInterval: (query) => (!props.situation && query.state.data?.paired && !doing.value ? LOOK_MS : false),
});
const paired = computed(() => link.value?.paired === true);
const { data: beside, error: besideFails } = useQuery({
  queryKey: computed(() => keyOf("beside", props.situation)),
  queryFn: () => take(client.GET("/api/situations/{pk}/link", { params: { path: { pk: props.situation } } })),
  enabled: computed(() => props.situation > 0 && paired.value),
  refetchInterval: () => (doing.value ? false : LOOK_MS),
});
const now = computed(() => (props.situation && beside.value ? beside.value.link : link.value));
/** In what the body is another than it is described. */
const other = computed(() => {
  const has = beside.value?.besides ?? [];
  const more = has.length > SHOWN ? ` and ${has.length - SHOWN} more` : "";
  return [
    now.value?.firmware_was &&
      `It has firmware ${now.value.state?.firmware ?? ""}; what is written down of it is for ${now.value.firmware_was}.`,
    has.length && `It has ${has.slice(0, SHOWN).join(", ")}${more}, which your description says it lacks.`,
  ]
    .filter(Boolean)
    .join(" ");
});
const outing = computed(() => outings.value?.find((o) => o.situations.some((s) => s.id === props.situation)));
const picture = computed(() => outing.value?.situations.find((s) => s.id === props.situation));
/** An address may name a picture that is taken with another body by now: then it is that one's. */
const router = useRouter();
watch(picture, (of) => {
  if (of && of.body !== props.slug) void router.replace({ name: "link", params: { slug: of.body }, query: { situation: of.id } });
});
/** Pictures of this body, of every day. */
const others = computed(
  () =>
    outings.value?.flatMap((o) =>
      o.situations.filter((s) => s.body === props.slug && s.id !== props.situation).map((s) => ({ ...s, day: o.title })),
    ) ?? [],
);
const differs = computed(() => beside.value?.differs ?? []);
const open = computed(() => differs.value.filter((row) => !row.refused));
const refused = computed(() => differs.value.filter((row) => row.refused));
const needed = computed(() => open.value.filter((row) => row.needed));
const rest = computed(() => open.value.filter((row) => !row.needed));
/** This setup was written whole; what differs now has been moved since, on the body or in the plan. */
const loaded = computed(() => !!picture.value && now.value?.whole_of === picture.value.id);
const drifted = computed(() => loaded.value && !doing.value && open.value.length > 0);
const write = (only: string[] = []): Promise<void> => load(props.situation, picture.value?.title ?? "the setup", only);
async function letGo(): Promise<void> {
  await take(client.DELETE("/api/kit/bodies/{slug}/link", { params: { path: { slug: props.slug } } }));
  await changed(queries, "link");
}
</script>

<template>
  <Teleport to="#head-place">
    <span v-if="picture" class="place"
      ><RouterLink :to="{ name: 'bench', params: { id: situation } }"
        >{{ picture.starts_at }}&ensp;{{ picture.title }}</RouterLink
      ></span
    >
  </Teleport>
  <main class="page whole">
    <h1>{{ name }}, plugged in</h1>
    <p v-if="fails ?? besideFails" class="error" role="alert">{{ (fails ?? besideFails)?.message }}</p>
    <PairPane v-if="link && !link.paired" :slug="slug" :allowed="link.allowed" :at="link.address" />
    <template v-else-if="now">
      <p class="reason">
        <template v-if="now.simulated">A stand-in, no camera. </template>{{ now.named }}, number {{ now.serial }}, at
        {{ now.address }}.
        <span v-if="now.reached" role="status">It answers.</span>
        <span v-else class="error" role="alert">{{ now.why }}</span>
      </p>
      <p v-if="now.other" class="caution">
        It calls itself {{ now.named }}, and your kit calls this body {{ name }}: what it does not have it will refuse.
      </p>
      <p v-if="other" class="caution" role="status">
        {{ other }}
      </p>
      <p v-if="now.reached && (other || now.facts_back)" class="tools">
        <button v-if="other" class="button" :disabled="!!doing" @click="facts(false)">Write down what it has</button>
        <button v-if="now.facts_back" class="button" :disabled="!!doing" @click="facts(true)">
          Describe it as before this firmware
        </button>
      </p>
      <BodyNow v-if="now.state" :state="now.state" />
      <template v-if="situation && beside && now.reached">
        <p v-if="beside.lens" class="caution">
          It has the {{ now.state?.lens }} on, and this picture is for the {{ beside.lens }}: change the lens, then load.
        </p>
        <p class="big" role="status">
          <template v-if="drifted"
            ><b class="moved">{{ open.length }}</b> {{ open.length === 1 ? "differs" : "differ" }} since it was written,
            {{ beside.same }} stand</template
          ><template v-else-if="open.length"
            ><b>{{ open.length }}</b> of {{ beside.same + differs.length }} settings differ from this picture's</template
          ><template v-else
            >It holds {{ picture?.title ?? "the setup" }}<template v-if="refused.length">, all but {{ refused.length }}</template
            >: {{ beside.same }} settings, read back</template
          >
        </p>
        <div class="tools">
          <button v-if="open.length && !doing" class="button strong" @click="write()">
            {{ drifted ? "Write them again" : "Load it for me" }}
          </button>
          <template v-if="doing">
            <Progress v-if="doing.all" :done="doing.done" :of="doing.all" :name="doing.words" />
            <span role="status">{{ doing.words }}</span>
            <button class="button" @click="stop">Stop</button>
          </template>
          <button v-if="now.back && !doing" class="button" @click="undo">Give back what stood there</button>
          <button v-if="outing && !doing" class="button" @click="fetchFrames(outing.id)">Bring its frames</button>
          <RouterLink v-if="outing" :to="{ name: 'review', params: { id: outing.id } }">What came back</RouterLink>
          <span class="quiet" role="status">{{ said }}</span>
        </div>
        <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
        <DiffersList v-if="drifted" :rows="open" :busy="!!doing" @write="(one) => write([one])" />
        <template v-else>
          <section v-if="needed.length" aria-labelledby="needed">
            <h2 id="needed">The picture needs</h2>
            <DiffersList :rows="needed" :busy="!!doing" @write="(one) => write([one])" />
          </section>
          <details v-if="rest.length" class="fold">
            <summary>{{ rest.length }} more, as this body is kept</summary>
            <DiffersList :rows="rest" :busy="!!doing" @write="(one) => write([one])" />
          </details>
        </template>
        <section v-if="refused.length" aria-labelledby="refused">
          <h2 id="refused">It does not take</h2>
          <DiffersList :rows="refused" :busy="!!doing" @write="(one) => write([one])" />
        </section>
        <p v-if="beside.lacking.length" class="quiet">It knows nothing of: {{ beside.lacking.join(", ") }}.</p>
        <LastFrame v-if="now.state?.newest" :situation="situation" :newest="now.state.newest" />
        <DaySlots
          v-if="outing"
          :outing="outing.id"
          :slug="slug"
          :busy="!!doing"
          :back="now.slots_back"
          :under-way="now.slots_under_way"
          @fill="fill"
          @back="undoSlots"
        />
      </template>
      <template v-else>
        <div class="tools">
          <button v-if="now.reached && !situation" class="button" @click="look">Write down what it holds</button>
          <button v-if="now.back && now.reached && !situation" class="button" @click="undo">Give back what stood there</button>
          <span class="quiet" role="status">{{ said }}</span>
        </div>
        <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
      </template>
      <section v-if="others.length" aria-labelledby="others">
        <h2 id="others">{{ situation ? "Its other pictures" : "Which picture's setup" }}</h2>
        <ul class="others">
          <li v-for="one in others" :key="one.id">
            <RouterLink :to="{ name: 'link', params: { slug }, query: { situation: one.id } }"
              >{{ one.starts_at }}&ensp;{{ one.title }}</RouterLink
            >
            <span class="quiet">{{ one.day }}</span>
          </li>
        </ul>
      </section>
      <p class="tools">
        <button class="plain" @click="letGo">Let this link go</button>
        <RouterLink :to="{ name: 'body', params: { slug } }">Its words</RouterLink>
      </p>
    </template>
  </main>
</template>

<style scoped>
.moved {
  color: var(--binding);
}
.others {
  list-style: none;
  margin: 0;
  padding: 0;
}
.others li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  align-items: center;
  min-height: 44px;
}
.plain {
  min-height: 44px;
}
</style>
