import { useQueryClient } from "@tanstack/vue-query";
import { ref, watch, type Ref } from "vue";
import { client, newerIn, ProblemError, take, type Schemas } from "@/api/client";
import { keyOf, nowKnown } from "@/api/keys";
import { useInTurn } from "@/api/inTurn";

export type Entry = { setting: string; label: string; menu: string[]; values: Record<string, string> };
export type Words = ReturnType<typeof useWords>;

/** A body's own words as they are edited: kept at every change, undone, and told of where somebody else changed them. */
export function useWords(slug: () => string, stored: Ref<Schemas["DialectOut"] | undefined>) {
  const queries = useQueryClient();
  const entries = ref<Entry[]>([]);
  const version = ref("");
  const errors = ref<Record<string, string>>({});
  const said = ref("");
  const theirs = ref<Schemas["DialectForm"] | null>(null);
  const past = ref<Entry[][]>([]);
  const plain = (form: Schemas["DialectForm"]): Entry[] =>
    (form.entries ?? []).map((e) => ({ setting: e.setting ?? "", label: e.label, menu: [...e.menu], values: { ...e.values } }));
  watch(
    stored,
    (found) => {
      if (found && found.version !== version.value) [entries.value, version.value] = [plain(found.document), found.version];
    },
    { immediate: true },
  );
  /** Each save is of all rows as they stand here, based on the version that the save before it made; none while a conflict is open. */
  const put = useInTurn(
    () => `dialect-${slug()}`,
    async (rows: Entry[]) => {
      if (theirs.value) return;
      const answer = await take(
        client.PUT("/api/kit/bodies/{slug}/dialect", {
          params: { path: { slug: slug() }, header: { "If-Match": version.value } },
          body: { format: "wide-aperture-dialect", version: 1, firmware: stored.value?.document.firmware ?? "", entries: rows },
        }),
      );
      version.value = answer.version;
      if (newest === rows) entries.value = plain(answer.document);
      await nowKnown(queries, keyOf("dialect", slug()), answer);
    },
  );
  let newest: Entry[] = [];
  /** What can be undone is remembered as it is changed, not as it is saved: undo takes back what stands on the screen. */
  async function keep(next: Entry[], words: string, undoing = false): Promise<void> {
    if (!undoing) past.value = [...past.value, copy(entries.value)].slice(-100);
    entries.value = newest = next;
    errors.value = {};
    try {
      await put(next);
      said.value = words;
    } catch (error) {
      const current = newerIn<Schemas["DialectForm"]>(error);
      if (current) [theirs.value, version.value] = [current.document, current.version];
      else
        errors.value =
          error instanceof ProblemError ? { "": error.message, ...error.places } : { "": "The server cannot be reached." };
    }
  }
  async function took(answer: Schemas["DialectOut"]): Promise<void> {
    [entries.value, version.value] = [plain(answer.document), answer.version];
    await nowKnown(queries, keyOf("dialect", slug()), answer);
  }
  function imported(answer: Schemas["DialectOut"]): void {
    past.value = [...past.value, copy(entries.value)].slice(-100);
    void took(answer);
    said.value = `${answer.document.entries?.length ?? 0} rows taken`;
  }
  async function settle(mine: boolean): Promise<void> {
    const other = theirs.value;
    theirs.value = null;
    if (mine || !other) void keep(copy(entries.value), "kept yours", true);
    else entries.value = plain(other);
  }
  async function undo(): Promise<void> {
    const before = past.value.pop();
    if (!before) return;
    await keep(before, "undone", true);
  }
  function edit(k: number, change: (entry: Entry) => void, words: string): void {
    const next = copy(entries.value);
    const entry = next[k];
    if (!entry) return;
    change(entry);
    if (JSON.stringify(next) !== JSON.stringify(entries.value)) void keep(next, words);
  }
  return { entries, version, errors, said, theirs, past, keep, edit, imported, settle, undo };
}
export const copy = (list: Entry[]): Entry[] => JSON.parse(JSON.stringify(list)) as Entry[];
