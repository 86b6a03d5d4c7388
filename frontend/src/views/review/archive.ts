/** What is brought: its name, and a way to read it, as late as possible. */
export interface Brought {
  name: string;
  read: () => Promise<Blob>;
}

/** What is in an archive besides frames: folders, what systems leave beside files. */
const LEFT = /(^|\/)(__MACOSX\/|\.)/;
const ARCHIVE = /\.zip$/i;
const MOST_INSIDE = 20_000;
const MOST_BYTES = 200_000_000;

export const isArchive = (file: File): boolean => ARCHIVE.test(file.name);

/** The files of an archive, each unpacked only when it is read: thousands of frames are never in memory together. */
export async function inside(archive: File): Promise<Brought[]> {
  const { BlobReader, BlobWriter, ZipReader, configure } = await import("@zip.js/zip.js/lib/zip-core-native.js");
  configure({ useWebWorkers: false, useCompressionStream: true }); // the browser's own: compiled code is not let in
  const found: Brought[] = [];
  for await (const entry of new ZipReader(new BlobReader(archive)).getEntriesGenerator()) {
    if (found.length >= MOST_INSIDE)
      throw new Error(`it holds more than ${MOST_INSIDE.toLocaleString("en")} files: bring it in parts`);
    if (entry.directory || LEFT.test(entry.filename)) continue;
    found.push({
      name: entry.filename,
      read: async () => {
        if (entry.encrypted) throw new Error("it is locked by a password: unpack it first, and bring the folder");
        if (entry.uncompressedSize > MOST_BYTES) throw new Error("a file of at most 200 MB is accepted");
        const most = new AbortController();
        try {
          return await entry.getData(new BlobWriter(), {
            checkSignature: true,
            signal: most.signal,
            onprogress: (bytes) => void (bytes > MOST_BYTES && most.abort()),
          });
        } catch {
          throw new Error("it is damaged in its archive: bring it as a file, or pack it anew");
        }
      },
    });
  }
  return found;
}
