import { useDebounceFn, useStorage } from "@vueuse/core";
import { useQueryClient } from "@tanstack/vue-query";
import { computed, onScopeDispose, ref, shallowRef, watch } from "vue";
import {
  client,
  newerIn,
  ProblemError,
  take,
  type Asked,
  type Decided,
  type Schemas,
  type Setup,
  type Situation,
} from "@/api/client";
import { changed } from "@/api/keys";
import { useInTurn } from "@/api/inTurn";
import { useKit, useProfile } from "@/api/queries";
import { lost, unreached } from "@/api/unreached";

const DEPTH = 100;
const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
/** Whether two documents say the same, in whatever order and with or without seconds and what is left out. */
function alike(a: Situation, b: Situation): boolean {
  const plain = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(plain);
    if (value === null || typeof value !== "object") return value;
    const kept = Object.entries(value)
      .filter(([, v]) => v !== null && v !== undefined)
      .map(([k, v]) => [k, plain(v)] as const);
    return Object.fromEntries(kept.sort(([x], [y]) => x.localeCompare(y)));
  };
  const minute = (d: Situation) => ({ ...d, starts_at: d.starts_at.slice(0, 5) });
  return same(plain(minute(a)), plain(minute(b)));
}

/** What is not yet known to be saved; sent: saves under way whose answer nobody has read, each of which may have arrived. */
interface Draft {
  document: Situation;
  version: string;
  sent?: Situation[];
}

const UNREAD = 20;
/** So much may still be on its way when the page is gone; browsers refuse to send more behind it (64 KiB in all). */
const OUTLIVES_BYTES = 32_000;
/** What takes longer is asked as soon as nothing moves. */
const PAUSE_MS = 120;

/** What a question is answered with; at once: before what focus follows has been simulated. */
type Ask<T> = (question: Asked, signal: AbortSignal, at_once: boolean) => Promise<T>;
/** What the bench shows first: the figures, and why. */
export const decided: Ask<Decided> = (body, signal, at_once) =>
  take(client.POST("/api/bench/figures", { body, signal, params: { query: { at_once } } }));
/** The whole setup, with every setting of the body. */
export const whole: Ask<Setup> = (body, signal) => take(client.POST("/api/bench/whole", { body, signal }));
/** One situation at the bench: its document, its setup as it is typed, saving, undo, drafts, conflicts. */
export function useBench<T extends Decided>(id: number, ask: Ask<T>) {
  const queries = useQueryClient();
  const { data: kit } = useKit();
  const { data: profile } = useProfile();
  const document = ref<Situation | null>(null);
  const outing = ref(0);
  /** What the day tells by itself. */
  const day = ref<Pick<Schemas["SituationOut"], "bodies" | "mains_hz" | "utc_offset_min">>({
    bodies: 1,
    mains_hz: null,
    utc_offset_min: null,
  });
  const version = ref("");
  const setup = shallowRef<T | null>(null);
  /** The question that the setup on the screen answers: what is asked beside it asks about this one. */
  const answered = shallowRef<Asked | null>(null);
  const errors = ref<Record<string, string>>({});
  const saved = ref<"" | "saving" | "saved" | "kept here" | "conflict">("");
  const savedAt = ref("");
  const theirs = ref<Situation | null>(null);
  const theirVersion = ref("");
  const missing = ref(false);
  const draft = useStorage<Draft | null>(`aperture.draft.${id}`, null, undefined, {
    serializer: { read: (v) => JSON.parse(v) as Draft, write: JSON.stringify },
  });

  let past: Situation[] = [];
  let future: Situation[] = [];
  const steps = ref({ undo: 0, redo: 0, server: 0 });
  let stored: Situation | null = null;
  /** The revision this bench began on, and how many documents before it have been brought back. */
  let began = 0;
  /** Whether the page that this bench was for is left: nothing is asked again for it. */
  let left = false;
  let beyond = 0;
  const revision = (tag: string): number => Number(tag.replaceAll('"', ""));
  const count = () => (steps.value = { undo: past.length, redo: future.length, server: steps.value.server });

  async function load(): Promise<void> {
    try {
      const found = await take(client.GET("/api/situations/{pk}", { params: { path: { pk: id } } }));
      lost.delete(load);
      stored = copy(found.document);
      outing.value = found.outing;
      day.value = { bodies: found.bodies, mains_hz: found.mains_hz, utc_offset_min: found.utc_offset_min };
      version.value = found.version;
      began = revision(found.version);
      steps.value.server = found.undo;
      if (draft.value && !alike(draft.value.document, found.document)) {
        document.value = copy(draft.value.document);
        const own = ours(found.document);
        if (own || draft.value.version === found.version) void save();
        else [theirs.value, theirVersion.value, saved.value] = [found.document, found.version, "conflict"];
      } else {
        document.value = copy(found.document);
        if (draft.value) settled(copy(found.document), found.version);
      }
    } catch (error) {
      missing.value = error instanceof ProblemError && error.problem.status === 404;
      lost[missing.value || left ? "delete" : "add"](load);
      if (!missing.value && draft.value) [document.value, saved.value] = [copy(draft.value.document), "kept here"];
    }
  }

  /** What the server puts to the question: when one of these has changed, it is asked anew. */
  const beside = computed(() => ({ kit: kit.value, profile: profile.value, day: day.value }));
  const asked = computed<Asked | null>(() => {
    const { kit, profile } = beside.value;
    const of = document.value;
    const there = kit?.bodies.some((b) => b.slug === of?.body) && kit.lenses.some((l) => l.slug === of?.lens);
    return of && there && profile && outing.value ? { outing: outing.value, document: of } : null;
  });
  watch(beside, () => {
    void changed(queries, "now", "longer set");
  });

  /** Kit of this situation that is not there any more: put aside, or never copied. */
  const gone = computed(() => {
    const d = document.value;
    const has = kit.value;
    if (!d || !has) return [];
    const named = (kind: "body" | "lens", slug: string): Schemas["AsideOut"] =>
      has.aside.find((one) => one.kind === kind && one.slug === slug) ?? { kind, slug, name: "" };
    const lacking: Schemas["AsideOut"][] = [];
    if (!has.bodies.some((b) => b.slug === d.body)) lacking.push(named("body", d.body));
    if (!has.lenses.some((l) => l.slug === d.lens)) lacking.push(named("lens", d.lens));
    return lacking;
  });

  let running: AbortController | null = null;
  /** The document that was answered or refused last, and whether a save waits for that: what is refused is not saved by itself. */
  let judged: Situation | null = null;
  let waiting = false;
  async function advise(): Promise<void> {
    if (!asked.value) return;
    running?.abort();
    const mine = (running = new AbortController());
    const question = asked.value;
    try {
      const answer = await ask(question, mine.signal, true);
      if (mine.signal.aborted) return;
      lost.delete(advise);
      setup.value = answer;
      answered.value = question;
      errors.value = {};
    } catch (error) {
      if (mine.signal.aborted) return;
      errors.value =
        error instanceof ProblemError
          ? { ...error.placesIn("/document"), ...(Object.keys(error.places).length ? {} : { "": error.message }) }
          : { "": "The server cannot be reached; what you type is kept here." };
      lost[unreached(error) && !left ? "add" : "delete"](advise);
    }
    judged = question.document;
    if (waiting) void put();
    waiting = false;
    if (setup.value?.focus.following?.simulated === 0 && answered.value === question) await follow(question, mine.signal);
  }
  /** The first figures stand; what is simulated takes their place. */
  async function follow(question: Asked, signal: AbortSignal): Promise<void> {
    await new Promise((done) => setTimeout(done, PAUSE_MS));
    if (signal.aborted) return;
    try {
      const answer = await ask(question, signal, false);
      if (!signal.aborted) setup.value = answer;
    } catch (error) {
      if (!signal.aborted && unreached(error) && !left) lost.add(advise);
    }
  }
  watch(asked, advise, { deep: true });

  function settled(sent: Situation, at: string): void {
    lost.delete(put);
    version.value = at;
    stored = sent;
    saved.value = "saved";
    savedAt.value = new Date().toTimeString().slice(0, 5);
    if (document.value && alike(document.value, sent)) draft.value = null;
    else {
      if (draft.value) draft.value = { ...draft.value, sent: [] };
      void save();
    }
  }
  /** Saves whose answer was not read; an older page kept one of them. */
  const unread = (): Situation[] => [draft.value?.sent ?? []].flat();
  /** Whether what stands on the server is a save of this very page: only somebody else's change is a conflict. */
  const ours = (there: Situation): boolean => unread().some((mine) => alike(mine, there));
  const put = useInTurn(() => `situation-${id}`, send);
  async function send(): Promise<void> {
    const refused = Object.keys(errors.value).some((place) => place !== "");
    if (!document.value || (stored && alike(document.value, stored)) || saved.value === "conflict" || refused) {
      lost.delete(put);
      return;
    }
    const sent = copy(document.value);
    saved.value = "saving";
    if (draft.value) draft.value = { ...draft.value, sent: [...unread(), sent].slice(-UNREAD) };
    try {
      const answer = await take(
        client.PUT("/api/situations/{pk}", {
          params: { path: { pk: id }, header: { "If-Match": version.value } },
          body: sent,
          keepalive: new Blob([JSON.stringify(sent)]).size < OUTLIVES_BYTES,
        }),
      );
      day.value = { bodies: answer.bodies, mains_hz: answer.mains_hz, utc_offset_min: answer.utc_offset_min };
      settled(sent, answer.version);
      void changed(queries, "outings");
    } catch (error) {
      const current = newerIn<Situation>(error);
      if (current && alike(current.document, sent)) settled(sent, current.version);
      else if (current && ours(current.document)) {
        [version.value, stored] = [current.version, current.document];
        await send();
      } else if (current) {
        [theirs.value, theirVersion.value] = [current.document, current.version];
        saved.value = "conflict";
        lost.delete(put);
      } else {
        saved.value = "kept here";
        lost[unreached(error) && !left ? "add" : "delete"](put);
        if (error instanceof ProblemError && error.problem.status === 422) errors.value = { ...errors.value, ...error.places };
        if (error instanceof ProblemError && error.problem.status === 401) void changed(queries, "me");
      }
    }
  }
  const save = useDebounceFn(() => {
    waiting = !!asked.value && judged !== document.value;
    return waiting ? undefined : put();
  }, 700);

  function keep(): void {
    if (!document.value) return;
    draft.value = { ...draft.value, document: copy(document.value), version: version.value };
    void save();
  }
  /** Change the document; each call is one step of undo. */
  function change(edit: (d: Situation) => void): void {
    if (!document.value) return;
    const before = copy(document.value);
    const after = copy(document.value);
    edit(after);
    if (same(before, after)) return;
    past = [...past, before].slice(-DEPTH);
    future = [];
    document.value = after;
    count();
    keep();
  }
  async function undo(): Promise<void> {
    if (!document.value) return;
    const local = past.pop();
    if (local) {
      future.push(copy(document.value));
      document.value = local;
    } else if (steps.value.server > 0) {
      const back = revision(version.value) - began + beyond + 1;
      const earlier = await take(client.GET("/api/situations/{pk}/earlier", { params: { path: { pk: id }, query: { back } } }));
      beyond += 1;
      steps.value.server -= 1;
      future.push(copy(document.value));
      document.value = earlier;
    }
    count();
    keep();
  }
  function redo(): void {
    const next = future.pop();
    if (!next || !document.value) return;
    past.push(copy(document.value));
    document.value = next;
    count();
    keep();
  }
  function settle(mine: boolean): void {
    if (!theirs.value) return;
    version.value = theirVersion.value;
    [began, beyond] = [revision(theirVersion.value), 0];
    stored = copy(theirs.value);
    saved.value = "";
    if (mine) keep();
    else {
      if (document.value) past.push(copy(document.value));
      document.value = copy(theirs.value);
      draft.value = null;
    }
    theirs.value = null;
    count();
  }
  onScopeDispose(() => {
    left = true;
    for (const ask of [load, advise, put]) lost.delete(ask);
  });
  void load();
  return {
    document,
    outing,
    day,
    asked,
    answered,
    setup,
    errors,
    saved,
    savedAt,
    theirs,
    missing,
    steps,
    kit,
    gone,
    profile,
    change,
    undo,
    redo,
    settle,
    put,
  };
}
