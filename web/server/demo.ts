import { randomUUID } from "node:crypto";
import { readFile } from "node:fs/promises";
import { z } from "zod";
import path from "node:path";
import {
  type Actor,
  cautionDrafts,
  type Draft,
  draftsOf,
  fold,
  gaugeSchema,
  interpret,
  nextTask,
  openPoints,
  sourceSchema,
  specSchema,
  storePartSchema,
  type Task,
  tools,
  unsigned,
  waitingSlots,
  walk,
  wrenchSchema,
} from "@averin/core";
import { type Database } from "./database.ts";
import { appendEvents, intakeSchema, jobById, openJob, type OpenedJob } from "./stores/jobs.ts";
import { addMachine } from "./stores/machines.ts";
import { addPerson, anyPeople } from "./stores/people.ts";

const demoSchema = z.object({
  people: z.array(z.object({ name: z.string(), password: z.string(), roles: z.array(z.string()), pin: z.string() })),
  gauges: z.array(gaugeSchema),
  wrenches: z.array(wrenchSchema),
  jobs: z.array(
    z.object({
      mark: z.string(),
      meter: z.number(),
      complaint: z.string(),
      symptom: intakeSchema.shape.symptom,
      takenInBy: z.string(),
      by: z.string(),
      /** How long ago its first line was written, and its last, in hours before the demo is filled. */
      hoursAgo: z.tuple([z.number().min(0), z.number().min(0)]),
      /** The step it stands at, or null for one where nothing waits. */
      until: z.string().nullable(),
      /** What was typed at the entry line of each step, in order; where nothing is given, Enter alone. */
      answers: z.record(z.string(), z.array(z.string())),
      /** Lines typed at the step it stands at. */
      then: z.array(z.string()).default([]),
      signedBy: z.string().optional(),
      signedBecause: z.string().optional(),
      releasedBy: z.string().optional(),
    }),
  ),
  books: z.array(
    z.object({
      id: z.string(),
      maker: z.string(),
      model: z.string(),
      build: z.string(),
      title: z.string(),
      source: sourceSchema.omit({ page: true }),
      specs: z.array(z.looseObject({ key: z.string(), source: z.string() })),
      parts: z.array(storePartSchema),
    }),
  ),
  machines: z.array(
    z.object({
      book: z.string(),
      year: z.int(),
      mark: z.string(),
      meterUnit: z.enum(["h", "mi", "km"]),
      owner: z.object({ name: z.string(), contact: z.string() }),
      lastMeter: z.number(),
    }),
  ),
});
export type Demo = z.infer<typeof demoSchema>;

/** The invented shop: its people, books and machines, and the jobs as they were typed. */
export async function readDemo(folder: string): Promise<Demo> {
  const read = async (name: string): Promise<object> =>
    JSON.parse(await readFile(path.join(folder, name), "utf8")) as object;
  return demoSchema.parse({ ...(await read("shop.json")), ...(await read("jobs.json")) });
}

/** Types one line at a job's bench, as a person would, and keeps what it means. */
async function typeLine(db: Database, job: OpenedJob, task: Task, line: string, by: Actor, at: Date): Promise<void> {
  const state = fold(job.events);
  // A reason follows its answer after a semicolon: "3; owner declined".
  const [typed = "", reason = ""] = line.split(";").map((text) => text.trim());
  const waiting = waitingSlots(job.bench, state, task);
  const answer = interpret(typed, { bench: job.bench, state, waiting, by: by.id, ...tools(job.bench, task) });
  const drafts = draftsOf(answer, reason);
  if (drafts === null) throw new Error(`demo: "${line}" at ${task.title} is no answer: ${JSON.stringify(answer)}`);
  const all: Draft[] = [...cautionDrafts(state, task, by.id), ...drafts];
  await appendEvents(db, job.id, { after: 0, events: all.map((draft) => ({ id: randomUUID(), draft })) }, by, at);
}

/** Works a job on to the step it stands at: its lines where there are some, Enter everywhere else. */
async function workOn(db: Database, id: string, job: Demo["jobs"][number], by: Actor): Promise<void> {
  const [from, to] = job.hoursAgo.map((hours) => Date.now() - hours * 3_600_000);
  const left = new Map(Object.entries(job.answers).map(([task, lines]) => [task, [...lines]]));
  const then = [...job.then];
  const most = 400;
  for (let line = 0; line < most; line += 1) {
    const opened = await jobById(db, id);
    const state = fold(opened.events);
    const task = nextTask(opened.bench, state, walk(opened.bench, state));
    const arrived = (task?.id ?? null) === job.until;
    if (task === null || (arrived && then.length === 0)) {
      if (!arrived) throw new Error(`demo: ${job.mark} never comes to ${job.until}`);
      return;
    }
    const typed = (arrived ? then.shift() : left.get(task.id)?.shift()) ?? "";
    // The lines lie evenly over the time the work took, the last of them where it was left; a guess is near enough.
    const at = new Date((from ?? 0) + ((to ?? 0) - (from ?? 0)) * Math.min(1, line / 100));
    await typeLine(db, opened, task, typed, by, at);
  }
  throw new Error(`demo: ${job.mark} never ends`);
}

async function seedJob(db: Database, job: Demo["jobs"][number], people: ReadonlyMap<string, Actor>): Promise<void> {
  const person = (name: string): Actor => {
    const found = people.get(name);
    if (!found) throw new Error(`demo: nobody is called ${name}`);
    return found;
  };
  const machine = await db.machines.findOne({ where: { mark: job.mark } });
  if (!machine) throw new Error(`demo: no machine is called ${job.mark}`);
  const intake = intakeSchema.parse({
    machine: { id: machine.get("id") },
    meter: job.meter,
    complaint: job.complaint,
    symptom: job.symptom,
  });
  if ((await db.jobs.count({ where: { machineId: machine.get("id") as string } })) > 0) return;
  const { id } = await openJob(db, intake, person(job.takenInBy));
  await workOn(db, id, job, person(job.by));
  const append = (draft: Draft, by: Actor) =>
    appendEvents(db, id, { after: 0, events: [{ id: randomUUID(), draft }] }, by);
  if (job.signedBy !== undefined) {
    const { bench, events } = await jobById(db, id);
    const state = fold(events);
    for (const point of unsigned(state, openPoints(bench, state, walk(bench, state)))) {
      await append(
        { type: "open_point_signed", key: point.key, reason: job.signedBecause ?? "" },
        person(job.signedBy),
      );
    }
  }
  if (job.releasedBy !== undefined) await append({ type: "job_released" }, person(job.releasedBy));
}

const BEGUN = 0;
const DONE = 1;

/**
 * Fills an empty shop with the invented one. A shop that has people of its own is left as it is; a filling cut short is
 * gone on with.
 */
export async function seedDemo(db: Database, demo: Demo): Promise<void> {
  const marker = (await db.counters.findByPk("demo"))?.get("value");
  if (marker === DONE || (marker === undefined && (await anyPeople(db)))) return;
  await db.counters.upsert({ name: "demo", value: BEGUN });
  for (const gauge of demo.gauges) await db.gauges.upsert({ id: gauge.id, body: gauge });
  for (const wrench of demo.wrenches) await db.wrenches.upsert({ id: wrench.id, body: wrench });
  for (const { specs, parts, source, ...book } of demo.books) {
    await db.books.upsert(book);
    for (const { source: page, ...spec } of specs) {
      const body = specSchema.parse({ ...spec, source: { ...source, page } });
      await db.specs.upsert({ bookId: book.id, specKey: body.key, body });
    }
    for (const part of parts) await db.parts.upsert({ ...part, bookId: book.id });
  }
  if ((await db.machines.count()) === 0) {
    for (const { lastMeter, ...machine } of demo.machines) {
      await db.write(async (transaction) => {
        const row = await addMachine(db, machine, transaction);
        await db.meterReadings.create(
          {
            id: randomUUID(),
            machineId: row.id,
            value: lastMeter,
            unit: row.meterUnit,
            readAt: new Date(Date.now() - 86_400_000),
            jobId: null,
          },
          { transaction },
        );
      });
    }
  }
  const people = new Map<string, Actor>();
  for (const person of demo.people) {
    const known = await db.people.findOne({ where: { name: person.name } });
    const id = (known?.get("id") as string | undefined) ?? (await addPerson(db, person));
    people.set(person.name, { id, name: person.name, roles: person.roles });
  }
  for (const job of demo.jobs) await seedJob(db, job, people);
  await db.counters.upsert({ name: "demo", value: DONE });
}
