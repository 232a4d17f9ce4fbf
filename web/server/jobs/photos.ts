import { hasEnded } from "@averin/core";
import sharp from "sharp";
import { z } from "zod";
import type { Database, PhotoRow, Tx } from "../database.ts";
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
const MOST_PIXELS = 100_000_000;
/** So many pictures of one job are kept. */
const MOST_OF_A_JOB = 200;

/**
 * Keeps a picture under the id its taker gave it: turned upright, made smaller, and without what the camera wrote into
 * it about place and device. Sent twice it is kept once.
 */
export async function keepPhoto(
  db: Database,
  photo: { id: string; jobId: string; personId: string; bytes: Buffer },
): Promise<{ id: string }> {
  const summary = await db.summaries.findByPk(photo.jobId, { attributes: ["stage"] });
  if (!summary) throw notFound("job");
  if (photo.bytes.length === 0) {
    const message = "That picture is empty, 0 bytes: take it again.";
    throw new Refused(422, { code: "missing", path: "$", message });
  }
  const known = await db.photos.findByPk(photo.id, { attributes: ["jobId"] });
  if (known) {
    if (known.get("jobId") !== photo.jobId) {
      throw new Refused(409, { code: "conflict", path: "id", message: "That picture belongs to another job." });
    }
    return { id: photo.id };
  }
  if (hasEnded(summary.get("stage") as string)) {
    const message = "This job has ended: a lead reopens it before a picture is added.";
    throw new Refused(409, { code: "conflict", path: "$", message });
  }
  await assertRoom(db, photo.jobId);
  // Pictures from a camera; a drawing in text can hold anything and is none.
  const format = await sharp(photo.bytes, { limitInputPixels: MOST_PIXELS })
    .metadata()
    .then(
      (meta) => meta.format,
      () => undefined,
    );
  if (format === undefined || !["jpeg", "png", "webp"].includes(format)) {
    const found = format === undefined ? "no picture that can be read" : `a picture of another kind (${format})`;
    throw new Refused(415, { code: "type", path: "$", message: `That is ${found}: send JPEG, PNG or WebP.` });
  }
  const made = await sharp(photo.bytes, { limitInputPixels: MOST_PIXELS })
    .rotate()
    .resize({ width: LONG_SIDE, height: LONG_SIDE, fit: "inside", withoutEnlargement: true })
    .jpeg({ quality: QUALITY })
    .toBuffer({ resolveWithObject: true })
    .catch(() => {
      throw new Refused(422, {
        code: "type",
        path: "$",
        message: "That picture is damaged or larger than 100 megapixels: take it again.",
      });
    });
  const { width, height } = made.info;
  const { id, jobId, personId } = photo;
  await db.photos.create({ id, jobId, personId, width, height, bytes: made.data, takenAt: new Date() });
  return { id };
}

/** Refuses one picture more where a job, or the shop's whole store of them, is full: said before it is taken. */
async function assertRoom(db: Database, jobId: string): Promise<void> {
  if ((await db.photos.count({ where: { jobId } })) >= MOST_OF_A_JOB) {
    const message = `This job has ${MOST_OF_A_JOB} pictures, and no more are taken: the sheet could not hold them.`;
    throw new Refused(422, { code: "range", path: "$", message });
  }
}

/** A picture of a job; one of another job is not found under it. */
export async function photoById(db: Database, id: string, jobId: string): Promise<PhotoRow> {
  const row = await db.photos.findOne({ where: { id, jobId } });
  if (!row) throw notFound("photo");
  return row.get({ plain: true });
}

/** Which of these pictures are kept for the job: an event may only name one that is. */
export async function photosKept(
  db: Database,
  jobId: string,
  ids: readonly string[],
  transaction: Tx,
): Promise<Set<string>> {
  const rows = await db.photos.findAll({ where: { jobId, id: [...ids] }, attributes: ["id"], transaction });
  return new Set(rows.map((row) => row.get("id") as string));
}
