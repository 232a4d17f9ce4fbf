import { addDays, differenceInCalendarDays } from "date-fns";
import { randomUUID } from "node:crypto";
import { readFile } from "node:fs/promises";
import { z } from "zod";
import path from "node:path";
import {
  type Actor,
  cautionDrafts,
  complete,
  countByEnter,
  countOf,
  doStepOf,
  type Draft,
  draftsOf,
  fold,
  foldOn,
  labourSchema,
  reckonedSchema,
  interpret,
  nextTask,
  openPoints,
  HAND_BACK_WORD,
  RELEASE_WORD,
  secondLooks,
  seenRight,
  tools,
  troublesOf,
  unsigned,
  waitingSlots,
  walk,
  type OpenedJob,
} from "@averin/core";
import { type Database } from "./database.ts";
import { jobById } from "./jobs/read.ts";
import { intakeSchema, workSchema } from "./jobs/schema.ts";
import { appendEvents, openJob } from "./jobs/store.ts";
import { kindCalled, takeFile } from "./exchange/store.ts";
import { shopSchema } from "./settings/schema.ts";
import { sayMinutes, sayShop } from "./settings/store.ts";
import { anyPeople } from "./people/read.ts";
import { addPerson } from "./people/store.ts";

/** Its files in the formats in which a shop's own go in and out, in the order in which one rests on another. */
const FILES = ["models", "figures", "machines", "parts", "gauges", "wrenches"] as const;

const demoSchema = z.object({
  /** The day that its files were written on: days in them count from it. */
  on: z.iso.date(),
  people: z.array(z.object({ name: z.string(), password: z.string(), roles: z.array(z.string()), pin: z.string() })),
  labour: labourSchema,
  /** What the shop reckons works with, by the procedure's id. */
  reckoned: z.record(z.string(), reckonedSchema).default({}),
  shop: shopSchema,
  jobs: z.array(
    z.object({
      mark: z.string(),
      procedure: z.string(),
      meter: z.number(),
      second: z.number().nullable().default(null),
      complaint: z.string(),
      symptom: intakeSchema.shape.symptom,
      symptoms: intakeSchema.shape.symptoms,
      position: intakeSchema.shape.position,
      /** Works beside the first. */
      works: z.array(workSchema.omit({ id: true, from: true })).default([]),
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
      /** What broke or will not come where the job stands, and what was tried, each with what came of it. */
      trouble: z
        .object({
          ...{ trouble: z.string(), row: z.string(), item: z.number(), words: z.string() },
          tried: z.array(z.tuple([z.string(), z.string()])),
        })
        .optional(),
      signedBy: z.string().optional(),
      signedBecause: z.string().optional(),
      releasedBy: z.string().optional(),
      /** Ended without a release, by whom and with which words. */
      handedBack: z.object({ by: z.string(), words: z.string() }).optional(),
      parked: z.string().optional(),
      /** How many days after it came in it was promised for, and who is to do it. */
      promisedAfter: z.int().min(0).optional(),
      assigned: z.string().optional(),
    }),
  ),
});
export type Demo = z.infer<typeof demoSchema> & { files: Record<(typeof FILES)[number], Buffer> };

/** The invented shop: its people, books and machines, and the jobs as they were typed. */
export async function readDemo(folder: string): Promise<Demo> {
  const read = async (name: string): Promise<object> =>
    JSON.parse(await readFile(path.join(folder, name), "utf8")) as object;
  const demo = demoSchema.parse({ ...(await read("shop.json")), ...(await read("jobs.json")) });
  const later = differenceInCalendarDays(new Date(), demo.on);
  const files = FILES.map(async (name) => {
    const text = await readFile(path.join(folder, `${name}.json`), "utf8");
    // What was read so many days ago was read so many days ago whenever the demo is filled; what is due stays due.
    const moved = text.replace(/("(?:read_on|priced_on)":")([\d-]{10})"/g, (_, column: string, day: string) => {
      return `${column}${addDays(`${day}T00:00:00.000Z`, later).toISOString().slice(0, 10)}"`;
    });
    return [name, Buffer.from(moved)] as const;
  });
  return { ...demo, files: Object.fromEntries(await Promise.all(files)) as Demo["files"] };
}

/** The lines of a job in order, each with its drafts: typed one after the other, Enter where nothing is given. */
function typed(opened: OpenedJob, job: Demo["jobs"][number], by: Actor): Draft[][] {
  const { bench } = opened;
  const left = new Map(Object.entries(job.answers).map(([task, lines]) => [task, [...lines]]));
  const then = [...job.then];
  let state = fold(opened.events);
  const lines: Draft[][] = [];
  const most = 400;
  while (lines.length < most) {
    const task = nextTask(bench, state, walk(bench, state));
    const arrived = (task?.id ?? null) === job.until;
    if (task === null || (arrived && then.length === 0)) {
      if (!arrived) throw new Error(`demo: ${job.mark} never comes to ${job.until}`);
      return lines;
    }
    // A reason follows its answer after a semicolon: "3; owner declined".
    const line = (arrived ? then.shift() : left.get(task.id)?.shift()) ?? "";
    const [given = "", reason = ""] = line.split(";").map((part) => part.trim());
    const waiting = waitingSlots(bench, state, task);
    const [aim] = waiting;
    // Small parts that came out were counted: where nothing is given, as many as there usually are.
    const counted = given === "" && aim?.kind === "count" && countByEnter(bench, state, aim) === null;
    // What is seen is said by its word; where the demo says nothing, it is right.
    const seen = aim?.kind === "do" ? seenRight(doStepOf(bench.procedure, aim.step)) : "";
    const click = aim?.kind === "pull" ? "k" : "";
    const text = counted ? String(countOf(state, aim.piece)) : given || seen || click;
    const answer = interpret(text, { bench, state, waiting, by, here: task, aim: null, ...tools(bench, task) });
    const drafts = draftsOf(answer, reason);
    if (drafts === null) throw new Error(`demo: "${line}" at ${task.title} is no answer: ${JSON.stringify(answer)}`);
    const all = [...cautionDrafts(state, task, by), ...drafts];
    for (const draft of all) {
      const body = complete(bench, state, draft, by);
      if (!body.ok) throw new Error(`demo: "${line}" at ${task.title}: ${body.error.message}`);
      const number = state.events.length + 1;
      state = foldOn(state, { id: randomUUID(), number, at: new Date().toISOString(), by, body: body.value });
    }
    lines.push(all);
  }
  throw new Error(`demo: ${job.mark} never ends`);
}

/** Lines are typed in a row before something else is done, so many at a pace of so many ms. */
const IN_A_ROW = 12;
const PACE_MS = 40_000;

/** When the ith of so many lines was typed between two moments: in rows of some lines, the last one at the end. */
function typedWhen(i: number, count: number, from: number, to: number): number {
  const share = (to - from) / Math.max(1, count - 1);
  if (share <= PACE_MS) return from + share * i;
  const back = count - 1 - i;
  const row = Math.floor(back / IN_A_ROW) * IN_A_ROW;
  return to - row * share - (back - row) * PACE_MS;
}

/** One job of the demo, the nth of its machine, counted from nothing; those that are there already are left as they are. */
async function seedJob(
  db: Database,
  job: Demo["jobs"][number],
  nth: number,
  people: ReadonlyMap<string, Actor>,
): Promise<void> {
  const person = (name: string): Actor => {
    const found = people.get(name);
    if (!found) throw new Error(`demo: nobody is called ${name}`);
    return found;
  };
  const [from, to] = job.hoursAgo.map((hours) => Date.now() - hours * 3_600_000);
  const machine = await db.machines.findOne({ where: { mark: job.mark } });
  if (!machine) throw new Error(`demo: no machine is called ${job.mark}`);
  const intake = intakeSchema.parse({
    machine: { id: machine.get("id") },
    ...{ meter: job.meter, second: job.second },
    procedure: job.procedure,
    complaint: job.complaint,
    ...{ symptom: job.symptom, symptoms: job.symptoms, position: job.position },
    works: job.works.map((work) => ({ ...work, id: randomUUID() })),
    ...(job.assigned === undefined ? {} : { assigned: person(job.assigned).id }),
    ...(job.promisedAfter === undefined ? {} : { promised: dayAfter(from ?? 0, job.promisedAfter) }),
  });
  if ((await db.jobs.count({ where: { machineId: machine.get("id") as string } })) > nth) return;
  const { id } = await openJob(db, intake, person(job.takenInBy), new Date(from ?? 0));
  const append = (drafts: readonly Draft[], by: Actor, at = to ?? 0) =>
    appendEvents(db, id, { after: 0, events: drafts.map((draft) => ({ id: randomUUID(), draft })) }, by, new Date(at));
  const lines = typed(await jobById(db, id), job, person(job.by));
  for (const [i, drafts] of lines.entries()) {
    await append(drafts, person(job.by), typedWhen(i, lines.length, from ?? 0, to ?? 0));
  }
  if (job.until === null) {
    const { bench, events } = await jobById(db, id);
    const other = [...people.values()].find(({ name, roles }) => name !== job.by && roles.includes("technician"));
    for (const { task } of secondLooks(bench, fold(events)).filter(({ seen }) => !seen)) {
      const saw = "firm, and it stays so";
      await append([{ type: "second_look", task: task.id, saw, well: true }], other ?? person(job.by));
    }
  }
  if (job.trouble !== undefined) {
    const { tried, ...met } = job.trouble;
    const { bench, events } = await jobById(db, id);
    const state = fold(events);
    const task = nextTask(bench, state, walk(bench, state))?.id ?? "";
    await append([{ type: "trouble_met", ...met, task }], person(job.by));
    const event = troublesOf(fold((await jobById(db, id)).events)).at(-1)?.met.id ?? "";
    await append(
      tried.map(([way, words]) => ({ type: "trouble_tried", event, way, words })),
      person(job.by),
    );
  }
  if (job.signedBy !== undefined) {
    const { bench, events } = await jobById(db, id);
    const state = fold(events);
    for (const point of unsigned(state, openPoints(bench, state))) {
      await append(
        [
          {
            ...{ type: "open_point_signed", key: point.key, reason: job.signedBecause ?? "" },
            ...(point.dated ? { on: dayAfter(to ?? 0, SIGNED_FOR_DAYS) } : {}),
          },
        ],
        person(job.signedBy),
      );
    }
  }
  if (job.releasedBy !== undefined)
    await append([{ type: "job_released", said: RELEASE_WORD }], person(job.releasedBy));
  if (job.parked !== undefined) await append([{ type: "job_parked", reason: job.parked, on: null }], person(job.by));
  if (job.handedBack !== undefined) {
    const { by, words } = job.handedBack;
    await append([{ type: "job_handed_back", said: HAND_BACK_WORD, words }], person(by));
  }
}

/** By so many days what a lead signed for is looked at again. */
const SIGNED_FOR_DAYS = 30;

const dayAfter = (moment: number, days: number): string => addDays(moment, days).toISOString().slice(0, 10);

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
  await sayShop(db, { ...demo.shop, perHour: demo.labour.perHour });
  for (const [procedure, { minutes, words }] of Object.entries(demo.reckoned)) {
    await sayMinutes(db, { procedure, minutes: String(minutes), words });
  }
  const people = new Map<string, Actor>();
  for (const person of demo.people) {
    const known = await db.people.findOne({ where: { name: person.name } });
    const id = (known?.get("id") as string | undefined) ?? (await addPerson(db, { ...person, printedPassword: true }));
    people.set(person.name, { id, name: person.name, roles: person.roles });
  }
  const [lead] = [...people.values()].filter(({ roles }) => roles.includes("administrator"));
  if (!lead) throw new Error("demo: nobody is an administrator");
  for (const name of FILES) {
    // Each is taken in whole or not at all: what is there was.
    if ((await kindCalled(name).all(db, null)).length === 0) await takeFile(db, name, demo.files[name], lead);
  }
  const ofMachine = new Map<string, number>();
  for (const job of demo.jobs) {
    const nth = ofMachine.get(job.mark) ?? 0;
    ofMachine.set(job.mark, nth + 1);
    await seedJob(db, job, nth, people);
  }
  await db.counters.upsert({ name: "demo", value: DONE });
}
