import { randomUUID } from "node:crypto";
import { type Actor, type Draft, fold, nextTask, stepToolsAt, walk } from "@averin/core";
import type { Database } from "../database.ts";
import sharp from "sharp";
import { keepPhoto } from "../jobs/photos.ts";
import { jobById } from "../jobs/read.ts";
import { intakeSchema } from "../jobs/schema.ts";
import { appendEvents, openJob } from "../jobs/store.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { stepToolsNoted } from "./read.ts";
import { stepToolSchema } from "./schema.ts";
import { dropStepTool, noteStepTool } from "./steps.ts";

// Two of the demo's sleds of one model, and one of another; tools typed here are invented.
const MARKS = ["Ridge sled 2", "Ridge sled 5", "Slope sled 1"];
let db: Database;
let mira: Actor;
beforeAll(async () => {
  db = await testDatabase(MARKS);
  mira = await actorCalled(db, "Mira Orr");
});
afterAll(() => db.sequelize.close());

const open = async (mark: string): Promise<string> => {
  const machine = { id: (await db.machines.findOne({ where: { mark } }))?.get("id") };
  const more = { complaint: "x", symptom: "known age", procedure: "slides-renewal" };
  return (await openJob(db, intakeSchema.parse({ machine, meter: 9000, ...more }), mira)).id;
};
const firstTask = async (job: string): Promise<string> => {
  const { bench, events } = await jobById(db, job);
  return nextTask(bench, fold(events), walk(bench, fold(events)))?.id ?? "";
};
const said = (job: string, task: string, more: object = {}) =>
  stepToolSchema.parse({ job, task, words: "strap with a hook, beam 2", ...more });
const shownAt = async (job: string, task: string) => stepToolsAt((await jobById(db, job)).bench, task);

test("a tool noted at a step comes back there on the next machine of its model, with its picture, and on no other", async () => {
  const job = await open("Ridge sled 2");
  const task = await firstTask(job);
  const photo = randomUUID();
  const taken: Draft = { type: "photo_taken", photo, task, caption: "the strap" };
  const bytes = await sharp({ create: { width: 30, height: 20, channels: 3, background: "#805030" } })
    .jpeg()
    .toBuffer();
  await keepPhoto(db, { id: photo, jobId: job, personId: mira.id, bytes });
  await appendEvents(db, job, { events: [{ id: randomUUID(), draft: taken }] }, mira);
  await noteStepTool(db, said(job, task, { photo }), mira);
  const shown = { words: "strap with a hook, beam 2", by: "Mira Orr", photo: { job, photo } };
  expect(await shownAt(job, task)).toMatchObject([shown]);
  const next = await open("Ridge sled 5");
  expect(await shownAt(next, task)).toMatchObject([shown]);
  const { bench, events } = await jobById(db, next);
  expect(walk(bench, fold(events)).find(({ id }) => id === task)?.tools).toContain("strap with a hook, beam 2");
  expect(await shownAt(await open("Slope sled 1"), task)).toEqual([]);
});

test("the same is noted once at a step, a step must be one of the job, and what is taken away comes back no more", async () => {
  const job = await open("Ridge sled 2");
  const task = await firstTask(job);
  await expect(noteStepTool(db, said(job, task, { words: "Strap with a hook, beam 2" }), mira)).rejects.toThrow(
    /noted at this step already, by Mira Orr/,
  );
  await expect(noteStepTool(db, said(job, "off:nothing"), mira)).rejects.toThrow(/step/);
  await expect(noteStepTool(db, said(job, task, { photo: randomUUID(), words: "other" }), mira)).rejects.toThrow(
    /photo/,
  );
  expect(stepToolSchema.safeParse({ job, task, words: " " }).error?.issues[0]?.message).toMatch(/say what it is/);
  const [noted] = await stepToolsNoted(db);
  expect(noted).toMatchObject({ procedure: "slides-renewal", model: "Skarnvik Firn 800", by: "Mira Orr" });
  await dropStepTool(db, noted?.id ?? "");
  expect(await shownAt(job, task)).toEqual([]);
  await expect(dropStepTool(db, noted?.id ?? "")).rejects.toThrow(/tool/);
});
