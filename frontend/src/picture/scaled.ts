/** A picture of one's own, scaled down before it travels: to be looked at here, and to be sent. */
export interface Own {
  /** An address within this page. */
  url: string;
  aspect: number;
  /** A JPEG as base64, without its heading. */
  data: string;
}
const LONGEST_PX = 960;
const QUALITY = 0.95;

/** Scale a picture file down, turned as the camera was held. Fails with a sentence where this browser cannot read it. */
export async function scaled(file: File): Promise<Own> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: "from-image" });
  } catch {
    throw new Error("This browser cannot read that file as a picture: a JPEG or PNG is accepted; of a raw, the JPEG beside it.");
  }
  const times = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(16, Math.round(bitmap.width * times));
  canvas.height = Math.max(16, Math.round(bitmap.height * times));
  canvas.getContext("2d")?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const url = canvas.toDataURL("image/jpeg", QUALITY);
  return { url, aspect: canvas.width / canvas.height, data: url.slice(url.indexOf(",") + 1) };
}
