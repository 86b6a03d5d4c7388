/** A picture of one's own made smaller before it travels, what the camera wrote into it kept. */
const LONGEST_PX = 960;
const QUALITY = 0.95;
const SCALED = ["image/jpeg", "image/png"];
/** Of a JPEG: its first bytes, and the segment that holds the exposure (EXIF 2.32). */
const EXIF_MARK = 0xffe1;
const HEADING = 262_144;

/** The segment of a JPEG that tells its exposure, or nothing. */
async function exifOf(file: File): Promise<Uint8Array<ArrayBuffer> | null> {
  const bytes = new Uint8Array(await file.slice(0, HEADING).arrayBuffer());
  const view = new DataView(bytes.buffer);
  let at = 2;
  while (bytes[0] === 0xff && bytes[1] === 0xd8 && at + 4 < bytes.length && bytes[at] === 0xff) {
    const length = view.getUint16(at + 2);
    if (view.getUint16(at) === EXIF_MARK && at + 2 + length <= bytes.length) return bytes.slice(at, at + 2 + length);
    at += 2 + length;
  }
  return null;
}

/** A file as it is sent: a JPEG or PNG scaled down where this browser can read it, anything else as it is. */
export async function scaled(file: File): Promise<Blob> {
  if (!SCALED.includes(file.type)) return file;
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: "none" });
  } catch {
    return file; // the server says what is wrong with it
  }
  const times = LONGEST_PX / Math.max(bitmap.width, bitmap.height);
  if (times >= 1) return file;
  const canvas = document.createElement("canvas");
  canvas.width = Math.round(bitmap.width * times);
  canvas.height = Math.round(bitmap.height * times);
  canvas.getContext("2d")?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const small = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/jpeg", QUALITY));
  if (!small) return file;
  const told = file.type === "image/jpeg" ? await exifOf(file) : null;
  return told ? new Blob([small.slice(0, 2), told, small.slice(2)], { type: "image/jpeg" }) : small;
}
