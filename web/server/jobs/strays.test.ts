import { randomUUID } from "node:crypto";
import { type Actor, type Draft, fold, openPoints, unsigned } from "@averin/core";
import type { Database } from "../database.ts";
import { actorCalled, openedClutchJob, testDatabase } from "../testing.ts";
import { jobById, standingOf } from "./read.ts";
import { appendEvents } from "./store.ts";
import { rebuildReadTables } from "./tables.ts";
import { straysOpen } from "./strays.ts";
import { strayTypedSchema } from "./schema.ts";
import { keepStray, settleStray } from "./straysTaken.ts";

let db: Database;
let mira: Actor;
let tobin: Actor;
beforeAll(async () => {
  db = await testDatabase("demo");
  mira = await actorCalled(db, "Mira Orr");
  tobin = await actorCalled(db, "Tobin Hask");
});
afterAll(() => db.sequelize.close());

const typed = (text: string, more: object = {}) =>
  strayTypedSchema.parse({
    ...{ id: randomUUID(), by: mira.id, text, why: "that is no reading" },
    ...{ typedAt: "2026-11-28T10:00:00.000Z", sentAt: "2026-11-28T10:00:05.000Z" },
    ...more,
  });
const said = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => "done",
    (error: Error) => error.message,
  );

test("a refused line stands beside its job as it was typed, once, with who and why, and is an open point", async () => {
  const jobId = await openedClutchJob(db);
  const before = await standingOf(db, [jobId]);
  const line = typed("2.9x 2.8; worn where the finger sits");
  await keepStray(db, jobId, line, mira);
  await keepStray(db, jobId, line, mira);
  const { bench, events, strays } = await jobById(db, jobId);
  expect(strays).toMatchObject([{ id: line.id, text: line.text, by: "Mira Orr", why: "that is no reading" }]);
  const state = fold(events, strays);
  expect(unsigned(state, openPoints(bench, state)).filter((p) => p.group === "not taken")).toHaveLength(1);
  // Today counts it, and open benches hear of it.
  expect((await db.summaries.findByPk(jobId))?.get("openCount")).toBe(unsigned(state, openPoints(bench, state)).length);
  expect(await standingOf(db, [jobId])).not.toEqual(before);
  expect((await rebuildReadTables(db)).differences).toEqual([]);
});

test("a released job takes it too; a job that is none does not; another person's line waits for them", async () => {
  const jobId = await openedClutchJob(db, "Club bike 11");
  await db.summaries.update({ stage: "released" }, { where: { jobId } });
  expect(await said(keepStray(db, jobId, typed("# forgot the cable"), mira))).toBe("done");
  expect(await said(keepStray(db, randomUUID(), typed("x"), mira))).toMatch(/no such job/);
  expect(await said(keepStray(db, jobId, typed("x"), tobin))).toMatch(
    /Tobin Hask is signed in here, and this line is another/,
  );
  expect(await straysOpen(db, jobId, null)).toHaveLength(1);
});

test("it is settled once: typed again, or put away with a word; settled, it is open no more", async () => {
  const jobId = await openedClutchJob(db, "Club bike 15");
  const [a, b] = [typed("one"), typed("two")];
  for (const line of [a, b]) await keepStray(db, jobId, line, mira);
  await settleStray(db, a.id, { how: "typed again" }, tobin);
  await settleStray(db, b.id, { how: "put away", word: "said twice" }, mira);
  expect(await straysOpen(db, jobId, null)).toEqual([]);
  expect(await said(settleStray(db, a.id, { how: "typed again" }, mira))).toBe(
    "That was settled already, by Tobin Hask: typed again.",
  );
  expect(await said(settleStray(db, randomUUID(), { how: "typed again" }, mira))).toMatch(/no such line/);
  expect((await db.strays.findByPk(b.id))?.get("settledWord")).toBe("said twice");
});

test("a lead signs for one that nobody settled, and the server lets the work go on", async () => {
  const jobId = await openedClutchJob(db, "Club bike 3");
  const line = typed("lost");
  await keepStray(db, jobId, line, mira);
  const sign: Draft = { type: "open_point_signed", key: `stray:${line.id}`, reason: "asked her: nothing in it" };
  const events = [{ id: randomUUID(), draft: sign }];
  await expect(appendEvents(db, jobId, { events }, mira)).rejects.toThrow(/Only a lead signs/);
  await expect(appendEvents(db, jobId, { events }, tobin)).resolves.toMatchObject({
    kept: [{ body: { type: "open_point_signed" } }],
  });
});
