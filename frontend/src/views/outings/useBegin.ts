import { useQueryClient } from "@tanstack/vue-query";
import { ref, type Ref } from "vue";
import { useRouter } from "vue-router";
import { client, take, type Schemas, type Situation } from "@/api/client";
import { changed, keyOf } from "@/api/keys";
import { useKit, useWords } from "@/api/queries";
import { usualTitle } from "@/words";

type Day = Schemas["OutingOut"];
/** What a line told, as far as it goes. */
interface Told {
  document: Partial<Situation>;
  lens?: Schemas["LineOut"]["lens"];
}
/** The full hour after the last picture of a day at which none begins. */
function freeHour(day: Day): string {
  const hours = day.situations.map((row) => Number(row.starts_at.slice(0, 2)));
  const taken = new Set(hours);
  const first = hours.length ? Math.max(...hours) + 1 : 12;
  const free = Array.from({ length: 24 }, (_, k) => (first + k) % 24).find((hour) => !taken.has(hour)) ?? 12;
  return `${String(free).padStart(2, "0")}:00`;
}

/** Beginning a picture by what was told of it; run: calls the server and says what went wrong; wrong: where else it is said. */
export function useBegin(run: <T>(call: Promise<T>) => Promise<T | undefined>, wrong: Ref<string>) {
  const { data: kit } = useKit();
  const { data: words } = useWords();
  const queries = useQueryClient();
  const router = useRouter();
  const pk = (id: number) => ({ params: { path: { pk: id } } });
  const today = new Date().toISOString().slice(0, 10);
  /** What is to begin once there is a body to begin it with. */
  const waiting = ref<{ day?: Day; clock?: string; told: Told } | null>(null);
  const busy = ref(false);
  /** Begin a picture by what was told of it; what it lacks, and what is asked first, is said here. */
  async function begin(of: Day | undefined, told: Told, at?: string): Promise<void> {
    const has = kit.value;
    if (!has || busy.value) return;
    if (!has.bodies.length) {
      waiting.value = { day: of, clock: at, told };
      return;
    }
    busy.value = true;
    try {
      await put(of, told, at);
    } finally {
      busy.value = false;
    }
  }
  async function put(of: Day | undefined, told: Told, at?: string): Promise<void> {
    const { bodies, lenses } = kit.value ?? { bodies: [], lenses: [] };
    const built = new Set(bodies.map((b) => b.document.fixed_lens).filter(Boolean));
    const body = bodies.find((b) => b.slug === told.document.body) ?? bodies.find((b) => !b.document.fixed_lens) ?? bodies[0];
    if (!body) return;
    const fixed = body.document.fixed_lens;
    const other = told.lens?.name ?? told.document.lens;
    if (fixed && other && other !== fixed) {
      wrong.value = `${body.document.name} has a lens of its own: take ${other} out of the line.`;
      return;
    }
    const own = fixed ?? told.document.lens ?? lenses.find((l) => !built.has(l.slug))?.slug;
    if (!own && !told.lens) {
      wrong.value = "Say the lens in the line too, such as 50 f/1.8 or 24-70 f/4: your kit has none yet.";
      return;
    }
    const begun = await run(together(of, told, { body: body.slug, lens: own ?? "" }, at));
    if (!begun) return;
    if (told.lens) await changed(queries, "kit");
    await router.push({ name: "bench", params: { id: begun.id } });
  }
  /** The lens that is not in the kit, the day that is not there, the picture: all of it, or nothing. */
  async function together(of: Day | undefined, told: Told, own: { body: string; lens: string }, at?: string) {
    const genre = told.document.genre ?? "everyday";
    const label = (clock: string): string => usualTitle(words.value, genre, told.document.subject ?? null, clock);
    const made = told.lens ? await take(client.POST("/api/kit/lenses", { body: told.lens as never })) : undefined;
    let day = of;
    try {
      const title = label("").replace(/,\s*$/, "");
      day ??= await take(client.POST("/api/outings", { body: { title, place: "", day: today, faces: [] } }));
      const clock = told.document.starts_at ?? at ?? freeHour(day);
      const rest = {
        ...told.document,
        title: label(clock),
        starts_at: clock,
        genre,
        body: own.body,
        lens: made?.slug ?? own.lens,
      };
      const body = { light: { condition: "overcast" }, ...rest } as Situation;
      return await take(client.POST("/api/outings/{pk}/situations", { ...pk(day.id), body }));
    } catch (error) {
      if (!of && day) await take(client.DELETE("/api/outings/{pk}", pk(day.id)));
      if (made) await take(client.DELETE("/api/kit/{kind}/{slug}", { params: { path: { kind: "lens", slug: made.slug } } }));
      throw error;
    }
  }
  /** The body that was asked for is there: what waited for it goes on. */
  async function described(slug: string): Promise<void> {
    await changed(queries, "kit");
    await queries.refetchQueries({ queryKey: keyOf("kit") });
    const next = waiting.value;
    waiting.value = null;
    if (next) await begin(next.day, { ...next.told, document: { ...next.told.document, body: slug } }, next.clock);
  }
  return { waiting, busy, begin, described };
}
