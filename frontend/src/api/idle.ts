/** Whether the page waits for anything: a mark on the document, for whoever drives it (tests, pictures, a screen reader's scripts). */
const page = document.documentElement;
let waiting = 0;

export function begin(): void {
  waiting += 1;
  page.dataset.busy = String(waiting);
}

/** What came has to be drawn first, and may ask for more: the mark goes when two frames have passed without a new wait. */
export function end(): void {
  waiting -= 1;
  if (waiting) return;
  requestAnimationFrame(() =>
    requestAnimationFrame(() => {
      if (!waiting) delete page.dataset.busy;
    }),
  );
}

/** What somebody waits for, counted until it has come. */
export async function awaited<T>(come: Promise<T>): Promise<T> {
  begin();
  try {
    return await come;
  } finally {
    end();
  }
}

/** The browser's own fetch, counted until its answer has been read. */
export const counted = (request: Request): Promise<Response> => awaited(read(request));

async function read(request: Request): Promise<Response> {
  const answer = await fetch(request);
  return new Response(answer.status === 204 || answer.status === 304 ? null : await answer.blob(), answer);
}
