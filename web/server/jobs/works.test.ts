import { randomUUID } from "node:crypto";
import {
  type Actor,
  currencyOf,
  type Draft,
  eventSentence,
  fold,
  type JobEvent,
  jobTitle,
  nextTask,
  walk,
  worksStanding,
} from "@averin/core";
import type { Database } from "../database.ts";
import { talliesOf } from "../symptoms/read.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { findJobs, jobById, jobLines, outcomesOf, untold } from "./read.ts";
import { intakeSchema, workSchema } from "./schema.ts";
import { appendEvents, openJob } from "./store.ts";
import { fillOutcomes, rebuildReadTables } from "./tables.ts";
import { takeWork } from "./replaced.ts";
import { addWork, worksOffered } from "./works.ts";

let db: Database;
let mira: Actor;
beforeAll(async () => {
  db = await testDatabase("demo");
  mira = await actorCalled(db, "Mira Orr");
});
afterAll(() => db.sequelize.close());

const QUAD = "Flock quad 1";
async function newJob(mark: string, more: object): Promise<string> {
  const machine = await db.machines.findOne({ where: { mark } });
  const meter = Number(
    (await db.meterReadings.max("value", { where: { machineId: machine?.get("id") as string } })) ?? 0,
  );
  const intake = intakeSchema.parse({
    ...{ machine: { id: machine?.get("id") }, meter: meter + 1, complaint: "Clicks in turns." },
    ...more,
  });
  return (await openJob(db, intake, mira)).id;
}
const line = (draft: Draft) => ({ events: [{ id: randomUUID(), draft }] });
const wanted = (procedure: string, position: string | null = null) =>
  workSchema.parse({ id: randomUUID(), procedure, position, because: "seen while it was up" });
const opened = async (jobId: string) => {
  const job = await jobById(db, jobId);
  const state = fold(job.events);
  return { ...job, state, title: jobTitle(job.bench, state) };
};
const axle = { procedure: "axle-joint-outboard", position: "front left", symptom: "clicks in turns" };

test("a second shaft of the same machine is a second work of one procedure; Today and the search name both", async () => {
  const jobId = await newJob(QUAD, axle);
  expect((await opened(jobId)).title).toBe("Outboard joint or boots over it, front left");
  await addWork(db, jobId, wanted("axle-joint-outboard", "rear right"), mira);
  const job = await opened(jobId);
  expect(job.title).toBe("Outboard joint or boots over it, front left · Outboard joint or boots over it, rear right");
  expect(
    walk(job.bench, job.state)
      .slice(0, 3)
      .map(({ id }) => id),
  ).toEqual([...["do:crack-nuts", "do:w2-crack-nuts", "do:raise"]]);
  const today = (await jobLines(db)).jobs.find(({ id }) => id === jobId);
  expect(today?.work).toBe(job.title);
  expect((await findJobs(db, "rear right")).jobs.map(({ id }) => id)).toContain(jobId);
});

test("sent twice it is kept once; a work twice at one place changes nothing", async () => {
  const jobId = await newJob(QUAD, axle);
  const once = wanted("axle-joint-outboard", "rear left");
  const [first, second] = [await addWork(db, jobId, once, mira), await addWork(db, jobId, once, mira)];
  expect(second.kept.map(({ id }) => id)).toEqual(first.kept.map(({ id }) => id));
  await expect(addWork(db, jobId, wanted("axle-joint-outboard", "rear left"), mira)).rejects.toThrow(
    "Outboard joint or boots over it, rear left is part of this job already.",
  );
  expect((await opened(jobId)).events).toHaveLength(2);
});

test("lines are accepted by what the job is laid out by: of the second work too, and after it is dropped no more", async () => {
  const jobId = await newJob(QUAD, axle);
  await addWork(db, jobId, wanted("axle-out-in", "rear right"), mira);
  const step: Draft = { type: "step_confirmed", step: "w2-crack-nuts" };
  const shown: Draft = { type: "step_confirmed", step: "crack-nuts" };
  await appendEvents(db, jobId, line(shown), mira);
  await appendEvents(db, jobId, line(step), mira);
  for (const question of ["nut-undone", "w2-nut-undone"]) {
    const answered: Draft = { type: "question_answered", question, word: "bar", reason: null };
    await appendEvents(db, jobId, line(answered), mira);
  }
  const { bench, state } = await opened(jobId);
  expect(nextTask(bench, state, walk(bench, state))?.id).toBe("do:raise");
  await appendEvents(db, jobId, line({ type: "work_dropped", work: "w2", reason: "owner wants it later" }), mira);
  const after = await opened(jobId);
  expect(after.title).toBe("Outboard joint or boots over it, front left");
  expect(worksStanding(after.bench, after.state).map(({ stage }) => stage)).toEqual(["in hand", "dropped"]);
  await expect(appendEvents(db, jobId, line(step), mira)).rejects.toThrow(
    /rear right was dropped: owner wants it later/,
  );
});

describe("the right work in place of one taken in by mistake", () => {
  const inPlace = (work: string, position: string, dry: boolean) => ({
    ...wanted("axle-joint-outboard", position),
    because: "written down for the other corner",
    instead: { work, id: randomUUID(), dry },
  });

  test("what it comes to is only looked at first; then both lines are there, once", async () => {
    const jobId = await newJob(QUAD, axle);
    await appendEvents(db, jobId, line({ type: "step_confirmed", step: "crack-nuts" }), mira);
    const comesTo = {
      differs: ["work: Outboard joint or boots over it, front left, now Outboard joint or boots over it, rear left"],
      fallsOut: ["crack the wheel nuts: done"],
    };
    const asked = inPlace("w1", "rear left", true);
    expect(await takeWork(db, jobId, asked, mira)).toEqual({ ...comesTo, kept: [] });
    expect((await opened(jobId)).title).toBe("Outboard joint or boots over it, front left");
    const sure = { ...asked, instead: { ...asked.instead, dry: false } };
    const { kept, ...rest } = await takeWork(db, jobId, sure, mira);
    expect(rest).toEqual(comesTo);
    expect(kept.map(({ body }) => body.type)).toEqual(["work_added", "work_dropped"]);
    const { title, bench, state } = await opened(jobId);
    expect(title).toBe("Outboard joint or boots over it, rear left");
    expect(kept.map((event) => eventSentence(bench, state, event)).join("; ")).toMatch(
      /in place of Outboard joint or boots over it, front left, taken in by mistake: written down for the other corner/,
    );
    await takeWork(db, jobId, sure, mira);
    expect((await opened(jobId)).events).toHaveLength(4);
    expect((await rebuildReadTables(db)).differences).toEqual([]);
  });

  test("where the wrong one cannot be dropped, nothing is added either", async () => {
    const jobId = await newJob(QUAD, axle);
    await expect(takeWork(db, jobId, inPlace("w7", "rear left", false), mira)).rejects.toThrow(
      "That work is not part of this job.",
    );
    expect((await opened(jobId)).events).toHaveLength(1);
    await expect(takeWork(db, jobId, inPlace("w1", "front left", false), mira)).rejects.toThrow(
      "Outboard joint or boots over it, front left is part of this job already.",
    );
    expect((await opened(jobId)).title).toBe("Outboard joint or boots over it, front left");
  });
});

test("the sum that its owner agreed to at the counter is kept with the job, and judges what comes", async () => {
  const jobId = await newJob(QUAD, { ...axle, agreed: "220" });
  const { bench, state } = await opened(jobId);
  expect(state.agreed?.body).toMatchObject({ sum: "220.00", by: "counter", currency: currencyOf(bench) });
  expect(intakeSchema.safeParse({ agreed: "about 200" }).error?.issues.map(({ message }) => message)).toContain(
    "a sum such as 220 or 220.50",
  );
});

test("several works may be taken in at once, and a rebuild finds no difference", async () => {
  const jobId = await newJob(QUAD, {
    ...axle,
    works: [wanted("axle-joint-outboard", "front right"), wanted("axle-out-in", "rear left")],
  });
  expect((await opened(jobId)).bench.works?.map(({ id, position }) => `${id} ${position}`)).toEqual([
    ...["w1 front left", "w2 front right", "w3 rear left"],
  ]);
  expect((await rebuildReadTables(db)).differences).toEqual([]);
  await db.works.destroy({ where: { jobId } });
  expect((await rebuildReadTables(db)).differences.join()).toMatch(/job_works held 0 rows .* the 3 of the log/);
  expect((await opened(jobId)).bench.works).toHaveLength(3);
});

test("what a machine can have besides is offered with its places", async () => {
  const offered = await worksOffered(db, await newJob(QUAD, axle));
  expect(offered.find(({ procedure }) => procedure === "axle-out-in")?.positions).toContain("rear right");
});

test("what was said at the counter is kept with its suspects; what it turned out to be is counted for the model", async () => {
  const jobId = await newJob(QUAD, { ...axle, symptom: "", symptoms: ["quads/clicks", "quads/hit"] });
  const { state, bench } = await opened(jobId);
  expect(state.opened?.body).toMatchObject({
    symptom: "clicks in turns, hit a stump or a rock",
    symptoms: [{ key: "quads/clicks", suspects: [{ id: "outboard-joint" }, { id: "wheel-bearing" }] }, {}],
  });
  const said = (symptom: string, suspect: string | null) =>
    appendEvents(db, jobId, line({ type: "cause_said", symptom, suspect }), mira);
  await said("quads/clicks", "wheel-bearing");
  await said("quads/hit", null);
  await expect(said("quads/clicks", "boot-cut")).rejects.toThrow(/That was not suspected: outboard joint worn/);
  await expect(said("quads/knock", null)).rejects.toThrow("That was not said of this machine.");
  const book = (await db.machines.findOne({ where: { mark: QUAD } }))?.get("bookId") as string;
  expect((await talliesOf(db))[book]).toEqual([
    { symptom: "quads/clicks", suspect: "wheel-bearing", count: 1 },
    { symptom: "quads/hit", suspect: null, count: 1 },
  ]);
  // Said anew, it counts once; struck, not at all.
  await said("quads/clicks", "outboard-joint");
  expect((await talliesOf(db))[book]?.[0]).toEqual({ symptom: "quads/clicks", suspect: "outboard-joint", count: 1 });
  for (const { body, id } of (await opened(jobId)).events.filter(({ body: { type } }) => type === "cause_said")) {
    expect(eventSentence(bench, state, { ...(await opened(jobId)).events[0], body } as JobEvent)).toMatch(/: it was /);
    await appendEvents(db, jobId, line({ type: "struck", event: id }), mira);
  }
  expect((await talliesOf(db))[book]).toBeUndefined();
  expect((await rebuildReadTables(db)).differences).toEqual([]);
});

test("a symptom that is on file for no such machine is refused by its name, and opens nothing", async () => {
  const before = await db.jobs.count();
  await expect(newJob(QUAD, { ...axle, symptoms: ["sleds/growls"] })).rejects.toThrow(
    /Nothing is on file as “sleds\/growls”/,
  );
  expect(await db.jobs.count()).toBe(before);
});

test("handed back it is not released: its statement comes back first, and what was passed over too", async () => {
  const tobin = await actorCalled(db, "Tobin Hask");
  const jobId = await newJob(QUAD, axle);
  await appendEvents(db, jobId, line({ type: "slot_skipped", slot: "do:crack-nuts", reason: "no time" }), mira);
  await expect(
    appendEvents(db, jobId, line({ type: "job_handed_back", said: "hand back", words: "on a trailer only" }), mira),
  ).rejects.toThrow("Only a lead hands a machine back that is not released.");
  await appendEvents(
    db,
    jobId,
    line({ type: "job_handed_back", said: "hand back", words: "on a trailer only" }),
    tobin,
  );
  const rows = await db.rechecks.findAll({ where: { jobId } });
  expect(rows.map((row) => row.get("what"))).toEqual(
    expect.arrayContaining([
      "Handed back, not released: on a trailer only",
      expect.stringMatching(/^Crack the wheel nuts.*: passed over, no time$/),
    ]),
  );
  expect((await jobLines(db)).jobs.find(({ id }) => id === jobId)?.stage).toBe("handed back");
  await expect(appendEvents(db, jobId, line({ type: "noted", text: "x" }), tobin)).rejects.toThrow(
    /handed back and is closed/,
  );
});

test("what came of a work is told once the job has ended, by whoever heard it, and counted by procedure", async () => {
  const [edda, tobin] = [await actorCalled(db, "Edda Vane"), await actorCalled(db, "Tobin Hask")];
  const jobId = await newJob(QUAD, axle);
  const told: Draft = { type: "outcome_said", work: "w1", how: "came back", words: "phone, clicks again" };
  await expect(appendEvents(db, jobId, line(told), edda)).rejects.toThrow(/has not ended/);
  const [met] = line({
    type: "trouble_met",
    trouble: "thread",
    row: "axle-nut",
    item: 1,
    task: "x",
    words: "w",
  }).events;
  await appendEvents(db, jobId, { events: met ? [met] : [] }, tobin);
  const ended = {
    type: "trouble_ended",
    event: met?.id ?? "",
    end: "bolt",
    words: "w",
    agreed: null,
    torque: null,
  } as const;
  await appendEvents(db, jobId, line(ended), tobin);
  await appendEvents(db, jobId, line({ type: "job_handed_back", said: "hand back", words: "x" }), tobin);
  const machineId = (await db.machines.findOne({ where: { mark: QUAD } }))?.get("id") as string;
  expect((await untold(db, machineId)).map(({ id }) => id)).toContain(jobId);
  await appendEvents(db, jobId, line(told), edda);
  expect((await untold(db, machineId)).map(({ id }) => id)).not.toContain(jobId);
  expect((await outcomesOf(db))["axle-joint-outboard"]).toEqual([{ how: "came back", count: 1 }]);
  await expect(appendEvents(db, jobId, line({ ...told, work: "w4" }), edda)).rejects.toThrow(
    "That is no work of this job.",
  );
  const roles = async (): Promise<unknown> => (await db.outcomes.findOne({ where: { jobId } }))?.get("roles");
  expect(await roles()).toBe("axle-nut");
  // A job of an earlier version says it once the shop is started with this one.
  await db.outcomes.update({ roles: null }, { where: { jobId } });
  await fillOutcomes(db);
  expect(await roles()).toBe("axle-nut");
  expect((await rebuildReadTables(db)).differences).toEqual([]);
});
