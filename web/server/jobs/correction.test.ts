import { randomUUID } from "node:crypto";
import { type Actor, type Draft } from "@averin/core";
import type { Database } from "../database.ts";
import { lastMeter, machinesOf, rechecksOpen } from "../machines/read.ts";
import { machinesAtCounter } from "../machines/counter.ts";
import { changeMachine } from "../machines/changes.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { correctOpening } from "./correction.ts";
import { jobById, jobLines, jobsOfMachine } from "./read.ts";
import { correctionSchema, intakeSchema } from "./schema.ts";
import { appendEvents, openJob } from "./store.ts";
import { rebuildReadTables } from "./tables.ts";

// The demo's machines; meters and reasons typed here are invented.
let db: Database;
let edda: Actor;
let mira: Actor;
beforeAll(async () => {
  db = await testDatabase(["Club bike 7", "Club bike 3", "Works sled 8"]);
  [edda, mira] = [await actorCalled(db, "Edda Vane"), await actorCalled(db, "Mira Orr")];
});
afterAll(() => db.sequelize.close());

const idOf = async (mark: string): Promise<string> =>
  (await db.machines.findOne({ where: { mark } }))?.get("id") as string;
const takeIn = async (mark: string, meter: number | null, more: object = {}): Promise<string> =>
  (
    await openJob(
      db,
      intakeSchema.parse({
        ...{ machine: { id: await idOf(mark) }, meter, meterGoesBack: true, complaint: "slips" },
        ...{ symptom: "slips under load", procedure: "clutch-coil-spring", ...more },
      }),
      edda,
    )
  ).id;
const right = (more: object) =>
  correctionSchema.parse({ id: randomUUID(), reason: "its twin stands beside it", ...more });
const say = (job: string, by: Actor, draft: Draft) =>
  appendEvents(db, job, { events: [{ id: randomUUID(), draft }] }, by);

test("the machine that stands here: looked at first, then kept; job, owner and meter follow, and a rebuild agrees", async () => {
  const [wrong, stands] = [await idOf("Club bike 7"), await idOf("Club bike 3")];
  const before = { wrong: await lastMeter(db, wrong, "h"), stands: await lastMeter(db, stands, "h") };
  const job = await takeIn("Club bike 7", 900);
  expect(await lastMeter(db, wrong, "h")).toBe(900);
  const asked = right({ machine: stands, meter: 61.5, meterGoesBack: true });
  const dry = await correctOpening(db, job, { ...asked, dry: true }, edda);
  expect(dry).toMatchObject({ kept: [], differs: expect.arrayContaining(["machine: Club bike 7, now Club bike 3"]) });
  expect(await lastMeter(db, wrong, "h")).toBe(900);
  await correctOpening(db, job, asked, edda);
  // Sent twice it is kept once.
  await correctOpening(db, job, asked, edda);
  expect((await jobById(db, job)).events.filter(({ body }) => body.type === "opening_corrected")).toHaveLength(1);
  expect(await lastMeter(db, wrong, "h")).toBe(before.wrong);
  expect(await lastMeter(db, stands, "h")).toBe(61.5);
  expect((await jobsOfMachine(db, stands)).jobs.map(({ id }) => id)).toContain(job);
  expect((await jobsOfMachine(db, wrong)).jobs.map(({ id }) => id)).not.toContain(job);
  const row = await db.jobs.findByPk(job);
  const owner = await db.machines.findByPk(stands);
  expect(row?.get("ownerId")).toBe(owner?.get("ownerId"));
  expect((await rebuildReadTables(db)).differences).toEqual([]);
  await expect(
    correctOpening(db, job, right({ machine: await idOf("Works sled 8"), meter: null }), edda),
  ).rejects.toThrow(/is no work for Works sled 8/);
  await expect(correctOpening(db, job, right({ machine: "nobody", meter: null }), edda)).rejects.toThrow();
  await say(job, edda, { type: "job_cancelled", reason: "opened by mistake" });
  expect(await lastMeter(db, stands, "h")).toBe(before.stands);
});

test("what was looked at goes with its job; of two looks at one machine the newer one stands", async () => {
  const [older, newer] = [await takeIn("Club bike 3", null), await takeIn("Club bike 7", null)];
  const [right3, wrong7] = [await idOf("Club bike 3"), await idOf("Club bike 7")];
  const look = { word: "ready", watched: [], keeps: [], byName: "Mira Orr" };
  await db.machineLooks.create({ ...look, machineId: right3, jobId: older, at: new Date("2026-11-01T10:00:00Z") });
  await db.machineLooks.create({ ...look, machineId: wrong7, jobId: newer, at: new Date("2026-11-02T10:00:00Z") });
  await correctOpening(db, newer, right({ machine: right3, meter: null }), edda);
  expect(await db.machineLooks.findByPk(wrong7)).toBeNull();
  expect((await db.machineLooks.findByPk(right3))?.get("jobId")).toBe(newer);
  await db.machineLooks.destroy({ where: { machineId: right3 } });
  for (const job of [older, newer]) await say(job, edda, { type: "job_cancelled", reason: "opened twice" });
});

test("promised and assigned at the counter stand on Today; cancelled it leaves Today, and its meter with it", async () => {
  const before = await lastMeter(db, await idOf("Club bike 7"), "h");
  const job = await takeIn("Club bike 7", 901, { promised: "2999-03-01", assigned: mira.id });
  const line = (await jobLines(db)).jobs.find(({ id }) => id === job);
  expect(line).toMatchObject({ promised: "2999-03-01", assigned: { id: mira.id, name: "Mira Orr" } });
  const { machines } = await machinesAtCounter(db, "Club bike 7");
  expect(machines[0]?.open.map(({ id }) => id)).toContain(job);
  await expect(say(job, edda, { type: "job_assigned", to: { id: "nobody", name: "X" } })).rejects.toThrow(
    "Nobody of that name works here",
  );
  await say(job, edda, { type: "job_cancelled", reason: "opened by mistake" });
  expect((await jobLines(db)).jobs.some(({ id }) => id === job)).toBe(false);
  expect(await lastMeter(db, await idOf("Club bike 7"), "h")).toBe(before);
  // Wanted after all: its meter was read all the same.
  await say(job, await actorCalled(db, "Tobin Hask"), { type: "job_reopened", reason: "wanted after all" });
  expect(await lastMeter(db, await idOf("Club bike 7"), "h")).toBe(901);
  await say(job, edda, { type: "job_cancelled", reason: "opened by mistake" });
});

test("a machine with two meters: both are read, neither goes back unsaid, and what is due by the second falls due by it", async () => {
  const id = await idOf("Works sled 8");
  const first = (await db.machines.findByPk(id))?.get("meterUnit");
  expect(first).toBe("km");
  const counts = (unit: "" | "h" | "km") => changeMachine(db, id, { does: "second meter", counts: unit }, edda);
  await expect(counts("km")).rejects.toThrow("Its first meter counts km already.");
  await counts("h");
  const belt = { procedure: "variable-belt", symptom: "", meterGoesBack: false };
  const job = await takeIn("Works sled 8", 8000, { ...belt, second: 210 });
  const opened = async () => (await jobById(db, job)).events[0]?.body;
  expect(await opened()).toMatchObject({ meter: { unit: "km", value: 8000, second: { unit: "h", value: 210 } } });
  const shown = async () => [await lastMeter(db, id, "km"), await lastMeter(db, id, "h")];
  expect(await shown()).toEqual([8000, 210]);
  await expect(takeIn("Works sled 8", 8001, { ...belt, second: 200 })).rejects.toMatchObject({
    data: { path: "second", message: expect.stringContaining("stood at 210 h last time") },
  });
  const asked = right({ machine: id, meter: 8000, second: 201.5 });
  const { differs } = await correctOpening(db, job, asked, edda);
  expect(differs).toEqual(["meter: 8000 km, 210 h, now 8000 km, 201.5 h"]);
  expect(await shown()).toEqual([8000, 201.5]);
  const [by] = (await machinesAtCounter(db, "works sled 8")).machines;
  expect(by).toMatchObject({ meterUnit: "km", lastMeter: 8000, secondUnit: "h", lastSecond: 201.5 });
  // Due at 200 h, which its second meter has passed; by its first it would be due long since, or never.
  const set = { jobId: job, machineId: id, about: "x", dueOn: null, doneBy: null, doneAt: null, note: null };
  const rows = [
    { ...set, id: randomUUID(), what: "by hours, passed", dueMeter: 200, dueUnit: "h" },
    { ...set, id: randomUUID(), what: "by hours, to come", dueMeter: 300, dueUnit: "h" },
    { ...set, id: randomUUID(), what: "by distance", dueMeter: 8100, dueUnit: null },
  ];
  await db.rechecks.bulkCreate(rows);
  const told = (await rechecksOpen(db, [id])).flatMap(({ what, when, due }) =>
    what.startsWith("by ") ? [[what, when, due]] : [],
  );
  expect(told).toEqual([
    ["by hours, passed", "at 200.0 h", true],
    ["by distance", "at 8100.0 km", false],
    ["by hours, to come", "at 300.0 h", false],
  ]);
  await db.rechecks.destroy({ where: { id: rows.map((row) => row.id) } });
  expect((await rebuildReadTables(db)).differences).toEqual([]);
  await say(job, edda, { type: "job_cancelled", reason: "opened by mistake" });
  expect((await shown())[1]).toBeNull();
  await counts("");
});

test("two on file that are one: found by either mark, jobs and meter together, and taken apart again", async () => {
  const [keeps, goes] = [await idOf("Club bike 7"), await idOf("Club bike 3")];
  const jobs = async (id: string) => (await jobsOfMachine(db, id)).jobs.map(({ id: job }) => job).sort();
  const before = { keeps: await jobs(keeps), goes: await jobs(goes), meter: await lastMeter(db, keeps, "h") };
  expect(before.goes.length).toBeGreaterThan(0);
  await changeMachine(db, goes, { does: "put right", mark: "Club bike 3", year: null, serial: "TF-3X" }, edda);
  const open = await takeIn("Club bike 3", null);
  const merge = (mark: string) => changeMachine(db, goes, { does: "is another", mark }, edda);
  await expect(merge("Club bike 7")).rejects.toThrow(/is open on it: release it, hand it back/);
  await say(open, edda, { type: "job_cancelled", reason: "opened twice" });
  await expect(merge("Club bike 777")).rejects.toThrow(/No other machine is called/);
  before.goes = await jobs(goes);
  await merge("Club bike 7");
  expect(await jobs(keeps)).toEqual([...before.keeps, ...before.goes].sort());
  expect(await jobs(goes)).toEqual([]);
  // Found by what either is known by.
  const found = async () => (await machinesOf(db, "tf-3x")).machines.map(({ mark }) => mark);
  expect(await found()).toEqual(["Club bike 7"]);
  await expect(merge("Club bike 7")).rejects.toThrow(/is another one already/);
  await expect(changeMachine(db, goes, { does: "in use again" }, edda)).rejects.toThrow(/say first that it is its own/);
  await expect(changeMachine(db, keeps, { does: "is another", mark: "Club bike 3" }, edda)).rejects.toThrow(
    /say it from the other side/,
  );
  await changeMachine(db, goes, { does: "is its own" }, edda);
  expect([await jobs(keeps), await jobs(goes), await lastMeter(db, keeps, "h")]).toEqual([
    ...[before.keeps, before.goes, before.meter],
  ]);
  expect(await found()).toEqual(["Club bike 3"]);
  expect((await rebuildReadTables(db)).differences).toEqual([]);
});
