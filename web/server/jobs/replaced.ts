import { type Actor, fallenOut, fold, type JobEvent, workName, worksOf } from "@averin/core";
import { z } from "zod";
import type { Database, Tx } from "../database.ts";
import { benchOf, eventsOf, jobAtBench, rememberLog } from "./log.ts";
import type { workAskedSchema } from "./schema.ts";
import { appendWithin } from "./store.ts";
import { straysOpen } from "./strays.ts";
import { addWithin, addWork } from "./works.ts";

type Asked = z.output<typeof workAskedSchema>;
type ComesTo = { differs: string[]; fallsOut: string[] };

/** Thrown where it was only asked what it would come to: nothing of it is kept. */
class OnlyLookedAt extends Error {
  constructor(readonly comesTo: ComesTo) {
    super("only looked at");
  }
}

/** A job as it is laid out within a transaction. */
async function standing(db: Database, jobId: string, transaction: Tx) {
  const job = await jobAtBench(db, jobId, transaction);
  const bench = await benchOf(db, job, transaction);
  const strays = job.strays === 0 ? [] : await straysOpen(db, jobId, transaction);
  return { bench, state: fold(await eventsOf(db, jobId, job.lastNumber, transaction), strays) };
}

/**
 * Adds a work to a job; where it stands in place of one that was taken in by mistake, that one is dropped in the same
 * breath: both or neither. What was done for the wrong one and the right one asks for too stays done.
 */
export async function takeWork(
  db: Database,
  jobId: string,
  { instead, ...wanted }: Asked,
  by: Actor,
): Promise<ComesTo & { kept: JobEvent[] }> {
  if (instead === null) return { differs: [], fallsOut: [], ...(await addWork(db, jobId, wanted, by)) };
  try {
    const { comesTo, events } = await db.write(async (transaction) => {
      const was = await standing(db, jobId, transaction);
      const wrong = worksOf(was.bench).find(({ id }) => id === instead.work);
      const named = wrong === undefined ? "another work" : workName(wrong);
      const because = `in place of ${named}, taken in by mistake: ${wanted.because}`.slice(0, 300);
      await addWithin(db, jobId, { ...wanted, because }, by, transaction);
      const reason = `taken in by mistake: ${wanted.because}`.slice(0, 300);
      const drop = { id: instead.id, draft: { type: "work_dropped" as const, work: instead.work, reason } };
      const events = await appendWithin(db, jobId, { events: [drop] }, by, transaction, new Date());
      const is = await standing(db, jobId, transaction);
      const right = worksOf(is.bench).at(-1);
      const comesTo: ComesTo = {
        differs: [`work: ${named}, now ${right === undefined ? "another" : workName(right)}`],
        fallsOut: fallenOut(was.bench, was.state, is.bench, is.state),
      };
      if (instead.dry) throw new OnlyLookedAt(comesTo);
      return { comesTo, events };
    });
    rememberLog(jobId, events);
    return { ...comesTo, kept: events.filter(({ id }) => id === wanted.id || id === instead.id) };
  } catch (error) {
    if (error instanceof OnlyLookedAt) return { ...error.comesTo, kept: [] };
    throw error;
  }
}
