import type { Asked, Situation } from "@/api/client";

/** What a hand changes while it draws along a ruler, before it lets go. */
export type Trial = (d: Situation) => void;

/** The same question with what is tried. */
export function tried(asked: Asked | null, trial: Trial | null): Asked | null {
  if (!asked || !trial) return asked;
  const document = JSON.parse(JSON.stringify(asked.document)) as Situation;
  trial(document);
  return { ...asked, document };
}
