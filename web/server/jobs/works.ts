import { acceptWork, type Actor, fold, type JobEvent } from "@averin/core";
import { z } from "zod";
import type { Database, Tx } from "../database.ts";
import { proceduresFor } from "../procedures/read.ts";
import { notFound, Refused } from "../refused.ts";
import { benchOf, eventsOf, jobAtBench, rememberLog, worksAsked } from "./log.ts";
import type { workSchema } from "./schema.ts";
import { straysOpen } from "./strays.ts";
import { insert, project, projectWorks } from "./tables.ts";

type Wanted = z.output<typeof workSchema>;

/** The works that a job's machine can have besides: each with its places. */
export type WorkOffered = { procedure: string; title: string; positions: string[] };

export async function worksOffered(db: Database, jobId: string): Promise<WorkOffered[]> {
  const job = await jobAtBench(db, jobId, null);
  const machine = await db.machines.findByPk(job.machineId);
  const offered = await proceduresFor(db, (machine?.get("builds") as string[] | undefined) ?? [], null);
  return offered.map(({ procedure: { id, title, positions = [] } }) => ({
    ...{ procedure: id, title },
    positions: positions.map(({ word }) => word),
  }));
}

/** Adds a work to a job within a transaction that holds it; sent twice it is kept once. Answers with the whole log. */
export async function addWithin(
  db: Database,
  jobId: string,
  { id, ...wanted }: Wanted,
  by: Actor,
  transaction: Tx,
  now = new Date(),
): Promise<JobEvent[]> {
  const job = await jobAtBench(db, jobId, transaction);
  const bench = await benchOf(db, job, transaction);
  const before = await eventsOf(db, jobId, job.lastNumber, transaction);
  if (before.some((event) => event.id === id)) return before;
  const strays = job.strays === 0 ? [] : await straysOpen(db, jobId, transaction);
  const machine = await db.machines.findByPk(job.machineId, { transaction });
  if (!machine) throw notFound("machine");
  const offered = await proceduresFor(db, machine.get("builds") as string[], transaction);
  const works = await worksAsked(db, job, transaction);
  const answer = acceptWork(bench, fold(before, strays), wanted, works, offered, bench.specs);
  if (!answer.ok) throw new Refused(answer.error.code === "conflict" ? 409 : 422, answer.error);
  const event: JobEvent = { id, number: before.length + 1, at: now.toISOString(), by, body: answer.value };
  const events = [...before, event];
  const state = fold(events, strays);
  await insert(db, jobId, [event], transaction);
  await db.jobs.update({ lastNumber: events.length }, { where: { id: jobId }, transaction });
  await projectWorks(db, jobId, state, transaction);
  const laidOut = await benchOf(db, await jobAtBench(db, jobId, transaction), transaction);
  await project(db, laidOut, jobId, state, [event], transaction);
  return events;
}

/** Adds a work to a job; benches that are open are told by the feed, as of any line. */
export async function addWork(
  db: Database,
  jobId: string,
  wanted: Wanted,
  by: Actor,
  now?: Date,
): Promise<{ kept: JobEvent[] }> {
  const events = await db.write((transaction) => addWithin(db, jobId, wanted, by, transaction, now));
  rememberLog(jobId, events);
  return { kept: events.filter((event) => event.id === wanted.id) };
}
