import createClient from "openapi-fetch";
import { counted } from "./idle";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Setup = Schemas["SetupOut"];
/** What the decisions came to in the light as it is. */
export type Decided = Schemas["FiguresOut"];
/** A situation as it stands on the screen: the server puts kit, profile and day to it. */
export type Asked = Schemas["SituationNow"];
export type Configured = Schemas["SettingOut"];
export type SettingWords = Schemas["SettingWords"];
export type Row = Schemas["RowOut"];
export type Situation = Schemas["SituationDocument"];
export type Body = Schemas["BodyForm"];
export type Lens = Schemas["LensForm"];
export type Concession = Schemas["ConcessionForm"];
export type Problem = Schemas["ProblemOut"];

/** What the server said is wrong, with the places it named. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
  /** Sentences by JSON Pointer. */
  get places(): Record<string, string> {
    return this.placesIn("");
  }
  /** Those within a part of what was sent, seen from there; others as they are. */
  placesIn(part: string): Record<string, string> {
    const from = (pointer: string): string => (pointer.startsWith(`${part}/`) ? pointer.slice(part.length) : pointer);
    return Object.fromEntries((this.problem.errors ?? []).map((e) => [from(e.pointer), e.detail]));
  }
}

/** What stands stored, and its version, where a save came too late; null where that is not what is wrong. */
export function newerIn<T>(error: unknown): { document: T; version: string } | null {
  const told = error instanceof ProblemError && error.problem.status === 412 ? error.problem.current : null;
  return told ? (told as { document: T; version: string }) : null;
}

export function token(): string {
  return /csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
}

export const client = createClient<paths>({ baseUrl: "", fetch: counted });
client.use({
  onRequest({ request }) {
    request.headers.set("X-CSRFToken", token());
    return request;
  },
});

/** The data of an answer, or the problem thrown. */
export async function take<T>(answer: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await answer;
  if (response.ok) return data as T;
  const known = error as Problem | undefined;
  throw new ProblemError(known?.detail ? known : unknownProblem(response.status));
}

/** What is said where the server told nothing but a number. */
export const unknownProblem = (status: number): Problem => ({
  type: "about:blank",
  title: "",
  status,
  detail: `The server answered ${status}.`,
  errors: [],
  current: null,
});
