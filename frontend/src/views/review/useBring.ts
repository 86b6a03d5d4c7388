import { computed, ref, shallowRef } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { awaited } from "@/api/idle";
import { upload } from "@/api/upload";
import { inside, isArchive, type Brought } from "./archive";

/** Files that are looked at together: those that have come already are not sent again. */
const AT_A_TIME = 24;
/** Files on their way at once: one travels while another is read. */
const LANES = 2;
const LANE = Array.from({ length: LANES });
const SIDECAR = /\.xmp$/i;
const FRAME = /\.(jpe?g|tiff?|png|dng|raw|xmp|[a-z0-9]{3})$/i;

async function digestOf(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await crypto.subtle.digest("SHA-256", await file.arrayBuffer()));
  return [...bytes].map((one) => one.toString(16).padStart(2, "0")).join("");
}

/** Frames brought to a day, thousands of them: looked at a few at a time, sent two at a time, stopped and gone on with. */
export function useBring(outing: () => number, came: () => void) {
  const all = ref(0);
  const done = ref(0);
  const brought = ref(0);
  const again = ref(0);
  const rated = ref(0);
  const failed = ref<{ name: string; why: string }[]>([]);
  const said = ref("");
  const running = shallowRef<AbortController | null>(null);
  /** What was chosen and has not been sent yet: gone on with by a press. */
  const waiting = shallowRef<Brought[]>([]);

  function refused(name: string, error: unknown): void {
    const why = error instanceof ProblemError ? (Object.values(error.places)[0] ?? error.message) : (error as Error).message;
    failed.value = [...failed.value, { name, why }];
  }
  function over(file: Brought): void {
    done.value += 1;
    waiting.value = waiting.value.filter((one) => one !== file);
  }
  /** A file as it is read; none where it cannot be, which is said. */
  async function read(file: Brought): Promise<Blob | undefined> {
    try {
      return await file.read();
    } catch (error) {
      refused(file.name, error);
      over(file);
      return undefined;
    }
  }
  async function known(files: Brought[]): Promise<Set<Brought>> {
    const frames = files.filter((file) => !SIDECAR.test(file.name));
    if (!window.isSecureContext || !frames.length) return new Set(); // the server tells what has come, once it is sent
    const digests = new Map<string, Brought>();
    for (const file of frames) {
      const bytes = await read(file);
      if (bytes) digests.set(await digestOf(bytes), file);
    }
    if (!digests.size) return new Set();
    const found = await take(
      client.POST("/api/outings/{pk}/came/known", {
        params: { path: { pk: outing() } },
        body: { digests: [...digests.keys()] },
      }),
    );
    const there = new Set(found.digests);
    return new Set([...digests].filter(([digest]) => there.has(digest)).map(([, file]) => file));
  }
  async function send(file: Brought, signal: AbortSignal): Promise<void> {
    const bytes = await read(file);
    if (!bytes) return;
    const path = `/api/outings/${outing()}/came?name=${encodeURIComponent(file.name.slice(-120))}`;
    try {
      const told = await upload<Schemas["CameOut"]>(path, bytes, () => {}, signal);
      rated.value += told.rated;
      if (told.again) again.value += 1;
      else if (told.id !== null) brought.value += 1;
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error; // stopped, or no way to the server: it waits
      refused(file.name, error);
    }
    over(file);
  }
  async function lane(files: Brought[], signal: AbortSignal): Promise<void> {
    for (let file = files.shift(); file; file = files.shift()) await send(file, signal);
  }
  async function go(): Promise<void> {
    if (running.value) return;
    const { signal } = (running.value = new AbortController());
    said.value = "";
    try {
      while (waiting.value.length) {
        if (signal.aborted) throw new DOMException("stopped", "AbortError");
        const some = waiting.value.slice(0, AT_A_TIME);
        const there = await known(some);
        waiting.value = waiting.value.filter((file) => !there.has(file));
        [done.value, again.value] = [done.value + there.size, again.value + there.size];
        const files = some.filter((file) => waiting.value.includes(file));
        await Promise.all(LANE.map(() => lane(files, signal)));
        came();
      }
    } catch (error) {
      const stopped = error instanceof DOMException;
      said.value = stopped ? "stopped; what had come is kept" : "There is no way to the server just now; the rest waits.";
    }
    running.value = null;
    came();
  }
  /** What is in archives, one after the other; one that cannot be opened is said. */
  async function opened(files: File[]): Promise<Brought[]> {
    const found: Brought[] = [];
    for (const file of files) {
      if (!isArchive(file)) found.push({ name: file.name, read: () => Promise.resolve(file) });
      else
        try {
          found.push(...(await awaited(inside(file))));
        } catch (error) {
          const why = (error as Error).message;
          refused(
            file.name,
            new Error(why.startsWith("it ") ? why : "this is no whole zip: one that any program unpacks is accepted"),
          );
        }
    }
    return found;
  }
  const last = (name: string): string => name.split("/").pop() ?? "";
  /** Frames first, then what lies beside them. */
  async function bring(files: Iterable<File>): Promise<void> {
    if (!running.value) [all.value, done.value, brought.value, again.value, rated.value, failed.value] = [0, 0, 0, 0, 0, []];
    said.value = "";
    const chosen = (await opened([...files])).filter(({ name }) => FRAME.test(name) && !last(name).startsWith("."));
    all.value += chosen.length;
    const order = (file: Brought): number => (SIDECAR.test(file.name) ? 1 : 0);
    waiting.value = [...waiting.value, ...chosen].sort((one, other) => order(one) - order(other));
    if (!chosen.length && !failed.value.length)
      said.value = "no frame among these: JPEG, TIFF, DNG and other raws are accepted, XMP beside them, and a zip of all that";
    await go();
  }
  const told = computed(() =>
    [
      brought.value && `${brought.value} ${brought.value === 1 ? "frame" : "frames"} brought`,
      again.value && `${again.value} had come already`,
      rated.value && `${rated.value} rated by what lay beside them`,
      failed.value.length && `${failed.value.length} could not be read`,
      said.value,
    ]
      .filter(Boolean)
      .join(", "),
  );
  return { all, done, failed, told, running, waiting, bring, go };
}
