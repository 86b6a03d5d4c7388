<script setup lang="ts">
import { computed, nextTick, ref, watch } from "vue";
import { client, ProblemError, take, type Body, type Lens, type Schemas } from "@/api/client";
import { BODY_GROUPS, LENS_GROUPS, type Field, type Group } from "./fields";
import { documentFrom, shown, typedFrom, valueAt, type Document } from "./piece";
import Choice from "@/fields/Choice.vue";
import { orNone, pieces } from "@/fields/options";
import Tick from "@/fields/Tick.vue";
import Written from "@/fields/Written.vue";

const props = defineProps<{
  kind: "body" | "lens";
  slug: string;
  version: string;
  base: Document;
  kit: Schemas["KitOut"];
}>();
const emit = defineEmits<{ saved: [slug: string]; remove: []; close: [] }>();

const groups = computed(() => (props.kind === "lens" ? LENS_GROUPS : BODY_GROUPS));
const NEW: Record<string, Document> = { body: {}, lens: { autofocus: true, ring_reported: true } };
const name = ref("");
const words = ref<ReturnType<typeof typedFrom>>({});
const errors = ref<Record<string, string>>({});
watch(
  () => [props.slug, props.version] as const,
  () => {
    name.value = String(props.base.name ?? "");
    words.value = typedFrom(props.slug ? props.base : { ...NEW[props.kind], ...props.base }, groups.value);
    errors.value = {};
  },
  { immediate: true },
);
/** A new lens that is called by its figures offers them: what is typed already stays. */
async function offered(): Promise<void> {
  if (props.kind !== "lens" || props.slug || !name.value.trim()) return;
  const told = await take(client.POST("/api/line", { body: { text: name.value } })).catch((error: Error) => error);
  if (told instanceof Error) errors.value = { "/name": `its figures could not be read from its name: ${told.message}` };
  const lens = told instanceof Error ? null : told.lens;
  if (!lens) return;
  const given = typedFrom(lens as unknown as Document, groups.value);
  const said = [
    "focal_min_mm",
    "focal_max_mm",
    ...(lens.assumed?.includes("widest_aperture") ? [] : ["widest_short", "widest_long"]),
  ];
  const filled = said.filter((key) => !text(key).trim() && given[key]);
  for (const key of filled) words.value[key] = given[key] as string;
  await nextTick();
  // who is about to type there types over it
  const at = document.activeElement;
  if (at instanceof HTMLInputElement && filled.some((key) => at.id === `k-${key}`)) at.select();
}
/** Of a body that is there, what is looked up most stands open. */
const OPEN = 2;
const folded = (group: Group, k: number): boolean => !!group.advanced || (props.kind === "body" && !!props.slug && k >= OPEN);
/** Groups that stand open by hand, or because something in them is wrong. */
const opened = ref(new Set<string>());
watch(errors, () => {
  for (const group of groups.value) if (group.fields.some((field) => wrong(field.key))) opened.value.add(group.title);
});
const guesses = computed(() => ((props.base.assumed as string[] | undefined) ?? []).length);
const assumed = (field: Field): boolean => field.usual !== undefined && !String(words.value[field.key] ?? "").trim();
function placeholder(field: Field): string {
  if (field.usual === undefined) return field.none ?? "not offered";
  const kept = valueAt(props.base, field.key);
  return `${shown(typeof kept === "number" ? kept : field.usual, field.time)}, assumed`;
}
function wrong(key: string): string | undefined {
  const place = key.startsWith("widest_") ? "/widest_aperture" : `/${key.replaceAll(".", "/")}`;
  return errors.value[`/${key}`] ?? Object.entries(errors.value).find(([p]) => p === place || p.startsWith(`${place}/`))?.[1];
}
const text = (key: string): string => String(words.value[key] ?? "");
function some(key: string, value: string, on: boolean): void {
  const rest = ((words.value[key] as string[]) ?? []).filter((v) => v !== value);
  words.value[key] = on ? [...rest, value] : rest;
}
async function save(): Promise<void> {
  const made = documentFrom(props.base, name.value.trim(), words.value, groups.value);
  errors.value = made.errors;
  if (Object.keys(made.errors).length) return;
  const at = { params: { path: { slug: props.slug }, header: { "If-Match": props.version } } };
  try {
    let kept: { slug: string };
    if (props.kind === "body") {
      const body = made.document as unknown as Body;
      kept = await take(
        props.slug ? client.PUT("/api/kit/bodies/{slug}", { ...at, body }) : client.POST("/api/kit/bodies", { body }),
      );
    } else {
      const body = made.document as unknown as Lens;
      kept = await take(
        props.slug ? client.PUT("/api/kit/lenses/{slug}", { ...at, body }) : client.POST("/api/kit/lenses", { body }),
      );
    }
    emit("saved", kept.slug);
  } catch (error) {
    errors.value =
      error instanceof ProblemError
        ? { ...error.places, ...(Object.keys(error.places).length ? {} : { "": error.message }) }
        : { "": "The server cannot be reached." };
  }
}
</script>

<template>
  <form class="editor" :aria-label="slug ? String(base.name) : kind === 'body' ? 'new body' : 'new lens'" @submit.prevent="save">
    <div class="row">
      <label for="k-name" class="label">name</label><Written id="k-name" v-model="name" maxlength="80" @change="offered" /><span
        class="help"
        >what you call it</span
      >
    </div>
    <p v-if="wrong('name')" class="error" role="alert">{{ wrong("name") }}</p>
    <p v-if="guesses" class="reason">{{ guesses }} figures are assumed: they work at once, and what you fill in replaces them.</p>
    <component
      :is="folded(group, k) ? 'details' : 'section'"
      v-for="(group, k) in groups"
      :key="group.title"
      class="group"
      :open="opened.has(group.title) || undefined"
      @toggle="opened[($event.target as HTMLDetailsElement).open ? 'add' : 'delete'](group.title)"
    >
      <component :is="folded(group, k) ? 'summary' : 'h3'"
        >{{ group.title }} <span class="gains">{{ group.gains }}</span></component
      >
      <template v-for="field in group.fields" :key="field.key">
        <div v-if="field.as === 'yes'" class="row tick">
          <span class="label">{{ field.label }}</span>
          <Tick
            :name="`${field.label} ${field.help}`"
            :model-value="words[field.key] === true"
            @update:model-value="(on) => (words[field.key] = on)"
            >{{ field.help }}</Tick
          >
        </div>
        <fieldset v-else-if="field.as === 'some'" class="row some">
          <legend class="label">{{ field.label }}</legend>
          <Tick
            v-for="[value, say] in field.choices"
            :key="value"
            :model-value="((words[field.key] as string[]) ?? []).includes(value)"
            @update:model-value="(on) => some(field.key, value, on)"
            >{{ say }}</Tick
          >
        </fieldset>
        <div v-else class="row">
          <label :for="`k-${field.key}`" class="label">{{ field.label }}</label>
          <Choice
            v-if="field.as === 'one' || field.as === 'lens'"
            :id="`k-${field.key}`"
            :name="field.label"
            :model-value="text(field.key)"
            :options="
              field.as === 'lens'
                ? orNone('lenses are changed', pieces(kit.lenses))
                : (field.choices ?? []).map(([value, say]) => ({ value, shown: say }))
            "
            @update:model-value="(value) => (words[field.key] = value)"
          />
          <Written
            v-else-if="field.as === 'only'"
            :id="`k-${field.key}`"
            :model-value="text(field.key)"
            :rows="2"
            :aria-describedby="`h-${field.key}`"
            placeholder="nothing: every value goes with every other"
            @update:model-value="(lines) => (words[field.key] = lines)"
          />
          <span v-else class="entry"
            ><Written
              :id="`k-${field.key}`"
              :class="{ assumed: assumed(field) }"
              :model-value="text(field.key)"
              :placeholder="placeholder(field)"
              :aria-describedby="`h-${field.key}`"
              @update:model-value="(value) => (words[field.key] = value)"
            /><span class="quiet">{{ field.unit }}</span></span
          >
          <span :id="`h-${field.key}`" class="help">{{ field.help }}</span>
        </div>
        <p v-if="wrong(field.key)" class="error" role="alert">{{ wrong(field.key) }}</p>
      </template>
    </component>
    <p class="error" role="alert">{{ errors[""] }}</p>
    <div class="acts">
      <button class="button strong" type="submit">Save</button>
      <button class="button" type="button" @click="emit('close')">Leave it</button>
      <button v-if="slug" class="plain" type="button" @click="emit('remove')">Put {{ name }} aside</button>
    </div>
  </form>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr) 190px;
  gap: 0 12px;
  align-items: baseline;
  border-bottom: 1px var(--ruled) var(--rule);
  min-height: 36px;
  padding: 6px 0 4px;
}
.row :deep(.written),
.row :deep(.choice) {
  min-height: 24px;
  width: 100%;
}
.entry {
  display: flex;
  gap: 6px;
  align-items: baseline;
}
.some {
  border: 0;
  border-bottom: 1px var(--ruled) var(--rule);
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
}
.some {
  padding-left: 202px;
}
.some legend {
  float: left;
  width: 190px;
  margin-left: -202px;
  padding: 0;
}
.some label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  min-height: 30px;
}
h3,
summary {
  font: 600 15px/22px "Archivo Variable";
  padding: 14px 0 2px;
  min-height: 36px;
}
.gains {
  font:
    400 13px/18px "Literata Variable",
    serif;
  color: var(--second);
  padding-left: 8px;
}
.help {
  font-size: 12px;
  line-height: 16px;
  color: var(--second);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  padding-top: 14px;
}
.acts > * {
  min-height: 44px;
}
@media (max-width: 640px) {
  .row {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    min-height: 44px;
  }
  .row :deep(.written),
  .row :deep(.choice),
  .some label,
  summary {
    min-height: 44px;
  }
  .some {
    padding-left: 0;
  }
  .some legend {
    width: 100%;
    margin-left: 0;
  }
  .help {
    grid-column: 1 / -1;
  }
}
</style>
