/** Where a file of tracks (GPX, read as XML by the browser itself) says that one is going. */
export interface Found {
  north: string;
  east: string;
  from: string;
}

const MOST_BYTES = 20_000_000;
/** Places to a hundredth of a second of arc are finer than any is known. */
const DIGITS = 5;

/** The first place that somebody marked, else where the track or the route ends.
 *
 * @throws {Error} what the file is instead, in a sentence that says what is accepted.
 */
export async function placeIn(file: File): Promise<Found> {
  if (file.size > MOST_BYTES) throw new Error("The file is over 20 MB: a GPX file of one outing is accepted.");
  const read = new DOMParser().parseFromString(await file.text(), "application/xml");
  if (read.querySelector("parsererror") || read.documentElement.localName !== "gpx") {
    throw new Error(`“${file.name}” is no GPX file: one with a waypoint, a track or a route is accepted.`);
  }
  const marked = read.querySelector("wpt");
  const point = marked ?? [...read.querySelectorAll("trkpt, rtept")].at(-1);
  const [north, east] = ["lat", "lon"].map((name) => Number(point?.getAttribute(name) ?? NaN));
  if (north === undefined || east === undefined || !(Math.abs(north) <= 90 && Math.abs(east) <= 180)) {
    throw new Error(`“${file.name}” has no place in it: a waypoint, a track or a route with lat and lon is accepted.`);
  }
  const name = marked?.querySelector("name")?.textContent?.trim();
  return {
    north: north.toFixed(DIGITS),
    east: east.toFixed(DIGITS),
    from: marked ? (name ?? "its first waypoint") : "the end of its track",
  };
}
