import { randomUUID } from "node:crypto";
import { type Draft, fold, openPoints, pullList, RELEASE_WORD, unsigned } from "@averin/core";
import { boardOf } from "../board/read.ts";
import type { Database } from "../database.ts";
import { jobById } from "../jobs/read.ts";
import { appendEvents } from "../jobs/store.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { changeMachine } from "./changes.ts";
import { longRunOf, ranBefore } from "./lives.ts";
import { machineChangeSchema } from "./schema.ts";
import { sparesOf } from "./spares.ts";

// Two belts were renewed on one of the demo's sleds: at 5010 km, and at 7800 km, where the old one was kept as the spare.
let db: Database;
let machineId: string;
let jobId: string;
beforeAll(async () => {
  db = await testDatabase(["Works sled 8"]);
  machineId = (await db.machines.findOne({ where: { mark: "Works sled 8" } }))?.get("id") as string;
  const [last] = await db.jobs.findAll({ where: { machineId }, order: [["openedAt", "DESC"]] });
  jobId = last?.get("id") as string;
});
afterAll(() => db.sequelize.close());

const tell = async (draft: Draft) =>
  appendEvents(db, jobId, { events: [{ id: randomUUID(), draft }] }, await actorCalled(db, "Tobin Hask"));
const change = async (body: object) =>
  changeMachine(db, machineId, machineChangeSchema.parse(body), await actorCalled(db, "Tobin Hask"));
const aboard = async () => (await sparesOf(db, machineId)).map(({ what, usedFor }) => [what, usedFor]);

/** The job that stands open is released as it is, a lead answering for what waits. */
async function released(): Promise<void> {
  const { bench, events } = await jobById(db, jobId);
  for (const point of unsigned(fold(events), openPoints(bench, fold(events)))) {
    await tell({ type: "open_point_signed", key: point.key, reason: "looked at" });
  }
  await tell({ type: "job_released", said: RELEASE_WORD });
}

test("what a release puts aboard is carried from then on, and keeps what it had run", async () => {
  expect(await aboard()).toEqual([["Drive belt", ""]]);
  const [spare] = await sparesOf(db, machineId);
  const { lives } = await longRunOf(db, machineId);
  // Fitted at 5010 km, out at 7800 km.
  expect(spare && ranBefore(spare, lives)).toBe("2790.0 km");
});

test("a release that is taken back takes its spare back, and the next one puts it aboard once", async () => {
  await tell({ type: "job_reopened", reason: "belt was the old one" });
  expect(await aboard()).toEqual([]);
  await released();
  expect(await aboard()).toEqual([["Drive belt", ""]]);
});

test("a carried spare that is fitted asks to be replaced, here and on the board, and is taken once", async () => {
  await change({ does: "in a fleet", fleet: "Works" });
  await change({ does: "spare aboard", what: "drive belt" });
  await tell({ type: "job_reopened", reason: "the new one came from aboard" });
  await tell({ type: "question_answered", question: "belt-from", word: "aboard", reason: "it was the spare" });
  // Nothing leaves stores for it.
  const { bench, events } = await jobById(db, jobId);
  expect(pullList(bench, fold(events)).map(({ role }) => role)).not.toContain("drive-belt");
  await released();
  expect(await aboard()).toContainEqual(["drive belt", "Drive belt of the variable drive"]);
  const stands = async () => (await boardOf(db)).machines.find(({ id }) => id === machineId)?.used;
  expect(await stands()).toEqual(["drive belt"]);
  const used = (await sparesOf(db, machineId)).find(({ usedAt }) => usedAt !== null);
  await change({ does: "spare replaced", spare: used?.id });
  expect(await stands()).toEqual([]);
  // The one that was fitted stays on file; another is carried, and a second release of the same job takes none of it.
  await expect(change({ does: "spare gone", spare: used?.id })).rejects.toThrow();
  await tell({ type: "job_reopened", reason: "a word more" });
  await released();
  expect(await stands()).toEqual([]);
  expect(await db.machineSpares.count({ where: { takenBy: jobId } })).toBe(1);
});

test("a spare that nobody had said was carried asks to be replaced too", async () => {
  await db.machineSpares.destroy({ where: { machineId } });
  await tell({ type: "job_reopened", reason: "once more" });
  await released();
  expect((await aboard()).sort()).toEqual([
    ["Drive belt", ""],
    ["Drive belt", "Drive belt of the variable drive"],
  ]);
});
