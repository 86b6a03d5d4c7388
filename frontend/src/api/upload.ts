import { ProblemError, token, unknownProblem, type Problem } from "./client";
import { begin, end } from "./idle";

/** Send a file as it is, told how far it is from 0 to 1; ends early where the signal says so. Fails with what the server said. */
export function upload<T>(path: string, file: Blob, tell: (part: number) => void, signal: AbortSignal): Promise<T> {
  return new Promise((done, fail) => {
    const stopped = (): void => fail(new DOMException("stopped", "AbortError"));
    if (signal.aborted) return stopped(); // before it began
    const request = new XMLHttpRequest();
    request.open("POST", path);
    request.setRequestHeader("X-CSRFToken", token());
    request.setRequestHeader("Content-Type", "application/octet-stream");
    request.upload.onprogress = (event) => event.lengthComputable && tell(event.loaded / event.total);
    request.onload = () => {
      const known = JSON.parse(request.responseText || "{}") as unknown;
      if (request.status < 300) done(known as T);
      else fail(new ProblemError((known as Problem).detail ? (known as Problem) : unknownProblem(request.status)));
    };
    request.onerror = () => fail(new Error("There is no way to the server just now; the picture is still here: try it again."));
    request.onabort = stopped;
    request.onloadend = end;
    signal.addEventListener("abort", () => request.abort());
    begin();
    request.send(file);
  });
}
