import { randomUUID } from "node:crypto";
import { fold, nextTask, waitingSlots, walk } from "@averin/core";
import type { Database } from "../database.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { jobById } from "../jobs/read.ts";
import { intakeSchema } from "../jobs/schema.ts";
import { appendEvents, openJob } from "../jobs/store.ts";
import { livesAt, lifeWords, longRunOf, paceWords, recordOf, trendWords } from "./lives.ts";

// The demo's sleds and their jobs; every figure is invented.
const MARKS = ["Ridge sled 2", "Ridge sled 5", "Ridge sled 11", "Kit bike 1"];
let db: Database;
beforeAll(async () => {
  db = await testDatabase(MARKS);
});
afterAll(() => db.sequelize.close());

const machineOf = async (mark: string): Promise<string> =>
  (await db.machines.findOne({ where: { mark } }))?.get("id") as string;

test("turns taken up are counted by adjuster, from released jobs only", async () => {
  // One and a half in, a quarter back; the job that is open now counts when it is released.
  expect((await longRunOf(db, await machineOf("Ridge sled 2"))).lives).toEqual([
    {
      ...{ id: "case-chain:tension", what: "case chain: tension", since: 3010, lasts: 1145, unit: "mi" },
      ...{ had: null, earlier: [], outBy: [] },
      turns: 1.25,
      turnUnit: "turns",
      // One setting is no pace.
      pace: null,
    },
  ]);
  const { lives: track } = await longRunOf(db, await machineOf("Ridge sled 5"));
  expect(track.map(({ what, turns, since }) => [what, turns, since])).toEqual([["track: tension", 4, 3120]]);
});

test("bearings are told by position: how many hours each was in when the machine came", async () => {
  const machineId = await machineOf("Kit bike 1");
  const open = await db.jobs.findOne({ where: { machineId }, order: [["openedAt", "DESC"]] });
  const job = await jobById(db, open?.get("id") as string);
  // Fitted at 12.3 h, here at 76.
  expect(await livesAt(db, job)).toMatchObject({
    "bearing-clutch": "63.7 h in",
    "bearing-jack-case": "63.7 h in",
  });
});

test("the record says how long a part is in, and when it goes if it lasts no longer than the one before it", async () => {
  const machineId = await machineOf("Kit bike 1");
  expect((await recordOf(db, machineId))["bearing-clutch"]).toBe("63.7 h in, the first that is on file");
  const life = { id: "x", what: "x", unit: "h", had: null, outBy: [], turns: null, turnUnit: null, pace: null };
  expect(lifeWords({ ...life, since: 200, lasts: 95, earlier: [120, 110] })).toBe(
    "95.0 h in; those before it lasted 120.0, 110.0: by that it goes at 310.0 h",
  );
  expect(lifeWords({ ...life, since: null, lasts: null, earlier: [] })).toBeNull();
});

test("what is taken up faster than before is told, where there are two stretches to compare", () => {
  const chain = { id: "case-chain:tension", what: "case chain: tension", since: 1000, lasts: 900, unit: "mi" };
  const life = { ...chain, had: null, earlier: [], outBy: [], turns: 2, turnUnit: "turns" };
  expect(paceWords({ ...life, pace: 2.5 })).toBe("case chain: tension: taken up 2.5 times as fast as before");
  expect(paceWords({ ...life, pace: 1.2 })).toBeNull();
  expect(paceWords({ ...life, pace: null })).toBeNull();
});

test("what wears is told by the machine's own readings, whichever job took them", async () => {
  const machineId = await machineOf("Ridge sled 11");
  const { trends } = await longRunOf(db, machineId);
  const slide = trends.find(({ name }) => name === "Slide, left rail");
  // 5.7 at 1180 mi, 3.6 at 1890 mi; 1 mm is its limit.
  expect(slide).toMatchObject({ readings: 2, value: 3.6, at: 1890, low: null });
  expect(slide?.reaches).toBeCloseTo(1890 + ((3.6 - 1) / (5.7 - 3.6)) * (1890 - 1180), 6);
  expect(slide && trendWords(slide)).toBe("slide, left rail, by 2 readings: at 1 mm at 2769 mi");
});

test("what there is on two sides is told side against side, visit by visit", async () => {
  const { sides } = await longRunOf(db, await machineOf("Ridge sled 11"));
  const slide = sides.find(({ what }) => what === "Slide, rail");
  const told = slide?.visits.map(({ meter, sides: read }) => [meter, ...read.map(({ side, value }) => [side, value])]);
  // Found at 1180 and at 1890 mi, the least place of each rail.
  expect(told).toEqual([
    [1180, ["left", 5.7], ["right", 6]],
    [1890, ["left", 3.6]],
  ]);
  // One side alone says nothing of how far they are apart.
  expect(slide?.visits.map(({ apart }) => apart && Number(apart.toFixed(6)))).toEqual([0.3, null]);
});

test("a kit is not asked for a drive belt, and is offered no work on one", async () => {
  const machineId = await machineOf("Kit bike 1");
  const mira = await actorCalled(db, "Mira Orr");
  const intake = (procedure: string) =>
    intakeSchema.parse({
      ...{ machine: { id: machineId }, meter: 77, procedure },
      complaint: "x",
      symptom: "known age",
    });
  await expect(openJob(db, intake("variable-belt"), mira)).rejects.toThrow();
  const { id } = await openJob(db, intake("track-replacement"), mira);
  const { bench, events } = await jobById(db, id);
  const state = fold(events);
  const tasks = walk(bench, state);
  expect(tasks.map((task) => task.id)).toContain("off:kit-chain");
  expect(tasks.map((task) => task.id)).not.toContain("off:driven-clutch");
  const first = nextTask(bench, state, tasks);
  expect(first && waitingSlots(bench, state, first).length).toBeGreaterThan(0);
});

test("a belt machine opens the work that a chain machine has too, without the chain's figures and counts", async () => {
  const mira = await actorCalled(db, "Mira Orr");
  const machine = { id: await machineOf("Slope sled 1") };
  for (const [procedure, symptom] of [
    ["track-replacement", "track torn"],
    ["shaft-bearings", "growls"],
  ] as const) {
    const intake = intakeSchema.parse({ machine, meter: 1900, procedure, complaint: "x", symptom });
    const { id } = await openJob(db, intake, mira);
    const { bench } = await jobById(db, id);
    const which = { type: "question_answered", question: "which", word: "all four", reason: null } as const;
    if (procedure === "shaft-bearings")
      await appendEvents(db, id, { after: 0, events: [{ id: randomUUID(), draft: which }] }, mira);
    const { events: after } = await jobById(db, id);
    const ids = walk(bench, fold(after)).map((task) => task.id);
    expect(ids).toEqual(expect.arrayContaining(["off:belt", "fit:hub"]));
    expect(ids.filter((task) => /gears|:tensioner$|lock-nut|oil/.test(task))).toEqual([]);
  }
});
