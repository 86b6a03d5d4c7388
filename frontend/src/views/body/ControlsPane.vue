<script setup lang="ts">
import { ref } from "vue";
import { client, ProblemError, take, type Body, type Schemas } from "@/api/client";
import { useLayout } from "@/api/queries";
import { decimal } from "@/fields/typed";
import TextField from "@/fields/TextField.vue";
import { useTraitsChange } from "./useTraitsChange";

type Control = Schemas["ControlForm"];
type Use = Control["uses"][number];
type Moves = Schemas["MovesForm"];
const props = defineProps<{ slug: string; body: Body; version: string }>();
const { traits, keep, error, said } = useTraitsChange(props);
const { data: layout } = useLayout(() => props.slug);
const adding = ref({ label: "", spot: "thumb_rest" });
const wrong = ref("");
const typed = (event: Event): string => (event.target as HTMLInputElement).value.trim();
const controls = (): Control[] => traits.value.controls ?? [];
const edit = (slug: string, change: Partial<Control>, words: string): void =>
  void keep((now) => ({ controls: now.controls?.map((c) => (c.slug === slug ? { ...c, ...change } : c)) }), words);
/** Controls as they are written, one to a line; how they are used where that is not said is seen by what they are called. */
async function read(text: string): Promise<Control[] | null> {
  wrong.value = "";
  try {
    return await take(
      client.POST("/api/kit/bodies/{slug}/controls/read", { params: { path: { slug: props.slug } }, body: { text } }),
    );
  } catch (caught) {
    wrong.value =
      caught instanceof ProblemError
        ? Object.values(caught.places).join("; ") || caught.message
        : "The server cannot be reached.";
    return null;
  }
}
const written = ref("");
async function addWritten(): Promise<void> {
  const found = await read(written.value);
  if (!found?.length) wrong.value ||= "write one to a line, such as: thumb button, where the thumb rests";
  else if (await keep((now) => ({ controls: [...(now.controls ?? []), ...found] }), `${found.length} written down`))
    written.value = "";
}
function begin(event: Event): void {
  const one = layout.value?.usual.find((u) => u.slug === (event.target as HTMLSelectElement).value);
  if (one) void keep(() => ({ controls: one.controls }), `${one.label}: ${one.because} Mend what is otherwise.`);
}
async function add(): Promise<void> {
  const label = adding.value.label.trim();
  wrong.value = label ? "" : "write what you call it, such as: thumb button";
  if (!label) return;
  const found = await read(`${label.replaceAll(/[,;]/g, " ")}; ${adding.value.spot}`);
  if (found && (await keep((now) => ({ controls: [...(now.controls ?? []), ...found] }), `${label} written down`)))
    adding.value.label = "";
}
function use(control: Control, slug: Use, on: boolean): void {
  const uses = on ? [...control.uses, slug] : control.uses.filter((u) => u !== slug);
  if (uses.length) edit(control.slug, { uses }, "kept");
  else wrong.value = `${control.label} is used in one way at least; take it out instead`;
}
const MOVES: { key: keyof Moves; label: string; usual: number }[] = [
  { key: "line", label: "to the next line", usual: 1 },
  { key: "enter", label: "into a page", usual: 1 },
  { key: "back", label: "out of a page", usual: 1 },
  { key: "choose", label: "to open values and confirm", usual: 2 },
  { key: "number", label: "to turn a free number", usual: 4 },
  { key: "reset", label: "to reset it", usual: 8 },
  { key: "shortcut", label: "for a button or the short list", usual: 1 },
  { key: "pinned_room", label: "items its own page holds", usual: 0 },
  { key: "short_list_room", label: "items its short list holds", usual: 0 },
];
function move(key: keyof Moves, text: string): void {
  const number = decimal(text);
  wrong.value = text !== "" && Number.isFinite(number) ? "" : "type presses, such as 1 or 0.5";
  if (!wrong.value) void keep((now) => ({ moves: { ...now.moves, [key]: number } }), "kept");
}
</script>

<template>
  <section>
    <h2>Its controls</h2>
    <p v-if="!controls().length" class="reason">
      Write its buttons and dials down, where they lie and how they can be used: what to give each is then computed for a day.
    </p>
    <select v-if="!controls().length" class="plain begin" aria-label="begin with a usual layout" @change="begin">
      <option value="">begin with a usual layout…</option>
      <option v-for="u in layout?.usual ?? []" :key="u.slug" :value="u.slug">{{ u.label }}</option>
    </select>
    <div v-for="control in controls()" :key="control.slug" class="control">
      <TextField
        class="name"
        :value="control.label"
        :aria-label="`what you call ${control.label}`"
        maxlength="40"
        @change="(label) => edit(control.slug, { label }, 'kept')"
      />
      <select
        class="plain"
        :value="control.spot"
        :aria-label="`where ${control.label} lies`"
        @change="edit(control.slug, { spot: typed($event) }, 'kept')"
      >
        <option v-for="s in layout?.spots ?? []" :key="s.slug" :value="s.slug">{{ s.label }}</option>
      </select>
      <button
        class="plain"
        data-repeats
        :aria-label="`take out ${control.label}`"
        @click="keep((now) => ({ controls: now.controls?.filter((c) => c.slug !== control.slug) }), `${control.label} taken out`)"
      >
        take out
      </button>
      <select
        class="plain made"
        :value="control.made ?? ''"
        :aria-label="`what ${control.label} does as made`"
        @change="edit(control.slug, { made: typed($event) }, 'kept')"
      >
        <option value="">as made: by its name</option>
        <option v-for="f in layout?.functions ?? []" :key="f.slug" :value="f.slug">as made: {{ f.label }}</option>
      </select>
      <TextField
        class="lever"
        :value="control.lever ?? ''"
        :aria-label="`how a lever stands for ${control.label}`"
        placeholder="any lever"
        maxlength="40"
        @change="(lever) => edit(control.slug, { lever }, 'kept')"
      />
      <span class="uses">
        <label v-for="u in layout?.uses ?? []" :key="u.slug" class="use"
          ><input
            type="checkbox"
            data-repeats
            :checked="control.uses.includes(u.slug)"
            :aria-label="`${control.label}: ${u.label}`"
            @change="use(control, u.slug, ($event.target as HTMLInputElement).checked)"
          />
          {{ u.label }}</label
        >
      </span>
    </div>
    <form class="add" @submit.prevent="add">
      <input v-model="adding.label" class="plain" placeholder="another control" maxlength="40" aria-label="another control" />
      <select v-model="adding.spot" class="plain" aria-label="where it lies">
        <option v-for="s in layout?.spots ?? []" :key="s.slug" :value="s.slug">{{ s.label }}</option>
      </select>
      <button class="button">Add the control</button>
    </form>
    <details class="fold">
      <summary>write several down, one to a line</summary>
      <textarea
        v-model="written"
        class="plain lines"
        rows="4"
        maxlength="10000"
        aria-label="controls, one to a line"
        placeholder="rear wheel, right edge, under the thumb&#10;thumb button, where the thumb rests, press, hold"
      ></textarea>
      <button class="button" @click="addWritten">Take these controls</button>
    </details>
    <p class="quiet" role="status">{{ said }}</p>
    <p v-if="error || wrong" class="error" role="alert">{{ error || wrong }}</p>
    <details class="fold">
      <summary>presses that its menus cost</summary>
      <label v-for="m in MOVES" :key="m.key" class="move"
        ><span class="label">{{ m.label }}</span
        ><TextField
          inputmode="decimal"
          :value="String(traits.moves?.[m.key] ?? m.usual)"
          maxlength="6"
          @change="(text) => move(m.key, text)"
      /></label>
    </details>
  </section>
</template>

<style scoped>
.control {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr) 96px;
  gap: 0 12px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
.begin,
.lines {
  width: 100%;
  min-height: 44px;
}
.name {
  font-weight: 560;
  min-height: 36px;
}
.control select,
.control button {
  min-height: 36px;
  min-width: 0;
  font-size: 13px;
}
.made {
  grid-column: 1 / 3;
}
.uses {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
}
.use {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 13px;
  min-height: 32px;
}
.add {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto;
  gap: 0 12px;
  align-items: center;
  min-height: 52px;
}
.add input,
.add select,
.add .button {
  min-height: 44px;
  min-width: 0;
}
.move {
  display: grid;
  grid-template-columns: 1fr 64px;
  align-items: center;
  min-height: 36px;
  border-bottom: 1px solid var(--rule);
}
@media (max-width: 760px) {
  .use,
  .move {
    min-height: 44px;
  }
  .add {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
