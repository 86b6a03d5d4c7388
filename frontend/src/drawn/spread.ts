/**
 * Starts of things of given sizes along a line, each as near to where it is wanted as it can be without
 * lying on another or past the end; there must be room for all.
 */
export function spread(wanted: readonly number[], sizes: readonly number[], end: number, gap: number): number[] {
  const starts: number[] = [];
  let free = 0;
  wanted.forEach((at, k) => {
    const start = Math.max(at, free);
    starts.push(start);
    free = start + (sizes[k] ?? 0) + gap;
  });
  let room = end;
  for (let k = starts.length - 1; k >= 0; k--) {
    starts[k] = Math.min(starts[k] ?? 0, room - (sizes[k] ?? 0));
    room = (starts[k] ?? 0) - gap;
  }
  return starts;
}
