import { ProblemError } from "./client";

/** What was sent and not yet answered, with the key it was sent under. */
const unanswered = new Map<string, string>();

/**
 * Send something that must not be done twice.
 *
 * When its answer is lost on the way and the same is sent again, it goes under the same key: the server then answers what it
 * answered before. Once an answer came, even that it was refused, the next one is a new thing.
 */
export async function once<T>(what: string, send: (header: { "Idempotency-Key": string }) => Promise<T>): Promise<T> {
  const key = unanswered.get(what) ?? crypto.getRandomValues(new Uint32Array(4)).join("-");
  unanswered.set(what, key);
  try {
    const answer = await send({ "Idempotency-Key": key });
    unanswered.delete(what);
    return answer;
  } catch (error) {
    if (error instanceof ProblemError) unanswered.delete(what);
    throw error;
  }
}
