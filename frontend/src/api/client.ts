import createClient from "openapi-fetch";
import { counted } from "./idle";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Setup = Schemas["SetupOut"];
/** What the decisions came to: a setup without the rest of the body's settings. */
export type Decided = Schemas["DecidedOut"];
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
    return Object.fromEntries((this.problem.errors ?? []).map((e) => [e.pointer, e.detail]));
  }
}

function token(): string {
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
  throw new ProblemError(
    known?.detail
      ? known
      : {
          type: "about:blank",
          title: "",
          status: response.status,
          detail: `The server answered ${response.status}.`,
          errors: [],
          current: null,
        },
  );
}
