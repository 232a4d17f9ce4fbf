import { randomUUID } from "node:crypto";
import { type Actor, type Draft, fold } from "@averin/core";
import type { Database } from "../database.ts";
import { migrate } from "../migrations.ts";
import { Refused } from "../refused.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { appendEvents, eventsAfter, intakeSchema, jobById, jobLines, openJob, rebuildReadTables } from "./jobs.ts";

// Readings and meters in this file are invented.
let db: Database;
let technician: Actor;
beforeAll(async () => {
  db = await testDatabase("demo");
  technician = await actorCalled(db, "Mira Orr");
});
afterAll(() => db.sequelize.close());

async function newJob(meter = 200): Promise<string> {
  const machine = await db.machines.findOne({ where: { mark: "Club bike 7" } });
  const intake = intakeSchema.parse({
    machine: { id: machine?.get("id") },
    meter,
    meterGoesBack: true,
    complaint: "slips",
    symptom: "slips under load",
    procedure: "clutch-coil-spring",
  });
  return (await openJob(db, intake, technician)).id;
}

const reading = (place: number, text: string): Draft => ({
  type: "reading_taken",
  point: "friction-thickness",
  item: 1,
  place,
  phase: "found",
  text,
  gauge: "caliper-2",
});
const line = (...drafts: Draft[]) => ({ after: 0, events: drafts.map((draft) => ({ id: randomUUID(), draft })) });

test("a second migration applies nothing", async () => {
  expect(await migrate(db)).toEqual([]);
});

test("intake opens a job with a number of its own and keeps what it began with", async () => {
  const [a, b] = [await newJob(), await newJob()];
  const { number, events } = await jobById(db, a);
  expect(number).toMatch(/^T-\d{4}$/);
  expect((await jobById(db, b)).number).not.toBe(number);
  expect(events[0]?.body).toMatchObject({
    type: "job_opened",
    machine: { mark: "Club bike 7", build: "coil-spring" },
    counts: { friction: 9, steel: 8, spring: 5, "plate-bolts": 5, "cover-bolts": 6 },
  });
});

test("a count on file that no assembly has is told by its name, and opens nothing; put right, it opens", async () => {
  const machine = await db.machines.findOne({ where: { mark: "Club bike 7" } });
  const id = machine?.get("id") as string;
  const tooMany = { key: "friction-count", label: "Friction plates", kind: "count", count: 20_000 };
  const source = { grade: "guess", book: "x", edition: "", page: "", checkedBy: null };
  const row = randomUUID();
  const common = { machineId: id, specKey: "friction-count", enteredBy: "x", enteredAt: new Date() };
  await db.machineFigures.create({ id: row, ...common, body: { ...tooMany, source } });
  const before = await db.jobs.count();
  await expect(newJob()).rejects.toThrow(/Friction plates: 20000 on file, and at most 30 are worked with/);
  expect(await db.jobs.count()).toBe(before);
  await db.machineFigures.destroy({ where: { id: row } });
  await expect(newJob()).resolves.toMatch(/-/);
});

test("a meter that runs backwards is asked about, and changes nothing", async () => {
  const machine = await db.machines.findOne({ where: { mark: "Club bike 11" } });
  const intake = {
    machine: { id: machine?.get("id") as string },
    meter: 1,
    complaint: "x",
    symptom: "drags",
    procedure: "clutch-coil-spring",
  };
  const before = await db.jobs.count();
  await expect(openJob(db, { ...intake, meterGoesBack: false }, technician)).rejects.toThrow(/stood at 21 h last time/);
  expect(await db.jobs.count()).toBe(before);
  await expect(openJob(db, { ...intake, meterGoesBack: true }, technician)).resolves.toHaveProperty("number");
});

test("a line is kept whole or not at all", async () => {
  const id = await newJob();
  await expect(appendEvents(db, id, line(reading(1, "2.86"), reading(9, "2.86")), technician)).rejects.toThrow(Refused);
  expect(await eventsAfter(db, id, 1)).toEqual([]);
  expect(await db.readings.count({ where: { jobId: id } })).toBe(0);
  const { kept } = await appendEvents(
    db,
    id,
    { ...line(reading(1, "2.86"), reading(2, "2,85")), after: 1 },
    technician,
  );
  expect(kept.map((event) => event.number)).toEqual([2, 3]);
});

test("the same line sent twice is kept once and answered twice", async () => {
  const id = await newJob();
  const sent = line(reading(1, "2.86"));
  const [first, second] = await Promise.all([
    appendEvents(db, id, sent, technician),
    appendEvents(db, id, sent, technician),
  ]);
  expect(first.kept.map((event) => event.id)).toEqual(second.kept.map((event) => event.id));
  expect(await eventsAfter(db, id, 1)).toHaveLength(1);
});

test("an event's id belongs to one job", async () => {
  const [a, b] = [await newJob(), await newJob()];
  const sent = line(reading(1, "2.86"));
  await appendEvents(db, a, sent, technician);
  await expect(appendEvents(db, b, sent, technician)).rejects.toMatchObject({ name: "SequelizeUniqueConstraintError" });
  expect(await eventsAfter(db, b, 1)).toEqual([]);
});

test("twenty lines at once all get numbers of their own, in one row", async () => {
  const id = await newJob();
  await Promise.all(
    Array.from({ length: 20 }, (_, i) => appendEvents(db, id, line(reading((i % 3) + 1, `2.${80 + i}`)), technician)),
  );
  const events = await eventsAfter(db, id, 0);
  expect(events.map((event) => event.number)).toEqual(Array.from({ length: 21 }, (_, i) => i + 1));
  expect((await db.jobs.findByPk(id))?.get("lastNumber")).toBe(21);
});

test("what was judged by stays with the event when the book changes", async () => {
  const id = await newJob();
  await appendEvents(db, id, line(reading(1, ".112in")), technician);
  const spec = await db.specs.findOne({ where: { specKey: "friction-thickness" } });
  const body = spec?.get("body") as { limit: object };
  await db.specs.update(
    { body: { ...body, limit: { kind: "min", serviceMin: 1 } } },
    { where: { specKey: "friction-thickness" } },
  );
  const [event] = await eventsAfter(db, id, 1);
  expect(event?.body).toMatchObject({
    text: ".112in",
    unit: "in",
    value: 0.112,
    gauge: { id: "caliper-2", resolution: 0.01 },
    spec: { limit: { serviceMin: 2.72 } },
  });
  await db.specs.update({ body }, { where: { specKey: "friction-thickness" } });
});

test("a struck line leaves the read tables, never the log", async () => {
  const id = await newJob();
  const { kept } = await appendEvents(db, id, line(reading(1, "9.99")), technician);
  const target = kept.find((event) => event.body.type === "reading_taken");
  expect(await db.readings.count({ where: { jobId: id } })).toBe(1);
  await appendEvents(db, id, line({ type: "struck", event: target?.id ?? "" }), technician);
  expect(await db.readings.count({ where: { jobId: id } })).toBe(0);
  expect(fold(await eventsAfter(db, id, 0)).events).toHaveLength(3);
});

test("the read tables are what the log says; a difference is found, said and put right", async () => {
  const id = await newJob();
  await appendEvents(
    db,
    id,
    line(reading(1, "2.86"), reading(2, "2.85"), { type: "part_removed", entry: "cover" }),
    technician,
  );
  expect(await rebuildReadTables(db)).toMatchObject({ differences: [] });
  await db.readings.update({ valueInBase: 1 }, { where: { jobId: id, place: 1 } });
  await db.summaries.destroy({ where: { jobId: id } });
  const { differences } = await rebuildReadTables(db);
  expect(differences).toHaveLength(2);
  expect(differences[0]).toMatch(/^T-\d+: readings held 2 rows that did not match the 2 of the log; put right\.$/);
  expect(await rebuildReadTables(db)).toMatchObject({ differences: [] });
});

test("today's lines come from the read tables", async () => {
  const id = await newJob();
  const mine = (await jobLines(db)).jobs.find((job) => job.id === id);
  expect(mine).toMatchObject({
    mark: "Club bike 7",
    owner: "Harbour Enduro Club",
    stage: "apart",
    next: "Soak the new plates",
  });
});

test("what is not there is not found", async () => {
  for (const work of [
    () => jobById(db, "x"),
    () => eventsAfter(db, "x", 0),
    () => appendEvents(db, "x", line(reading(1, "2")), technician),
  ]) {
    await expect(work()).rejects.toMatchObject({ status: 404 });
  }
});

test("today's lines say what a job waits for, since when, and what stops it", async () => {
  const id = await newJob();
  const drafts: Draft[] = [
    { type: "question_answered", question: "soak-time", word: "one hour", reason: null },
    { type: "wait_started", wait: "soak" },
    { type: "question_answered", question: "deeper", word: "go deeper", reason: null },
    { type: "finding_recorded", point: "basket-bearing", item: 1, word: "missing" },
  ];
  const at = new Date("2026-11-20T08:00:00.000Z");
  await appendEvents(db, id, line(...drafts), technician, at);
  const mine = (await jobLines(db)).jobs.find((job) => job.id === id);
  expect(mine).toMatchObject({
    needs: "technician",
    by: "Mira Orr",
    since: "2026-11-20T08:00:00.000Z",
    clocks: [{ title: "Soak the new plates", endsAt: "2026-11-20T09:00:00.000Z" }],
    stop: expect.stringMatching(/^Basket bearing: missing/),
  });
  expect(await rebuildReadTables(db)).toMatchObject({ differences: [] });
});

test("a line refused half way leaves nothing behind, in the database or in memory", async () => {
  const id = await newJob();
  const good = reading(1, "2.86");
  await expect(appendEvents(db, id, line(good, reading(9, "2.86")), technician)).rejects.toThrow(Refused);
  const { kept } = await appendEvents(db, id, line(good), technician);
  expect(kept.map((event) => event.number)).toEqual([1, 2]);
});

test("another process's lines are seen at the next write, whatever was read before", async () => {
  const id = await newJob();
  await appendEvents(db, id, line(reading(1, "2.86")), technician);
  const other = { ...db, sequelize: db.sequelize };
  // Written past this process's memory, as another process of the application would.
  const last = (await eventsAfter(db, id, 1))[0];
  await other.events.create({
    ...{ jobId: id, number: 3, id: randomUUID(), type: "reading_taken", at: new Date() },
    ...{ by: technician, body: last?.body },
  });
  await other.jobs.update({ lastNumber: 3 }, { where: { id } });
  const { kept } = await appendEvents(db, id, line(reading(2, "2.85")), technician);
  expect(kept.map((event) => event.number)).toEqual([1, 2, 3, 4]);
});

test("a line is never kept under another name than the one who typed it", async () => {
  const id = await newJob();
  const other = await actorCalled(db, "Tobin Hask");
  const sent = { ...line(reading(1, "2.86")), by: technician.id };
  await expect(appendEvents(db, id, sent, other)).rejects.toThrow(/Tobin Hask has taken over on this machine/);
  expect(await eventsAfter(db, id, 1)).toEqual([]);
  expect((await appendEvents(db, id, sent, technician)).kept).toHaveLength(2);
});

test("what is worked on must be something the machine has, with one of its own symptoms; a shop is told which", async () => {
  const machine = await db.machines.findOne({ where: { mark: "Club bike 7" } });
  const intake = { machine: { id: machine?.get("id") as string }, meter: 9000, complaint: "x", symptom: "drags" };
  const by = await actorCalled(db, "Mira Orr");
  const told = async (more: object): Promise<unknown> =>
    openJob(db, intakeSchema.parse({ ...intake, ...more }), by).catch((error: unknown) => (error as Error).message);
  expect(await told({})).toMatch(
    /^Say what is worked on: Chain and sprocket set, Chain only, Chain slack and alignment, Clutch pack/,
  );
  expect(await told({ procedure: "axle-out-in" })).toMatch(/^Say what is worked on/);
  expect(await told({ procedure: "chain-slack-check" })).toMatch(/^"drags" is no symptom of this work: chain noisy/);
  const { id } = await openJob(
    db,
    intakeSchema.parse({ ...intake, procedure: "chain-slack-check", symptom: "slack uneven" }),
    by,
  );
  expect((await jobById(db, id)).bench.procedure.id).toBe("chain-slack-check");
});
