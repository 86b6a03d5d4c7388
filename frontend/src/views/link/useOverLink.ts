import { useQueryClient } from "@tanstack/vue-query";
import { ref, shallowRef } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { changed, keyOf, nowKnown } from "@/api/keys";

type Special = NonNullable<Schemas["LoadIn"]["special"]>;
/** A slot of the body, and what it is to hold. */
export interface Planned {
  bank: number;
  number: number;
  name: string;
  title: string;
  situation: number;
  special: Special;
}

/** Parts that may bring nothing nearer, one after the other: then something else moves the body, and nobody writes against that for ever. */
const PATIENCE = 3;

/** What is done over a link, part by part: each part can be stopped after, and goes on where it was. */
export function useOverLink(slug: () => string) {
  const queries = useQueryClient();
  /** What is being done, in words, and how far it is. */
  const doing = shallowRef<{ words: string; done: number; all: number } | null>(null);
  const said = ref("");
  const wrong = ref("");
  let stopped = false;

  const because = (error: unknown): string =>
    error instanceof ProblemError
      ? Object.values(error.places)[0] || error.message
      : "The server cannot be reached; what was written so far stands, and is seen when it answers again.";

  /** One piece of work at a time; what is in the way is said, and all that is known of the body is asked for again. */
  async function work(run: () => Promise<string>): Promise<void> {
    if (doing.value) return;
    [stopped, wrong.value, said.value] = [false, "", ""];
    doing.value = { words: "", done: 0, all: 0 };
    try {
      said.value = await run();
    } catch (error) {
      wrong.value = because(error);
    }
    doing.value = null;
    await changed(queries, "link", "held", "came");
  }

  /** Write a setup; how many of its settings the body does not take, null where it was stopped before its end. */
  async function write(pk: number, title: string, special: Special = "", only: string[] = []): Promise<number | null> {
    let [all, least, idle] = [0, Infinity, 0];
    for (;;) {
      const told = await take(
        client.POST("/api/situations/{pk}/link/load", { params: { path: { pk } }, body: { special, only } }),
      );
      if (!special) await nowKnown(queries, keyOf("beside", pk), told.now);
      all = Math.max(all, told.left + told.written);
      doing.value = { words: title, done: all - told.left, all };
      if (!told.left) return told.now.differs.filter((one) => one.refused && (!only.length || only.includes(one.setting))).length;
      idle = told.left < least ? 0 : idle + 1;
      least = Math.min(least, told.left);
      if (stopped || idle > PATIENCE) return null;
    }
  }
  const halfWay = "stopped: what was written stands, and it goes on from there";
  const butFor = (refused: number): string => (refused ? `, but for ${refused} that it does not take` : "");
  const load = (pk: number, title: string, only: string[] = []): Promise<void> =>
    work(async () => {
      const refused = await write(pk, title, "", only);
      if (refused === null) return halfWay;
      if (only.length === 1) return refused ? "it does not take it" : "it is written and read back";
      return `${title} is written and read back${butFor(refused)}`;
    });

  const fill = (slots: Planned[]): Promise<void> =>
    work(async () => {
      let all = 0;
      for (const slot of slots) {
        const { bank, number, special, situation: pk } = slot;
        const refused = await write(pk, `${slot.name}: ${slot.title}`, special);
        if (refused === null) return halfWay;
        all += refused;
        for (let kept = false; !kept;) {
          const asked = { params: { path: { pk } }, body: { bank, number, special } };
          kept = (await take(client.POST("/api/situations/{pk}/link/slot", asked))).kept; // first what it held is noted
        }
        if (stopped) return halfWay;
      }
      const [one] = slots;
      return `${slots.length === 1 && one ? `${one.name} holds ${one.title}` : `${slots.length} slots are kept`}${butFor(all)}`;
    });

  const undo = (): Promise<void> =>
    work(async () => {
      const left = await take(client.POST("/api/kit/bodies/{slug}/link/undo", { params: { path: { slug: slug() } } }));
      return left.back ? `${left.back} settings could not be given back` : "what stood there before stands there again";
    });
  /** Every slot that was filled over this link, as it was before; then the body as it stood. */
  const undoSlots = (): Promise<void> =>
    work(async () => {
      let [all, refused] = [0, 0];
      for (;;) {
        const told = await take(client.POST("/api/kit/bodies/{slug}/link/slots", { params: { path: { slug: slug() } } }));
        all = Math.max(all, told.left);
        refused += told.refused.length;
        doing.value = { words: told.title, done: all - told.left, all };
        if (!told.left) return `its slots hold what they held before${butFor(refused)}`;
        if (stopped) return halfWay;
      }
    });
  /** What a firmware brought, into the description; and back out of it. */
  const facts = (back: boolean): Promise<void> =>
    work(async () => {
      const asked = { params: { path: { slug: slug() } } };
      await take(
        back
          ? client.DELETE("/api/kit/bodies/{slug}/link/facts", asked)
          : client.POST("/api/kit/bodies/{slug}/link/facts", asked),
      );
      await changed(queries, "kit");
      return back ? "it is described as it was before" : "what it has is written down";
    });
  const look = (): Promise<void> =>
    work(async () => {
      await take(client.POST("/api/kit/bodies/{slug}/link/seen", { params: { path: { slug: slug() } } }));
      return "what it holds is written down as seen";
    });
  const fetchFrames = (outing: number): Promise<void> =>
    work(async () => {
      let [after, brought, again] = ["", 0, 0];
      for (;;) {
        const told: Schemas["FetchedOut"] = await take(
          client.POST("/api/outings/{pk}/link/{slug}/frames", {
            params: { path: { pk: outing, slug: slug() } },
            body: { after },
          }),
        );
        [after, brought, again] = [told.after, brought + told.brought, again + told.again];
        doing.value = { words: `${brought} brought`, done: brought + again, all: 0 };
        if (!told.more || stopped) return `${brought} brought${again ? `, ${again} had come already` : ""}`;
      }
    });
  return { doing, said, wrong, load, fill, undo, undoSlots, facts, look, fetchFrames, stop: () => (stopped = true) };
}
