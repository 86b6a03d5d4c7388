<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, ref, shallowRef } from "vue";
import { client, newerIn, ProblemError, take, type Schemas } from "@/api/client";
import { changed, keyOf } from "@/api/keys";
import { useInTurn } from "@/api/inTurn";
import { upload } from "@/api/upload";
import { scaled } from "@/picture/scaled";
import FramePicture from "@/picture/FramePicture.vue";
import NumberField from "@/fields/NumberField.vue";
import TextField from "@/fields/TextField.vue";
import PaintDistances from "./PaintDistances.vue";
import Progress from "@/fields/Progress.vue";
import Tick from "@/fields/Tick.vue";

/** Pictures of the place: brought, put together as a set, chosen to rehearse on. */
/** rest: metres to what is not painted. */
const props = defineProps<{ id: number; chosen: number | null; rest: number; feet: boolean }>();
const emit = defineEmits<{ choose: [id: number | null]; painted: [] }>();
const queries = useQueryClient();
const key = keyOf("pictures", props.id);
const { data: kept } = useQuery({
  queryKey: key,
  queryFn: () => take(client.GET("/api/situations/{pk}/pictures", { params: { path: { pk: props.id } } })),
});
const OTHERS = ".dng,.tif,.tiff,.hdr,.exr,.raw";
const said = ref("");
/** How often what is shown had to be taken anew, since it was changed elsewhere. */
const anew = ref(0);
const error = ref("");
/** Files that wait, the one that travels first, and how far it is. */
const waiting = ref<File[]>([]);
const part = ref(0);
const stopping = shallowRef<AbortController | null>(null);

/** What is wrong, in the words of the place where it is. */
const because = (caught: unknown): string =>
  (caught instanceof ProblemError && Object.values(caught.places)[0]) || (caught as Error).message;

async function send(): Promise<void> {
  if (stopping.value) return;
  const { signal } = (stopping.value = new AbortController());
  const single = waiting.value.length === 1;
  let last: Schemas["OwnPictureOut"] | null = null;
  error.value = "";
  try {
    while (waiting.value[0]) {
      const file = waiting.value[0];
      part.value = 0;
      said.value = `bringing ${file.name}`;
      const name = encodeURIComponent(file.name.replace(/\.[^.]*$/, "").slice(0, 80));
      const path = `/api/situations/${props.id}/pictures?name=${name}`;
      const tell = (done: number): void => void (part.value = done);
      last = await upload<Schemas["OwnPictureOut"]>(path, await scaled(file), tell, signal);
      waiting.value = waiting.value.slice(1);
      said.value = `${last.name} brought`;
    }
  } catch (caught) {
    const stopped = caught instanceof DOMException;
    said.value = stopped ? "stopped; what had come is kept" : "";
    error.value = stopped ? "" : `${waiting.value[0]?.name ?? ""}: ${because(caught)}`;
    if (stopped || caught instanceof ProblemError) waiting.value = []; // without a way to the server they wait to be tried again
  }
  stopping.value = null;
  await changed(queries, "pictures");
  if (last && single && !error.value) emit("choose", last.id);
}
function bring(event: Event): void {
  const field = event.target as HTMLInputElement;
  waiting.value = [...(field.files ?? [])];
  field.value = "";
  void send();
}

type Change = { run: () => Promise<unknown>; words: string };
const change = useInTurn(
  () => `pictures-${props.id}`,
  async ({ run, words }: Change) => {
    let late = false;
    try {
      const told = await run();
      [said.value, error.value] = [words || String(told), ""];
    } catch (caught) {
      error.value = caught instanceof ProblemError ? because(caught) : "The server cannot be reached; nothing was changed.";
      late = newerIn(caught) !== null;
      if (late) error.value = "This was changed elsewhere meanwhile. What stands here now is that; your last change is not kept.";
    }
    await changed(queries, "pictures");
    if (late) anew.value += 1;
  },
);
const at = (row: { id: number }) => ({ params: { path: { pk: row.id } } });
/** A picture as it is known when its turn has come: a change before it has made it a newer version. */
const based = (row: Schemas["OwnPictureOut"]) => ({
  params: {
    ...at(row).params,
    header: { "If-Match": kept.value?.pictures.find((one) => one.id === row.id)?.version ?? row.version },
  },
});
const edit = (row: Schemas["OwnPictureOut"], body: Schemas["ChangedIn"], words: string): void =>
  void change({ run: () => take(client.PUT("/api/pictures/{pk}", { ...based(row), body })), words });
function drop(row: { id: number; name: string }): void {
  if (row.id === props.chosen) emit("choose", null);
  ticked.value = ticked.value.filter((one) => one !== row.id);
  void change({ run: () => take(client.DELETE("/api/pictures/{pk}", at(row))), words: `${row.name} deleted` });
}
/** The picture over which distances are painted now. */
const painting = ref(0);
function paint(row: Schemas["OwnPictureOut"], body: Schemas["AreasForm"]): void {
  const run = async (): Promise<void> => {
    await take(client.PUT("/api/pictures/{pk}/distances", { ...based(row), body }));
    emit("painted");
  };
  void change({ run, words: "distances kept" });
}
const ticked = ref<number[]>([]);
function together(): void {
  const [params, body] = [{ path: { pk: props.id } }, { pictures: ticked.value, name: "" }];
  const run = async (): Promise<void> => {
    const made = await take(client.POST("/api/situations/{pk}/pictures/together", { params, body }));
    ticked.value = [];
    emit("choose", made.id);
  };
  void change({ run, words: "put together" });
}
/** Raws and finished files are ticked together: what the preview hides can be measured. */
const kindsTicked = computed(
  () => new Set(kept.value?.pictures.filter((row) => ticked.value.includes(row.id)).map((row) => row.kind)),
);
function measure(): void {
  const [params, body] = [{ path: { pk: props.id } }, { pictures: ticked.value, keep: true }];
  const run = async (): Promise<string> => {
    const { stops, look } = await take(client.POST("/api/situations/{pk}/pictures/headroom", { params, body }));
    await changed(queries, "kit");
    ticked.value = [];
    const found = Math.round(stops * 3);
    return `where this body's ${look} file begins to warn, its raw has ${found} ${found === 1 ? "third" : "thirds"} left; kept in the body`;
  };
  void change({ run, words: "" });
}
const KINDS: Record<string, string> = { finished: "finished file", raw: "raw", light: "light itself", set: "set put together" };
const about = (row: Schemas["OwnPictureOut"]): string =>
  [KINDS[row.kind], row.said, `${row.wide} × ${row.high}`, `right within ${row.within}`].filter(Boolean).join("; ");
const far = (metres: number | null): string =>
  metres === null ? "far away" : props.feet ? `at ${(metres / 0.3048).toFixed(1)} ft` : `at ${metres.toFixed(1)} m`;
const mb = (bytes: number): string => (bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0);
</script>

<template>
  <div class="own" :class="{ painting }">
    <p v-if="!painting" class="reason">
      Bring pictures of the place, from the phone or the camera: all that stands below then works on them. A JPEG or PNG is scaled
      down here; a raw, TIFF, .hdr or OpenEXR file is sent whole, up to 200 MB. Only their light is kept, and only for you.
    </p>
    <div class="tools">
      <label v-if="!painting" class="button"
        >Bring pictures<input
          type="file"
          multiple
          :accept="`image/*,${OTHERS}`"
          class="visually-hidden"
          aria-label="bring pictures of the place"
          :disabled="stopping !== null"
          @change="bring"
      /></label>
      <button v-if="ticked.length > 1 && kindsTicked.size === 1" class="button" @click="together">
        Put {{ ticked.length }} together as a set
      </button>
      <button v-if="kindsTicked.has('raw') && kindsTicked.has('finished')" class="button" @click="measure">
        Measure what the preview hides
      </button>
      <template v-if="stopping">
        <Progress :done="part" :of="1" name="how much has been sent" />
        <button class="button" @click="stopping.abort()">Stop</button>
      </template>
      <button v-else-if="waiting.length" class="button" @click="send">Try again</button>
      <span class="quiet" role="status">{{ said }}</span>
    </div>
    <p v-if="error" class="error" role="alert">{{ error }}</p>
    <ul v-if="kept?.pictures.length" class="rows">
      <li
        v-for="row in kept.pictures.filter((one) => !painting || one.id === painting)"
        :key="row.id"
        :class="{ chosen: row.id === chosen }"
      >
        <button
          class="plain seen"
          data-repeats
          :aria-pressed="row.id === chosen"
          :aria-label="`rehearse on ${row.name}`"
          @click="emit('choose', row.id)"
        >
          <FramePicture :src="`/api/pictures/${row.id}/seen.jpg?width=264`" :alt="row.name" :aspect="row.wide / row.high" />
        </button>
        <div>
          <TextField
            class="name"
            :value="row.name"
            required
            maxlength="80"
            :aria-label="`name of ${row.name}`"
            @change="(name) => edit(row, { name }, 'name kept')"
          />
          <p class="quiet">{{ about(row) }}</p>
          <div v-if="!row.said" class="row">
            <span class="label">its middle is EV</span>
            <NumberField
              :label="`EV at ISO 100 of the middle of ${row.name}`"
              :step="1 / 3"
              :value="row.ev100"
              empty="not known"
              @change="(v) => edit(row, { name: row.name, ev100: v }, 'light kept')"
            />
          </div>
          <p class="acts">
            <button class="plain" data-repeats @click="emit('choose', row.id === chosen ? null : row.id)">
              {{ row.id === chosen ? "back to the scene" : "rehearse on it" }}
            </button>
            <Tick
              v-if="row.kind !== 'set' && row.kind !== 'light'"
              :name="`${row.name} with others`"
              :model-value="ticked.includes(row.id)"
              @update:model-value="(on) => (ticked = on ? [...ticked, row.id] : ticked.filter((one) => one !== row.id))"
              >with others</Tick
            >
            <button
              class="plain"
              data-repeats
              :aria-expanded="painting === row.id"
              :aria-label="`distances on ${row.name}`"
              @click="painting = painting === row.id ? 0 : row.id"
            >
              {{ painting === row.id ? "done painting" : "paint distances" }}
            </button>
            <button class="plain" data-repeats :aria-label="`delete ${row.name}`" @click="drop(row)">delete</button>
          </p>
          <p v-if="row.painted.areas?.length && painting !== row.id" class="quiet">
            {{ row.painted.areas.map((one) => `${one.name} ${far(one.distance_m)}`).join(", ") }}
          </p>
        </div>
        <PaintDistances
          v-if="painting === row.id"
          :key="anew"
          class="across"
          :picture="row"
          :rest="rest"
          :feet="feet"
          @keep="(painted) => paint(row, painted)"
        />
      </li>
    </ul>
    <p v-if="kept" class="quiet">
      {{ kept.kept }} of {{ kept.most }} pictures, {{ mb(kept.bytes) }} of {{ mb(kept.most_bytes) }} MB, over all your situations.
    </p>
    <details v-if="kept?.aside.length">
      <summary>{{ kept.aside.length }} of them of what you put aside</summary>
      <ul class="aside">
        <li v-for="row in kept.aside" :key="row.id">
          <span
            >{{ row.name }}<span class="quiet">, {{ row.situation }}, {{ mb(row.size) }} MB</span></span
          >
          <button class="plain" data-repeats :aria-label="`delete ${row.name}, put aside`" @click="drop(row)">delete</button>
        </li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
.aside {
  list-style: none;
  margin: 0;
  padding: 0;
}
.aside li {
  display: flex;
  justify-content: space-between;
  gap: 14px;
  align-items: center;
}
.aside .plain,
summary {
  min-height: 44px;
}
summary {
  line-height: 44px;
  cursor: pointer;
}
.own {
  max-height: 560px;
  overflow-y: auto;
}
.own.painting {
  max-height: none;
}
.tools {
  margin-top: 12px;
}
.tools,
.acts,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
}
.button {
  cursor: pointer;
}
.button:focus-within {
  outline: 2px solid var(--ink);
}
.rows {
  list-style: none;
  margin: 12px 0 0;
  padding: 0;
}
.rows li {
  display: grid;
  grid-template-columns: 132px minmax(0, 1fr);
  gap: 14px;
  padding: 10px 0;
  border-top: 1px var(--ruled) var(--rule);
}
.across {
  grid-column: 1 / -1;
}
.seen {
  align-self: start;
  border: 1px var(--ruled) var(--rule);
}
.chosen .seen {
  border: 2px solid var(--ink);
}
.name {
  width: 100%;
  font-weight: 560;
  min-height: 28px;
}
.acts {
  margin: 2px 0 0;
}
.acts button,
.acts button {
  text-decoration: underline;
  text-underline-offset: 3px;
}
@media (max-width: 1000px) {
  .own {
    max-height: none;
  }
  .rows li {
    grid-template-columns: 96px minmax(0, 1fr);
  }
  .acts button,
  .name {
    min-height: 44px;
  }
}
</style>
