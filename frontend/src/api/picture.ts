import { client, take, type Schemas } from "./client";

/** What a frame of a camera tells: the file itself is sent, and nothing of it is kept. */
export const toldBy = (file: File): Promise<Schemas["PictureOut"]> =>
  take(
    client.POST("/api/kit/picture", {
      body: file as never,
      bodySerializer: (body: unknown) => body as Blob,
      headers: { "Content-Type": "application/octet-stream" },
    }),
  );
