import { reactive } from "vue";
import { ProblemError } from "./client";

/** Whether no answer came, or none that says what is wrong: worth asking again. */
export const unreached = (error: unknown): boolean => !(error instanceof ProblemError) || error.problem.status >= 500;

/** What a page waits for that is no query and did not come: each asks for it again. */
export const lost = reactive(new Set<() => unknown>());
