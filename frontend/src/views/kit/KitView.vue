<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, nextTick, onUnmounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { once } from "@/api/once";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { changed } from "@/api/keys";
import { useKit } from "@/api/queries";
import { offer } from "@/keys/actions";
import DescribeBody from "./DescribeBody.vue";
import FilterBag from "./FilterBag.vue";
import FlashBag from "./FlashBag.vue";
import KitTable from "./KitTable.vue";
import type { Document } from "./piece";
import PieceEditor from "./PieceEditor.vue";

type Kind = "body" | "lens";
const { data: kit, isSuccess } = useKit();
const queries = useQueryClient();
const route = useRoute();
const router = useRouter();
const gone = ref<{ kind: Kind; slug: string; name: string } | null>(null);
/** Figures of lenses that pictures told, offered one after the other for the next new lens. */
const seen = ref<Document[]>([]);
const failed = ref("");

/** What is open at the right: a piece by kind and slug, or a new one; kept in the address. */
const open = computed(() => String(route.query.open ?? ""));
const show = (what: string) => void router.replace({ query: what ? { open: what } : {} });
const kind = computed<Kind>(() => (open.value.startsWith("lens") || open.value === "new-lens" ? "lens" : "body"));
const piece = computed(() => {
  const [of, slug] = open.value.split("/");
  const list = of === "body" ? kit.value?.bodies : of === "lens" ? kit.value?.lenses : undefined;
  return list?.find((one) => one.slug === slug);
});
watch(
  [kit, isSuccess],
  () => {
    const first = kit.value?.bodies[0];
    if (isSuccess.value && !open.value) show(first ? `body/${first.slug}` : "new-body");
  },
  { immediate: true },
);
const refresh = () => changed(queries, "kit");
async function saved(of: Kind, slug: string): Promise<void> {
  await refresh();
  if (of === "lens") seen.value = seen.value.slice(1);
  show(of === "lens" && seen.value.length ? "new-lens" : `${of}/${slug}`);
}
async function described(slug: string, lenses: Record<string, unknown>[]): Promise<void> {
  seen.value = lenses;
  await saved("body", slug);
  if (lenses.length) show("new-lens");
}
/** Without this one: the next lens that was seen, if there is another. */
function left(): void {
  seen.value = seen.value.slice(1);
  show(seen.value.length ? "new-lens" : "");
}
async function remove(): Promise<void> {
  if (!piece.value) return;
  const { slug, document } = piece.value;
  await take(client.DELETE("/api/kit/{kind}/{slug}", { params: { path: { kind: kind.value, slug } } }));
  gone.value = { kind: kind.value, slug, name: document.name };
  await refresh();
  show("");
}
async function bringBack(): Promise<void> {
  if (!gone.value) return;
  await take(
    client.POST("/api/kit/{kind}/{slug}/restore", { params: { path: { kind: gone.value.kind, slug: gone.value.slug } } }),
  );
  gone.value = null;
  await refresh();
}
async function removeUnread(of: "body" | "lens", slug: string): Promise<void> {
  await take(client.DELETE("/api/kit/{kind}/{slug}", { params: { path: { kind: of, slug } } }));
  await refresh();
}
async function fromFile(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  if (!file) return;
  failed.value = "";
  try {
    const text = await file.text();
    const body = JSON.parse(text) as Schemas["BodyProfileFile"];
    const made = await once(text, (header) => take(client.POST("/api/kit/bodies/import", { body, params: { header } })));
    await saved("body", made.slug);
  } catch (error) {
    if (error instanceof ProblemError) {
      const places = Object.entries(error.places).map(([at, text]) => `${at.slice(1).replaceAll("/", ", ")}: ${text}`);
      failed.value = `Nothing was added. ${places.slice(0, 4).join("; ") || error.message}`;
    } else
      failed.value =
        error instanceof SyntaxError ? "Nothing was added. This is not a JSON file." : "The server cannot be reached.";
  }
}
async function start(what: string): Promise<void> {
  show(what);
  await nextTick();
  document.querySelector<HTMLElement>("#d-name, #k-name")?.focus();
}
onUnmounted(
  offer([
    { id: "new-body", label: "New body", keys: "b", run: () => void start("new-body") },
    { id: "new-lens", label: "New lens", keys: "l", run: () => void start("new-lens") },
    { id: "undo-kit", label: "Bring back what was just put aside", keys: "z", run: () => void bringBack() },
  ]),
);
</script>

<template>
  <main v-if="kit" class="kit">
    <div class="laid">
      <p v-if="gone" class="gone" role="status">
        “{{ gone.name }}” is put aside for thirty days. <button class="plain" @click="bringBack">Bring it back</button>
      </p>
      <p v-if="!kit.bodies.length && !kit.lenses.length" class="reason">
        Every setup is computed for one of your bodies with one of your lenses. Begin with the body you use most: six answers are
        enough, and a picture it took gives most of them.
      </p>
      <p v-else-if="!kit.lenses.length" class="reason">No lens yet: a setup needs one beside the body.</p>
      <p v-else-if="!kit.bodies.length" class="reason">No body yet: a setup needs one behind the lens.</p>
      <p v-for="one in kit.unread" :key="`${one.kind}/${one.slug}`" class="error unread">
        The {{ one.kind }} “{{ one.slug }}” is stored in a form that cannot be read: {{ one.problem }}.
        <button class="plain" @click="removeUnread(one.kind, one.slug)">Put it aside</button>
      </p>
      <KitTable :kit="kit" :open="open" @open="(of, slug) => show(`${of}/${slug}`)" />
      <FilterBag />
      <FlashBag />
      <div class="adds">
        <button class="button" @click="start('new-body')">Add a body</button>
        <button class="button" @click="start('new-lens')">Add a lens</button>
        <label class="file"
          ><span>a body with its words, from a file</span
          ><input class="visually-hidden" type="file" accept=".json,application/json" @change="fromFile"
        /></label>
      </div>
      <p v-if="failed" class="error" role="alert">{{ failed }}</p>
    </div>
    <section class="opened" aria-label="opened">
      <DescribeBody v-if="open === 'new-body'" @saved="described" @by-hand="show('new-body-by-hand')" @close="show('')" />
      <PieceEditor
        v-else-if="open === 'new-lens' || open === 'new-body-by-hand'"
        :key="`${open} ${seen.length}`"
        :kind="kind"
        slug=""
        version=""
        :base="(open === 'new-lens' && seen[0]) || {}"
        :kit="kit"
        @saved="(slug) => saved(kind, slug)"
        @close="left"
      />
      <template v-else-if="piece">
        <h2>{{ piece.document.name }}</h2>
        <p v-if="kind === 'body'" class="acts">
          <RouterLink :to="{ name: 'first_day', params: { slug: piece.slug } }"
            >the first day with {{ piece.document.name }}</RouterLink
          >
          <RouterLink :to="{ name: 'body', params: { slug: piece.slug } }">words, controls and state</RouterLink>
        </p>
        <PieceEditor
          :key="`${open} ${piece.version}`"
          :kind="kind"
          :slug="piece.slug"
          :version="piece.version"
          :base="piece.document as unknown as Document"
          :kit="kit"
          @saved="(slug) => saved(kind, slug)"
          @remove="remove"
          @close="show('')"
        />
      </template>
    </section>
  </main>
</template>

<style scoped>
.unread {
  padding-top: 14px;
}
.kit {
  padding: 0 24px 48px;
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 624px);
  gap: 0 48px;
}
.adds {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: center;
  padding-top: 18px;
}
.button,
.gone button {
  min-height: 44px;
}
.file {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
  text-decoration: underline;
  cursor: pointer;
}
.gone {
  border: 1px dashed var(--ink);
  padding: 0 12px;
  margin-top: 12px;
}
.reason {
  padding-top: 18px;
  max-width: 60ch;
}
.acts {
  display: flex;
  gap: 18px;
}
.acts a {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
@media (max-width: 1080px) {
  .kit {
    grid-template-columns: minmax(0, 1fr);
    padding: 0 16px 48px;
  }
}
</style>
