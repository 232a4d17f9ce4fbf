import { readBytes, readingBytes, writingBytes } from "@/server/http";
import { keepPhoto, MOST_PHOTO_BYTES, photoById, photoIdOf } from "@/server/jobs/photos";

type Context = { params: Promise<{ id: string; photo: string }> };

export function GET(_: Request, { params }: Context): Promise<Response> {
  return readingBytes("image/jpeg", async ({ db }) => {
    const { id: jobId, photo } = await params;
    return (await photoById(db, photoIdOf(photo), jobId)).bytes;
  });
}

/** Keeps the picture's bytes under the id its taker gave it; sent twice it is kept once. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return writingBytes(request, async ({ db, actor }) => {
    const { id: jobId, photo } = await params;
    const id = photoIdOf(photo);
    return keepPhoto(db, { id, jobId, personId: actor.id, bytes: await readBytes(request, MOST_PHOTO_BYTES) });
  });
}
