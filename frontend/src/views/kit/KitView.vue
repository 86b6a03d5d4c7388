<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { Modal, Table } from "ant-design-vue";
import { computed, onUnmounted, ref } from "vue";
import { client, ProblemError, take, type Body, type Lens, type Schemas } from "@/api/client";
import { useKit } from "@/api/queries";
import { offer } from "@/keys/actions";
import { BODY_FIELDS, LENS_FIELDS } from "./fields";

type Kind = "body" | "lens";
const { data: kit, isSuccess } = useKit();
const queries = useQueryClient();
const form = ref<{
  kind: Kind;
  slug: string;
  version: string;
  base: Record<string, unknown>;
  name: string;
  text: Record<string, string>;
  flags: Record<string, boolean>;
} | null>(null);
const errors = ref<Record<string, string>>({});
const gone = ref<{ kind: Kind; slug: string; name: string } | null>(null);
const fields = computed(() => (form.value?.kind === "lens" ? LENS_FIELDS : BODY_FIELDS));
const FLAGS = {
  body: [
    ["first_curtain", "electronic first curtain"],
    ["zone_focus", "fixed-distance mode"],
  ],
  lens: [
    ["autofocus", "autofocus"],
    ["ring_reported", "the body can read its ring"],
    ["stabiliser_switch", "a stabiliser switch of its own"],
  ],
} as const;

const refresh = () => queries.invalidateQueries({ queryKey: ["kit"] });
const shown = (value: unknown, time?: boolean): string => {
  if (typeof value !== "number") return "";
  return time && value < 0.3 ? `1/${Math.round(1 / value)}` : String(Math.round(value * 10000) / 10000);
};
function open(kind: Kind, slug = ""): void {
  const list = kind === "body" ? kit.value?.bodies : kit.value?.lenses;
  const row = list?.find((one) => one.slug === slug);
  const base = { ...(row?.document ?? {}) } as Record<string, unknown>;
  const ends = base.widest_aperture;
  [base.widest_short, base.widest_long] = Array.isArray(ends) ? ends : [ends, ends];
  const text: Record<string, string> = {};
  const guessed = new Set((base.assumed as string[] | undefined) ?? []);
  if (guessed.has("widest_aperture")) guessed.add("widest_short").add("widest_long");
  for (const field of kind === "body" ? BODY_FIELDS : LENS_FIELDS)
    text[field.key] = guessed.has(field.key) ? "" : shown(base[field.key], field.time);
  const flags = Object.fromEntries(
    FLAGS[kind].map(([key]) => [key, row ? base[key] === true : key === "autofocus" || key === "ring_reported"]),
  );
  errors.value = {};
  form.value = { kind, slug, version: row?.version ?? "", base, name: String(base.name ?? ""), text, flags };
}
const assumed = (key: string) => !form.value?.text[key]?.trim() && fields.value.find((f) => f.key === key)?.usual !== undefined;

function read(text: string): number | null {
  const plain = text.trim().replace(",", ".");
  if (!plain) return null;
  const fraction = /^1\/(\d+(?:\.\d+)?)$/.exec(plain);
  return fraction ? 1 / Number(fraction[1]) : Number(plain);
}
async function save(): Promise<void> {
  const f = form.value;
  if (!f) return;
  errors.value = {};
  const { widest_short: _s, widest_long: _l, ...kept } = f.base;
  const document: Record<string, unknown> = { ...kept, name: f.name, ...f.flags };
  const guessed: string[] = [];
  for (const field of fields.value) {
    const typed = read(f.text[field.key] ?? "");
    if (Number.isNaN(typed))
      errors.value[`/${field.key}`] =
        `“${f.text[field.key]}” is not a number; write ${field.time ? "1/4000 or 0.5" : "24 or 2.8"}`;
    if (typed === null && field.usual !== undefined) guessed.push(field.key);
    document[field.key] = typed ?? field.usual ?? null;
  }
  if (Object.keys(errors.value).length) return;
  if (f.kind === "lens") {
    document.widest_aperture =
      document.widest_short === document.widest_long ? document.widest_short : [document.widest_short, document.widest_long];
    delete document.widest_short;
    delete document.widest_long;
  }
  document.assumed = [...new Set(guessed.map((key) => (key.startsWith("widest_") ? "widest_aperture" : key)))];
  const at = { params: { path: { slug: f.slug }, header: { "If-Match": f.version } } };
  try {
    if (f.kind === "body") {
      const body = document as unknown as Body;
      await take(f.slug ? client.PUT("/api/kit/bodies/{slug}", { ...at, body }) : client.POST("/api/kit/bodies", { body }));
    } else {
      const body = document as unknown as Lens;
      await take(f.slug ? client.PUT("/api/kit/lenses/{slug}", { ...at, body }) : client.POST("/api/kit/lenses", { body }));
    }
    form.value = null;
    await refresh();
  } catch (error) {
    errors.value =
      error instanceof ProblemError
        ? { ...error.places, ...(Object.keys(error.places).length ? {} : { "": error.message }) }
        : { "": "The server cannot be reached." };
  }
}
function wrong(key: string): string | undefined {
  const place = key.startsWith("widest_") ? "/widest_aperture" : `/${key}`;
  return errors.value[`/${key}`] ?? Object.entries(errors.value).find(([p]) => p === place || p.startsWith(`${place}/`))?.[1];
}
async function remove(kind: Kind, slug: string, name: string): Promise<void> {
  await take(client.DELETE("/api/kit/{kind}/{slug}", { params: { path: { kind, slug } } }));
  gone.value = { kind, slug, name };
  await refresh();
}
async function bringBack(): Promise<void> {
  if (!gone.value) return;
  await take(
    client.POST("/api/kit/{kind}/{slug}/restore", { params: { path: { kind: gone.value.kind, slug: gone.value.slug } } }),
  );
  gone.value = null;
  await refresh();
}
const fileError = ref("");
async function fromFile(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  if (!file) return;
  fileError.value = "";
  try {
    const body = JSON.parse(await file.text()) as Schemas["BodyProfileFile"];
    await take(client.POST("/api/kit/bodies/import", { body }));
    await refresh();
  } catch (error) {
    if (error instanceof ProblemError) {
      const places = Object.entries(error.places).map(([at, text]) => `${at.slice(1).replaceAll("/", ", ")}: ${text}`);
      fileError.value = `Nothing was added. ${places.slice(0, 4).join("; ") || error.message}`;
    } else
      fileError.value =
        error instanceof SyntaxError ? "Nothing was added. This is not a JSON file." : "The server cannot be reached.";
  }
}
const bodies = computed(() =>
  kit.value?.bodies.map((b) => ({
    key: b.slug,
    name: b.document.name,
    sensor: `${b.document.sensor_width_mm} × ${b.document.sensor_height_mm} mm, ${Math.round((b.document.pixels_wide * b.document.pixels_high) / 1e6)} MP`,
    iso: `${b.document.base_iso} to ${b.document.max_iso}`,
    time: shown(b.document.shortest_mechanical_s ?? b.document.shortest_electronic_s, true),
    stabiliser: b.document.stabiliser_stops ? `${b.document.stabiliser_stops} stops` : "none",
    assumed: b.document.assumed?.length ?? 0,
  })),
);
const lenses = computed(() =>
  kit.value?.lenses.map((l) => ({
    key: l.slug,
    name: l.document.name,
    focal:
      l.document.focal_min_mm === l.document.focal_max_mm
        ? `${l.document.focal_min_mm} mm`
        : `${l.document.focal_min_mm} to ${l.document.focal_max_mm} mm`,
    widest: Array.isArray(l.document.widest_aperture)
      ? l.document.widest_aperture.map((v) => `f/${v}`).join(" to ")
      : `f/${l.document.widest_aperture}`,
    closest: `${l.document.closest_m} m`,
    stabiliser: l.document.stabiliser_stops ? `${l.document.stabiliser_stops} stops` : "none",
    assumed: l.document.assumed?.length ?? 0,
  })),
);
const column = (title: string, key: string) => ({ title, dataIndex: key, key });
const TABLES = computed(() => [
  {
    kind: "body" as Kind,
    title: "Bodies",
    rows: bodies.value,
    columns: [
      column("body", "name"),
      column("sensor", "sensor"),
      column("ISO", "iso"),
      column("shortest", "time"),
      column("stabiliser", "stabiliser"),
      column("", "acts"),
    ],
  },
  {
    kind: "lens" as Kind,
    title: "Lenses",
    rows: lenses.value,
    columns: [
      column("lens", "name"),
      column("focal length", "focal"),
      column("widest", "widest"),
      column("closest", "closest"),
      column("stabiliser", "stabiliser"),
      column("", "acts"),
    ],
  },
]);
onUnmounted(
  offer([
    { id: "new-body", label: "New body", keys: "b", run: () => open("body") },
    { id: "new-lens", label: "New lens", keys: "l", run: () => open("lens") },
    { id: "undo-kit", label: "Bring back what was just put aside", keys: "z", run: () => void bringBack() },
  ]),
);
</script>

<template>
  <main class="kit">
    <p v-if="gone" class="gone" role="status">
      “{{ gone.name }}” is put aside for thirty days. <button class="plain" @click="bringBack">Bring it back</button>
    </p>
    <p v-if="isSuccess && !kit?.bodies.length && !kit?.lenses.length" class="reason">
      Every setup is computed for one of your bodies with one of your lenses. Begin with the body you use most; what you do not
      know gets a plausible default, marked as assumed.
    </p>
    <section v-for="table in TABLES" :key="table.kind">
      <h2>{{ table.title }}</h2>
      <div class="scroller" tabindex="0" role="region" :aria-label="table.title">
        <Table :columns="table.columns" :data-source="table.rows" :pagination="false" size="small">
          <template #bodyCell="{ column: at, record }">
            <button v-if="at.key === 'name'" class="plain name" @click="open(table.kind, record.key)">{{ record.name }}</button>
            <template v-else-if="at.key === 'acts'">
              <RouterLink v-if="table.kind === 'body'" class="act" :to="{ name: 'body', params: { slug: record.key } }"
                >words and state</RouterLink
              >
              <RouterLink
                v-if="table.kind === 'body'"
                class="act"
                :to="{ name: 'first', params: { slug: record.key } }"
                :aria-label="`the first day with ${record.name}`"
                >first day</RouterLink
              >
              <button class="plain" @click="remove(table.kind, record.key, record.name)">delete</button>
            </template>
            <template v-else
              >{{ record[String(at.key)]
              }}<span v-if="at.key === 'stabiliser' && record.assumed" class="assumed quiet"
                >, {{ record.assumed }} assumed</span
              ></template
            >
          </template>
        </Table>
      </div>
      <div class="adds">
        <button class="button" @click="open(table.kind)">{{ table.kind === "body" ? "Add a body" : "Add a lens" }}</button>
        <label v-if="table.kind === 'body'" class="file"
          ><span>a body with its words, from a file</span
          ><input class="visually-hidden" type="file" accept=".json,application/json" @change="fromFile"
        /></label>
      </div>
      <p v-if="table.kind === 'body' && fileError" class="error" role="alert">{{ fileError }}</p>
    </section>
    <Modal
      v-if="form"
      :open="true"
      :title="form.name || (form.kind === 'body' ? 'New body' : 'New lens')"
      ok-text="Save"
      width="640px"
      :transition-name="''"
      :mask-transition-name="''"
      @ok="save"
      @cancel="form = null"
    >
      <form class="form" @submit.prevent="save">
        <label for="k-name" class="label">name</label><input id="k-name" v-model="form.name" class="plain" maxlength="80" /><span
          class="help"
          >what you call it</span
        >
        <p v-if="wrong('name')" class="error" role="alert">{{ wrong("name") }}</p>
        <template v-for="field in fields" :key="field.key">
          <label :for="`k-${field.key}`" class="label">{{ field.label }}</label>
          <span class="entry"
            ><input
              :id="`k-${field.key}`"
              v-model="form.text[field.key]"
              class="plain"
              :class="{ assumed: assumed(field.key) }"
              :placeholder="field.usual === undefined ? 'not offered' : `${shown(field.usual, field.time)}, assumed`"
              :aria-describedby="`h-${field.key}`"
            /><span class="quiet">{{ field.unit }}</span></span
          >
          <span :id="`h-${field.key}`" class="help">{{ field.help }}</span>
          <p v-if="wrong(field.key)" class="error" role="alert">{{ wrong(field.key) }}</p>
        </template>
        <label v-for="[key, label] in FLAGS[form.kind]" :key="key" class="flag"
          ><input v-model="form.flags[key]" type="checkbox" /> {{ label }}</label
        >
        <p class="error" role="alert">{{ errors[""] }}</p>
        <button type="submit" hidden>Save</button>
      </form>
    </Modal>
  </main>
</template>

<style scoped>
.kit {
  padding: 0 24px 48px;
}
.scroller {
  overflow-x: auto;
  margin-bottom: 12px;
}
.name {
  font-weight: 560;
}
.button,
.name,
.gone button {
  min-height: 44px;
}
.scroller button {
  min-height: 44px;
  min-width: 44px;
}
.adds {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: center;
}
.kit .act {
  color: inherit;
  text-decoration: underline;
  text-decoration-color: var(--rule);
  margin-right: 14px;
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
.gone {
  border: 1px dashed var(--ink);
  padding: 0 12px;
  margin-top: 12px;
}
.form {
  display: grid;
  grid-template-columns: 190px 1fr 210px;
  gap: 0 12px;
  align-items: baseline;
}
.form input:not([type="checkbox"]) {
  border-bottom: 1px solid var(--rule);
  min-height: 36px;
}
.entry {
  display: flex;
  gap: 6px;
  align-items: baseline;
}
.help {
  font-size: 12px;
  color: var(--second);
}
.error,
.flag {
  grid-column: 1 / -1;
}
.flag {
  min-height: 36px;
  display: flex;
  gap: 8px;
  align-items: center;
}
.reason {
  padding-top: 18px;
  max-width: 60ch;
}
@media (max-width: 640px) {
  .kit {
    padding: 0 16px 48px;
  }
  .form {
    grid-template-columns: 1fr 1fr;
  }
  .help {
    grid-column: 1 / -1;
  }
}
</style>
