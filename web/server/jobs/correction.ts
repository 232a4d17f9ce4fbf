import { acceptCorrection, type Actor, fold, type JobEvent, rechecksOf } from "@averin/core";
import { Op } from "sequelize";
import { z } from "zod";
import type { Database } from "../database.ts";
import { moveLook } from "../board/store.ts";
import { moveRechecks } from "../machines/store.ts";
import { notFound, Refused } from "../refused.ts";
import { benchOf, eventsOf, jobAtBench, rememberLog, worksAsked } from "./log.ts";
import { metersAnew, metersRead } from "./meters.ts";
import type { correctionSchema } from "./schema.ts";
import { straysOpen } from "./strays.ts";
import { insert, project } from "./tables.ts";

/**
 * Puts right what was said when a machine came in: another machine, another meter. What hangs on it follows: whose the job
 * is, what the meter said, when it is to be looked at again. `dry` only says what it comes to.
 */
export async function correctOpening(
  db: Database,
  jobId: string,
  wanted: z.output<typeof correctionSchema>,
  by: Actor,
): Promise<{ differs: string[]; fallsOut: string[]; kept: JobEvent[] }> {
  const { differs, fallsOut, events } = await db.write(async (transaction) => {
    const job = await jobAtBench(db, jobId, transaction);
    const bench = await benchOf(db, job, transaction);
    const before = await eventsOf(db, jobId, job.lastNumber, transaction);
    if (before.some(({ id }) => id === wanted.id)) return { differs: [], fallsOut: [], events: before };
    const strays = job.strays === 0 ? [] : await straysOpen(db, jobId, transaction);
    const state = fold(before, strays);
    const same = wanted.machine === job.machineId;
    const machine = (await db.machines.findByPk(wanted.machine, { transaction, lock: transaction.LOCK.SHARE }))?.get({
      plain: true,
    });
    if (!machine) throw notFound("machine");
    if (!same && machine.retiredAt !== null) {
      const message = `${machine.mark} is retired: say on its page that it is in use again first.`;
      throw new Refused(409, { code: "conflict", path: "machine", message });
    }
    const owner = (await db.owners.findByPk(machine.ownerId, { transaction }))?.get({ plain: true });
    const where = { readAt: { [Op.lt]: job.openedAt }, jobId: { [Op.or]: [{ [Op.ne]: jobId }, null] } };
    const moved = { ...job, machineId: machine.id, bookId: machine.bookId };
    const after = same ? bench : await benchOf(db, moved, transaction);
    const { id, maker, model, year, mark, build } = machine;
    const answer = acceptCorrection(
      bench,
      state,
      {
        machine: { id, maker, model, year, mark, build },
        owner:
          same && state.opened ? state.opened.body.owner : { name: owner?.name ?? "", contact: owner?.contact ?? "" },
        ...(await metersRead(db, machine, wanted, { where, transaction })),
        reason: wanted.reason,
      },
      after,
      { works: await worksAsked(db, job, transaction), builds: machine.builds },
      by,
    );
    if (!answer.ok) throw new Refused(answer.error.code === "conflict" ? 409 : 422, answer.error);
    const { body, fallsOut } = answer.value;
    if (wanted.dry) return { differs: body.differs, fallsOut, events: before };
    const line: JobEvent = {
      ...{ id: wanted.id, number: before.length + 1, at: new Date().toISOString(), by, body },
    };
    const events = [...before, line];
    const now = fold(events, strays);
    await insert(db, jobId, [line], transaction);
    const whose = same ? {} : { machineId: machine.id, ownerId: machine.ownerId };
    await db.jobs.update({ lastNumber: events.length, ...whose }, { where: { id: jobId }, transaction });
    await project(db, after, jobId, now, [line], transaction);
    await metersAnew(db, moved, now, transaction);
    await moveRechecks(db, jobId, { from: job.machineId, to: machine.id }, rechecksOf(after, now), transaction);
    await moveLook(db, jobId, machine.id, transaction);
    return { differs: body.differs, fallsOut, events };
  });
  rememberLog(jobId, events);
  return { differs, fallsOut, kept: events.filter((event) => event.id === wanted.id) };
}
