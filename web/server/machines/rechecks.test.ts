import { randomUUID } from "node:crypto";
import { type Draft, fold, isEvent, openPoints, RELEASE_WORD, unsigned } from "@averin/core";
import type { Database } from "../database.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { jobById } from "../jobs/read.ts";
import { appendEvents } from "../jobs/store.ts";
import { longRunOf } from "./lives.ts";
import { rechecksDue, rechecksOpen } from "./read.ts";
import { closeRecheck, keepRechecks } from "./store.ts";

// The demo's sleds and their released jobs; every figure is invented.
let db: Database;
let machineId: string;
beforeAll(async () => {
  db = await testDatabase(["Works sled 8"]);
  machineId = (await db.machines.findOne({ where: { mark: "Works sled 8" } }))?.get("id") as string;
});
afterAll(() => db.sequelize.close());

test("a release leaves what is to be looked at again, by the machine's own meter, until somebody says what was found", async () => {
  const open = await rechecksOpen(db, [machineId]);
  // Fifty miles on a meter of kilometres: 7800 + 80.47. A mile is 1.609344 km (NIST SP 811).
  expect(open.map((line) => [line.what, line.when, line.due])).toEqual([
    // Seen or read and not simply well: it is not forgotten with the release, on a new belt either.
    ["centre distance: can't call: within ±0.37 mm of the limit", "at the next job", true],
    ["sheave faces: dusty, belt dust: washed with soap and water", "at the next job", true],
    ["New drive belt: deflection after it has bedded in", "at 7880.5 km", false],
  ]);
  const mira = await actorCalled(db, "Mira Orr");
  const dusty = open.find(({ what }) => what.startsWith("sheave faces"));
  await closeRecheck(db, dusty?.id ?? "", "washed, dry", mira);
  expect(await rechecksOpen(db, [machineId])).toHaveLength(2);
  await expect(closeRecheck(db, dusty?.id ?? "", "again", mira)).rejects.toThrow("That was done already, by Mira Orr.");
  await expect(closeRecheck(db, "none", "x", mira)).rejects.toThrow(/recheck/);
});

test("what is due on any machine is listed to a bound, and how much more there is is said", async () => {
  const few = await rechecksDue(db);
  expect(few.more).toBe(0);
  expect(few.due.every((line) => line.due)).toBe(true);
  const own = (await db.rechecks.findOne())?.get({ plain: true });
  if (!own) throw new Error("the demo's release left nothing");
  const extra = Array.from({ length: 120 }, (_, i) => ({ ...own, id: randomUUID(), what: `extra ${i}` }));
  await db.rechecks.bulkCreate(
    extra.map((row) => ({ ...row, ...{ dueMeter: null, dueOn: null, doneAt: null, doneBy: null } })),
  );
  const many = await rechecksDue(db);
  expect([many.due.length, many.due.length + many.more]).toEqual([100, few.due.length + 120]);
  // Of one machine nothing is left out.
  expect((await rechecksOpen(db, [machineId, "another", "a third"])).length).toBeGreaterThan(120);
  await db.rechecks.destroy({ where: { id: extra.map(({ id }) => id) } });
});

test("one that is due by the meter stands first once the meter is there", async () => {
  await db.meterReadings.create({
    ...{
      id: "00000000-0000-4000-8000-000000000001",
      machineId,
      value: 7900,
      unit: "km",
      readAt: new Date(),
      jobId: null,
    },
  });
  expect((await rechecksOpen(db, [machineId]))[0]).toMatchObject({ due: true, when: "at 7880.5 km" });
});

test("what a later release leaves takes the place of the same from before, in whatever words it was said", async () => {
  const [old] = await db.rechecks.findAll({ where: { machineId, doneAt: null } });
  const { bench, events } = await jobById(db, old?.get("jobId") as string);
  const release = events.find((event) => isEvent(event, "job_released"));
  if (!old || !release || !isEvent(release, "job_released")) throw new Error("the demo's release left nothing");
  await old.update({ what: "Said otherwise then" });
  const jobId = old.get("jobId") as string;
  await db.write((tx) => keepRechecks(db, { jobId, machineId, bench }, [release], fold(events), tx));
  const words = (await rechecksOpen(db, [machineId])).map((line) => line.what);
  expect(words).not.toContain("Said otherwise then");
  expect((await old.reload()).get("note")).toBe("set anew by a later release");
  await db.rechecks.destroy({ where: { machineId, doneAt: null } });
  await old.update({
    ...{ what: "New drive belt: deflection after it has bedded in", doneAt: null },
    doneBy: null,
    note: null,
  });
});

test("a release that is taken back sets nothing: what it set is withdrawn, what it had closed stands again", async () => {
  const tobin = await actorCalled(db, "Tobin Hask");
  const [own] = await db.rechecks.findAll({ where: { doneAt: null } });
  const jobId = own?.get("jobId") as string;
  const add = (draft: Draft) => appendEvents(db, jobId, { events: [{ id: randomUUID(), draft }] }, tobin);
  const what = own?.get("what") as string;
  await expect(add({ type: "noted", text: "x" })).rejects.toThrow(/a lead reopens it with a reason/);
  await add({ type: "job_reopened", reason: "belt was the old one" });
  expect(await db.rechecks.count({ where: { jobId, doneAt: null } })).toBe(0);
  expect((await own?.reload())?.get("note")).toBe("withdrawn, the job was reopened: belt was the old one");
  const { bench, events } = await jobById(db, jobId);
  for (const point of unsigned(fold(events), openPoints(bench, fold(events)))) {
    await add({ type: "open_point_signed", key: point.key, reason: "looked at" });
  }
  await add({ type: "job_released", said: RELEASE_WORD });
  expect((await rechecksOpen(db, [machineId])).map((line) => line.what)).toContain(what);
});

test("in the long run: since which meter a renewed part is in", async () => {
  expect((await longRunOf(db, machineId)).lives).toEqual([
    // The meter stands at 7900 since the test before; the belt before this one was fitted at 5010.
    {
      id: "drive-belt",
      what: "Drive belt",
      since: 7800,
      lasts: 100,
      had: null,
      earlier: [2790],
      outBy: [expect.any(String) as string],
      unit: "km",
      turns: null,
      turnUnit: null,
      pace: null,
    },
  ]);
});
