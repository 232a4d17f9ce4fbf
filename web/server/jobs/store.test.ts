import { randomUUID } from "node:crypto";
import { type Actor, type Draft, EVENT_FORMAT, FIGURE_FORMAT, fold } from "@averin/core";
import type { Database } from "../database.ts";
import { migrate } from "../migrations.ts";
import { Refused } from "../refused.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { eventsAfter, findJobs, jobById, jobLines } from "./read.ts";
import { intakeSchema } from "./schema.ts";
import { appendEvents, jobOfIntake, openJob } from "./store.ts";
import { fillWords, rebuildReadTables } from "./tables.ts";

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
  await db.machineFigures.create({ id: row, ...common, format: FIGURE_FORMAT, body: { ...tooMany, source } });
  const before = await db.jobs.count();
  await expect(newJob()).rejects.toThrow(/Friction plates: 20000 on file, and at most 30 are worked with/);
  expect(await db.jobs.count()).toBe(before);
  await db.machineFigures.destroy({ where: { id: row } });
  await expect(newJob()).resolves.toMatch(/-/);
});

test("a meter that runs backwards is asked about, and changes nothing", async () => {
  const machine = await db.machines.findOne({ where: { mark: "Club bike 11" } });
  const intake = intakeSchema.parse({
    machine: { id: machine?.get("id") as string },
    meter: 1,
    complaint: "x",
    symptom: "drags",
    procedure: "clutch-coil-spring",
  });
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

test("every job is found again by any word of it: machine, owner, person, day, what was found or noted", async () => {
  const id = await newJob();
  const say = (draft: Draft) => appendEvents(db, id, line(draft), technician);
  await say({ type: "finding_recorded", point: "basket-bearing", item: 1, word: "missing" });
  await say({ type: "noted", text: "roller lies in the sump_100%" });
  const found = async (search: string): Promise<boolean> =>
    (await findJobs(db, search)).jobs.some((job) => job.id === id);
  for (const search of ["club bike 7", "harbour ENDURO", "mira roller", "sump_100", "clutch missing"])
    expect([search, await found(search)]).toEqual([search, true]);
  // Every word must be there; where there is none at all nothing is found.
  for (const search of ["%%", "roller nowhere", "sump-100"])
    expect([search, await found(search)]).toEqual([search, false]);
  const { jobs, more } = await findJobs(db, "");
  expect(jobs[0]).toMatchObject({
    work: expect.any(String),
    ended: null,
    stage: expect.any(String),
    opened: expect.stringMatching(/^20/),
  });
  expect(more).toBe(false);
  // A job that an earlier version kept has no words yet: they are made when the shop is opened.
  await db.words.destroy({ where: { jobId: id } });
  expect(await found("roller")).toBe(false);
  await fillWords(db);
  expect(await found("roller")).toBe(true);
  expect(await rebuildReadTables(db)).toMatchObject({ differences: [] });
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
    ...{ by: technician, format: EVENT_FORMAT, body: last?.body },
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

describe("an intake sent twice", () => {
  const intake = (id: string) => async () => {
    const machine = await db.machines.findOne({ where: { mark: "Club bike 7" } });
    return openJob(
      db,
      intakeSchema.parse({
        ...{ id, machine: { id: machine?.get("id") }, meter: 300, meterGoesBack: true, complaint: "slips" },
        ...{ symptom: "slips under load", procedure: "clutch-coil-spring" },
      }),
      technician,
    );
  };

  test("opens one job, one after the other or at the same moment, and is answered each time", async () => {
    const before = await db.jobs.count();
    const send = intake(randomUUID());
    const [a, b, c] = [await send(), await send(), await send()];
    expect([b, c]).toEqual([a, a]);
    const again = intake(randomUUID());
    const all = await Promise.all(Array.from({ length: 6 }, again));
    expect(new Set(all.map(({ id }) => id)).size).toBe(1);
    expect(await db.jobs.count()).toBe(before + 2);
  });

  test("whose answer was lost is looked up by its id", async () => {
    const id = randomUUID();
    expect(await jobOfIntake(db, id)).toBeNull();
    const opened = await intake(id)();
    expect(await jobOfIntake(db, id)).toEqual(opened);
  });
});

describe("many at once", () => {
  test("forty writes wait their turn on ten connections: each takes one, and none fails", async () => {
    const jobs = await Promise.all(Array.from({ length: 20 }, () => newJob()));
    expect(new Set(jobs).size).toBe(20);
    const kept = await Promise.all(
      jobs.flatMap((id) => [1, 2].map(() => appendEvents(db, id, line(reading(1, "2.86")), technician))),
    );
    expect(kept.every((one) => one.kept.length > 1)).toBe(true);
  });

  test("refusals at the same moment are each told as what they are", async () => {
    const jobId = await newJob();
    const told = await Promise.all(
      Array.from({ length: 20 }, () =>
        appendEvents(db, jobId, line(reading(9, "2.86")), technician).then(
          () => "kept",
          (error: unknown) => (error instanceof Refused ? error.status : String(error)),
        ),
      ),
    );
    expect(new Set(told)).toEqual(new Set([422]));
    const intake = intakeSchema.parse({ machine: { id: randomUUID() }, meter: 1, complaint: "x", symptom: "x" });
    const opened = await Promise.allSettled(Array.from({ length: 20 }, () => openJob(db, intake, technician)));
    expect(opened.map((one) => (one.status === "rejected" ? (one.reason as Error).message : "opened"))).toEqual(
      Array.from({ length: 20 }, () => "There is no such machine here."),
    );
  });
});

describe("when a line was typed", () => {
  const HOUR = 3_600_000;
  /** Kept in a job that was opened two days ago, with what the browser's clock says. */
  async function typedAt(agoMs: number, clockOffMs: number) {
    const jobId = await newJob();
    const opened = new Date(Date.now() - 48 * HOUR);
    await db.jobs.update({ openedAt: opened }, { where: { id: jobId } });
    const browser = Date.now() + clockOffMs;
    const clocks = { typedAt: new Date(browser - agoMs).toISOString(), sentAt: new Date(browser).toISOString() };
    const came = Date.now();
    const { kept } = await appendEvents(
      db,
      jobId,
      { ...line(reading(1, "2.86")), after: undefined, ...clocks },
      technician,
    );
    const { typed, at } = kept[0] ?? {};
    return {
      bound: typed?.bound,
      ago: came - Date.parse(typed?.at ?? ""),
      opened: typed?.at === opened.toISOString(),
      at,
    };
  }

  test.each([
    ["right", 0],
    ["two hours fast", 2 * HOUR],
    ["two hours slow", -2 * HOUR],
  ])("is told by how long ago that was, with a clock that is %s", async (_, off) => {
    const { bound, ago } = await typedAt(3 * HOUR, off);
    expect(bound).toBeNull();
    expect(Math.abs(ago - 3 * HOUR)).toBeLessThan(60_000);
  });

  test("never after it came, never before the job was opened: the bound is kept, and said", async () => {
    expect(await typedAt(-HOUR, 0)).toMatchObject({ bound: "arrival" });
    expect(await typedAt(72 * HOUR, 0)).toMatchObject({ bound: "opening", opened: true });
  });

  test("a soak typed where no server was counts from then, and the order stays the server's", async () => {
    const jobId = await newJob();
    await db.jobs.update({ openedAt: new Date(Date.now() - 48 * HOUR) }, { where: { id: jobId } });
    const late = new Date().toISOString();
    const clocks = { typedAt: new Date(Date.now() - 2 * HOUR).toISOString(), sentAt: late };
    await appendEvents(
      db,
      jobId,
      { ...line({ type: "noted", text: "late" }), typedAt: late, sentAt: late },
      technician,
    );
    await appendEvents(db, jobId, { ...line({ type: "noted", text: "early" }), ...clocks }, technician);
    const { events } = await jobById(db, jobId);
    expect(events.map((e) => (e.body.type === "noted" ? e.body.text : e.number))).toEqual([1, "late", "early"]);
  });
});

test("a technician strikes no lead's stop-work line, whatever they send", async () => {
  const jobId = await newJob();
  const tobin = await actorCalled(db, "Tobin Hask");
  const stop: Draft = { type: "finding_recorded", point: "basket-bearing", item: 1, word: "missing" };
  const { kept } = await appendEvents(db, jobId, { ...line(stop), after: undefined }, tobin);
  const strike: Draft = { type: "struck", event: kept[0]?.id ?? "" };
  await expect(appendEvents(db, jobId, line(strike), technician)).rejects.toThrow(/That line is Tobin Hask's/);
  await expect(appendEvents(db, jobId, line(strike), tobin)).resolves.toBeDefined();
});
