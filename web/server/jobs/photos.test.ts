import { randomUUID } from "node:crypto";
import type { Actor } from "@averin/core";
import sharp from "sharp";
import type { Database } from "../database.ts";
import { actorCalled, openedClutchJob, testDatabase } from "../testing.ts";
import { jobById } from "./read.ts";
import { appendEvents } from "./store.ts";
import { keepPhoto, photoById, photoIdOf } from "./photos.ts";

let db: Database;
let technician: Actor;
let jobId: string;
beforeAll(async () => {
  db = await testDatabase("demo");
  technician = await actorCalled(db, "Mira Orr");
  jobId = await openedClutchJob(db);
});
afterAll(() => db.sequelize.close());

/** A picture as a camera makes it: large, lying on its side, with notes about place and device. */
const fromCamera = (): Promise<Buffer> =>
  sharp({ create: { width: 3000, height: 2000, channels: 3, background: "#805030" } })
    .withExif({ IFD0: { Make: "camera" } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();

const keep = (id: string, bytes: Buffer, job = jobId) =>
  keepPhoto(db, { id, jobId: job, personId: technician.id, bytes });
const draftOf = (photo: string) => ({ type: "photo_taken", photo, task: "off:cover", caption: "cover" }) as const;
const line = (photo: string) => ({ after: 0, events: [{ id: randomUUID(), draft: draftOf(photo) }] });

test("a picture is kept upright, smaller, and without what the camera wrote into it", async () => {
  const id = randomUUID();
  await keep(id, await fromCamera());
  const { width, height, bytes } = await photoById(db, id, jobId);
  expect([width, height]).toEqual([1067, 1600]);
  const { exif, format } = await sharp(bytes).metadata();
  expect([exif, format]).toEqual([undefined, "jpeg"]);
});

test("sent twice it is kept once; another job's it never becomes", async () => {
  const id = randomUUID();
  const bytes = await fromCamera();
  await keep(id, bytes);
  await expect(keep(id, bytes)).resolves.toEqual({ id });
  expect(await db.photos.count({ where: { id } })).toBe(1);
  await expect(keep(id, bytes, await openedClutchJob(db, "Club bike 11"))).rejects.toThrow(/belongs to another job/);
});

test("what is no picture is refused, and nothing is kept", async () => {
  const before = await db.photos.count();
  await expect(keep(randomUUID(), Buffer.from("not a picture"))).rejects.toThrow(/no picture that can be read/);
  await expect(keep(randomUUID(), Buffer.alloc(0))).rejects.toThrow(/That picture is empty, 0 bytes: take it again/);
  const drawing = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>1</script></svg>');
  await expect(keep(randomUUID(), drawing)).rejects.toThrow(/picture of another kind \(svg\): send JPEG, PNG or WebP/);
  const torn = (await fromCamera()).subarray(0, 3000);
  await expect(keep(randomUUID(), torn)).rejects.toThrow(/damaged or larger than 100 megapixels/);
  expect(() => photoIdOf("../../secret")).toThrow(/no picture's id/);
  expect(await db.photos.count()).toBe(before);
});

test("a picture is found under its own job only; a released job takes none more, and neither does a full one", async () => {
  const id = randomUUID();
  await keep(id, await fromCamera());
  const other = await openedClutchJob(db, "Club bike 15");
  await expect(photoById(db, id, other)).rejects.toThrow(/no such photo/);
  await db.summaries.update({ stage: "released" }, { where: { jobId: other } });
  await expect(keep(randomUUID(), await fromCamera(), other)).rejects.toThrow(/has ended: a lead reopens it/);
  await db.summaries.update({ stage: "apart" }, { where: { jobId: other } });
  const [row] = await db.photos.findAll({ where: { id }, raw: true });
  const copies = Array.from({ length: 200 }, () => ({
    ...row,
    id: randomUUID(),
    jobId: other,
    bytes: Buffer.from("x"),
  }));
  await db.photos.bulkCreate(copies as never);
  await expect(keep(randomUUID(), await fromCamera(), other)).rejects.toThrow(
    /has 200 pictures, and no more are taken/,
  );
});

test("a line names only a picture that is here", async () => {
  const missing = randomUUID();
  await expect(appendEvents(db, jobId, line(missing), technician)).rejects.toThrow(/has not come yet/);
  const there = randomUUID();
  await keep(there, await fromCamera());
  await appendEvents(db, jobId, line(there), technician);
  const { events } = await jobById(db, jobId);
  expect(events.at(-1)?.body).toMatchObject({ type: "photo_taken", photo: there });
});
