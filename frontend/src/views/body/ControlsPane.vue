<script setup lang="ts">
import { computed, ref, useTemplateRef } from "vue";
import { client, ProblemError, take, type Body, type Schemas } from "@/api/client";
import { useLayout } from "@/api/queries";
import { decimal } from "@/fields/typed";
import TextField from "@/fields/TextField.vue";
import SpotPicker from "./SpotPicker.vue";
import { useTraitsChange } from "./useTraitsChange";
import Choice from "@/fields/Choice.vue";
import { listed, orNone } from "@/fields/options";
import Tick from "@/fields/Tick.vue";
import Written from "@/fields/Written.vue";

type Control = Schemas["ControlForm"];
type Use = Control["uses"][number];
type Moves = Schemas["MovesForm"];
const props = defineProps<{ slug: string; body: Body; version: string }>();
const { traits, keep, error, said } = useTraitsChange(props);
const { data: layout } = useLayout(() => props.slug);
const adding = ref({ label: "", spot: "thumb_rest" });
const wrong = ref("");
/** The one that is looked at; the others are a line each. */
const open = ref("");
const told = (control: Control): string =>
  [
    layout.value?.spots.find((s) => s.slug === control.spot)?.label ?? "",
    ...control.uses.map((use) => layout.value?.uses.find((u) => u.slug === use)?.label ?? use),
  ].join(", ");
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
/** What a control does by its name, or by what is said here. */
const made = computed(() =>
  orNone(
    "as made: by its name",
    (layout.value?.functions ?? []).map((f) => ({ value: f.slug, shown: `as made: ${f.label}` })),
  ),
);
function begin(slug: string): void {
  const one = layout.value?.usual.find((u) => u.slug === slug);
  if (one) void keep(() => ({ controls: one.controls }), `${one.label}: ${one.because} Mend what is otherwise.`);
}
async function add(): Promise<void> {
  const label = adding.value.label.trim();
  wrong.value = label ? "" : "write what you call it, such as: thumb button";
  if (!label) return;
  const found = await read(`${label.replaceAll(/[,;]/g, " ")}; ${adding.value.spot}`);
  if (found && (await keep((now) => ({ controls: [...(now.controls ?? []), ...found] }), `${label} written down`))) {
    adding.value.label = "";
    open.value = found[0]?.slug ?? "";
  }
}
const label = useTemplateRef<HTMLElement>("label");
/** A place on the drawing: the control that is looked at lies there, or the next one that is written down. */
function press(spot: string): void {
  const control = controls().find((c) => c.slug === open.value);
  if (control) return edit(control.slug, { spot }, `${control.label} lies there`);
  adding.value.spot = spot;
  label.value?.querySelector("input")?.focus();
}
const look = (slug: string): string => (open.value = open.value === slug ? "" : slug);
function use(control: Control, slug: Use, on: boolean): void {
  const uses = on ? [...control.uses, slug] : control.uses.filter((u) => u !== slug);
  if (uses.length) edit(control.slug, { uses }, "kept");
  else wrong.value = `${control.label} is used in one way at least; take it out instead`;
}
/** A button that a lever changes is one of its own for each of the lever's positions. */
const AT = "the lever at";
function elsewhere(of: Control): void {
  void keep((now) => {
    const all = now.controls ?? [];
    const place = all.filter((c) => c.label === of.label && c.spot === of.spot).length + 1;
    const slugs = new Set(all.map((c) => c.slug));
    let slug = `${of.slug}-at-${place}`;
    while (slugs.has(slug)) slug += "-too";
    const here = (c: Control): Control => (c.slug === of.slug ? { ...c, lever: c.lever || `${AT} 1` } : c);
    const there = { ...of, slug, lever: `${AT} ${place}`, made: "" };
    return { controls: all.flatMap((c) => (c.slug === of.slug ? [here(c), there] : [c])) };
  }, `${of.label} is another with the lever elsewhere: say what each does`);
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
  <section class="pane">
    <h2>Its controls</h2>
    <SpotPicker
      v-if="layout"
      class="drawn"
      :controls="controls()"
      :spots="layout.spots"
      :finder="body.finder ?? 'electronic'"
      :open="open"
      :at="adding.spot"
      @spot="press"
      @control="look"
    />
    <p v-if="!controls().length" class="reason">
      Write its buttons and dials down, where they lie and how they can be used: what to give each is then computed for a day.
    </p>
    <Choice
      v-if="!controls().length"
      class="begin"
      name="begin with a usual layout"
      model-value=""
      :options="orNone('begin with a usual layout…', listed(layout?.usual))"
      @update:model-value="begin"
    />
    <div v-for="(control, k) in controls()" :key="control.slug" class="control">
      <button class="plain line" data-repeats :aria-expanded="open === control.slug" @click="look(control.slug)">
        <span aria-hidden="true">{{ k + 1 }}&ensp;</span><b>{{ control.label }}</b>
        {{ control.lever ? `(${control.lever})` : "" }}
        <span class="quiet">{{ told(control) }}</span>
      </button>
      <button
        class="plain"
        data-repeats
        :aria-label="`take out ${control.label}`"
        @click="keep((now) => ({ controls: now.controls?.filter((c) => c.slug !== control.slug) }), `${control.label} taken out`)"
      >
        take out
      </button>
      <template v-if="open === control.slug">
        <TextField
          class="name"
          :value="control.label"
          :aria-label="`what you call ${control.label}`"
          maxlength="40"
          @change="(label) => edit(control.slug, { label }, 'kept')"
        />
        <Choice
          :name="`where ${control.label} lies`"
          :model-value="control.spot"
          :options="listed(layout?.spots)"
          @update:model-value="(spot) => edit(control.slug, { spot }, 'kept')"
        />
        <Choice
          class="made"
          :name="`what ${control.label} does as made`"
          :model-value="control.made ?? ''"
          :options="made"
          @update:model-value="(slug) => edit(control.slug, { made: slug }, 'kept')"
        />
        <TextField
          class="lever"
          :value="control.lever ?? ''"
          :aria-label="`how a lever stands for ${control.label}`"
          placeholder="any lever"
          maxlength="40"
          @change="(lever) => edit(control.slug, { lever }, 'kept')"
        />
        <button class="plain" :aria-label="`${control.label} with the lever elsewhere`" @click="elsewhere(control)">
          another of it with the lever elsewhere
        </button>
        <span class="uses">
          <Tick
            v-for="u in layout?.uses ?? []"
            :key="u.slug"
            class="use"
            data-repeats
            :name="`${control.label}: ${u.label}`"
            :model-value="control.uses.includes(u.slug)"
            @update:model-value="(on) => use(control, u.slug, on)"
            >{{ u.label }}</Tick
          >
        </span>
      </template>
    </div>
    <form ref="label" class="add" @submit.prevent="add">
      <Written v-model="adding.label" placeholder="another control" maxlength="40" aria-label="another control" />
      <Choice v-model="adding.spot" name="where it lies" :options="listed(layout?.spots)" />
      <button class="button">Add the control</button>
    </form>
    <details class="fold">
      <summary>write several down, one to a line</summary>
      <Written
        v-model="written"
        class="lines"
        :rows="4"
        maxlength="10000"
        aria-label="controls, one to a line"
        placeholder="rear wheel, right edge, under the thumb&#10;thumb button, where the thumb rests, press, hold"
      />
      <button class="button" @click="addWritten">Take these controls</button>
    </details>
    <p class="quiet" role="status">{{ said }}</p>
    <p v-if="error || wrong" class="error" role="alert">{{ wrong || error }}</p>
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
@media (min-width: 1001px) {
  .pane {
    position: relative;
    padding-left: 480px;
    min-height: 700px;
  }
  .drawn {
    position: absolute;
    left: 0;
    top: 28px;
    width: 440px;
  }
  .pane > h2 {
    margin-left: -480px;
  }
}
.control {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 62px;
  gap: 0 12px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
  padding: 4px 0;
}
:deep(.begin),
:deep(.lines) {
  width: 100%;
  min-height: 44px;
}
.control .line {
  min-height: 30px;
  text-decoration: none;
}
.line b {
  font-weight: 560;
}
.name {
  font-weight: 560;
}
.name,
.lever {
  min-height: 36px;
}
.control :deep(.choice),
.control button {
  min-height: 36px;
  min-width: 0;
  font-size: 13px;
}
.control > :is(.name, .lever),
.control > :deep(.choice) {
  grid-column: 1 / -1;
}
.uses {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
}
:deep(.use) {
  font-size: 13px;
}
.add {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto;
  gap: 0 12px;
  align-items: center;
  min-height: 52px;
}
.add :deep(.written),
.add :deep(.choice),
.add .button {
  min-height: 44px;
  min-width: 0;
}
.move {
  display: grid;
  grid-template-columns: 1fr 64px;
  align-items: center;
  min-height: 36px;
  border-bottom: 1px var(--ruled) var(--rule);
}
@media (max-width: 760px) {
  .move {
    min-height: 44px;
  }
  .add {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
