import sharp from "sharp";
import { z } from "zod";
import type { Database, PhotoRow } from "../database.ts";
import { notFound, Refused } from "../refused.ts";

/** The id that a picture's taker gave it; refused where it is none. */
export function photoIdOf(text: string): string {
  const id = z.uuid().safeParse(text);
  if (id.success) return id.data;
  throw new Refused(422, { code: "type", path: "photo", message: `"${text}" is no picture's id: a UUID.` });
}

/** The largest picture taken, in bytes: what a tablet's camera makes, with room. */
export const MOST_PHOTO_BYTES = 16 * 1024 * 1024;
/** Long side of the picture that is kept, in pixels: enough to read a stamped number, small enough to print many. */
const LONG_SIDE = 1600;
const QUALITY = 82;

/**
 * Keeps a picture under the id its taker gave it: turned upright, made smaller, and without what the camera wrote into
 * it about place and device. Sent twice it is kept once.
 */
export async function keepPhoto(
  db: Database,
  photo: { id: string; jobId: string; personId: string; bytes: Buffer },
): Promise<{ id: string }> {
  if ((await db.jobs.count({ where: { id: photo.jobId } })) === 0) throw notFound("job");
  const known = await db.photos.findByPk(photo.id, { attributes: ["jobId"] });
  if (known) {
    if (known.get("jobId") !== photo.jobId) {
      throw new Refused(409, { code: "conflict", path: "id", message: "That picture belongs to another job." });
    }
    return { id: photo.id };
  }
  const made = await sharp(photo.bytes, { limitInputPixels: 100_000_000 })
    .rotate()
    .resize({ width: LONG_SIDE, height: LONG_SIDE, fit: "inside", withoutEnlargement: true })
    .jpeg({ quality: QUALITY })
    .toBuffer({ resolveWithObject: true })
    .catch(() => {
      throw new Refused(422, {
        code: "type",
        path: "$",
        message: "That is no picture that can be read: send JPEG or PNG.",
      });
    });
  const { width, height } = made.info;
  const { id, jobId, personId } = photo;
  await db.photos.create({ id, jobId, personId, width, height, bytes: made.data, takenAt: new Date() });
  return { id };
}

export async function photoById(db: Database, id: string): Promise<PhotoRow> {
  const row = await db.photos.findByPk(id);
  if (!row) throw notFound("photo");
  return row.get({ plain: true });
}

/** Which of these pictures are kept for the job: an event may only name one that is. */
export async function photosKept(db: Database, jobId: string, ids: readonly string[]): Promise<Set<string>> {
  const rows = await db.photos.findAll({ where: { jobId, id: [...ids] }, attributes: ["id"] });
  return new Set(rows.map((row) => row.get("id") as string));
}
