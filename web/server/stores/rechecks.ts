import { randomUUID } from "node:crypto";
import { type Actor, isEvent, type JobEvent, type JobState } from "@averin/core";
import { QueryTypes, type Transaction } from "sequelize";
import { z } from "zod";
import type { Database, RecheckRow } from "../database.ts";
import { notFound, Refused } from "../refused.ts";
import { lastMeterOf } from "./machines.ts";

const DAY = 86_400_000;
const SET_ANEW = "set anew by a later release";

/**
 * Keeps what a release leaves to be looked at again; each stands until somebody says that it was done, or until a later
 * release of the same machine sets the same.
 */
export async function keepRechecks(
  db: Database,
  { jobId, machineId }: { jobId: string; machineId: string },
  fresh: readonly JobEvent[],
  state: JobState,
  transaction: Transaction,
): Promise<void> {
  if (fresh.some((event) => isEvent(event, "job_reopened"))) await withdraw(db, jobId, state, transaction);
  const released = fresh.find((event) => isEvent(event, "job_released"));
  if (!released || !isEvent(released, "job_released")) return;
  const rows = released.body.rechecks.map(({ what, due, days }): RecheckRow => ({
    ...{ id: randomUUID(), jobId, machineId, what: what.slice(0, 300), dueMeter: due },
    dueOn: days === null ? null : new Date(Date.parse(released.at) + days * DAY),
    ...{ doneBy: null, doneAt: null, note: null },
  }));
  if (rows.length === 0) return;
  await db.rechecks.update(
    { doneBy: released.by.name, doneAt: new Date(released.at), note: SET_ANEW },
    { where: { machineId, what: rows.map((row) => row.what), doneAt: null }, transaction },
  );
  await db.rechecks.bulkCreate(rows, { transaction });
}

/** A release that was taken back sets nothing: what it set is withdrawn, and what it had closed stands again. */
async function withdraw(db: Database, jobId: string, state: JobState, transaction: Transaction): Promise<void> {
  const release = state.releases[state.releases.length - 1];
  const { reopened } = state;
  if (!release || !reopened) return;
  const note = `withdrawn, the job was reopened: ${reopened.body.reason}`.slice(0, 500);
  await db.rechecks.update(
    { doneBy: reopened.by.name, doneAt: new Date(reopened.at), note },
    { where: { jobId, doneAt: null }, transaction },
  );
  await db.rechecks.update(
    { doneBy: null, doneAt: null, note: null },
    { where: { note: SET_ANEW, doneAt: new Date(release.at), doneBy: release.by.name }, transaction },
  );
}

export type RecheckLine = {
  id: string;
  machineId: string;
  mark: string;
  what: string;
  /** In words: "at 126.0 h", "by 2027-05-01", "at the next job". */
  when: string;
  due: boolean;
};

type OpenRow = RecheckRow & { mark: string; meterUnit: string; due: number };

/** So many are listed at once. */
const MOST_RECHECKS = 100;

/** Due: at the next job, by the meter, or by the day. */
const DUE = `(c.dueMeter IS NULL AND c.dueOn IS NULL OR c.dueMeter <= ${lastMeterOf("c.machineId")} OR c.dueOn <= :now)`;

/** What is still to be looked at again, of some machines, or of all what is due; what is due stands first. */
export async function rechecksOpen(db: Database, machines: readonly string[] | "due"): Promise<RecheckLine[]> {
  if (machines.length === 0) return [];
  const rows = await db.sequelize.query<OpenRow>(
    `SELECT c.*, m.mark, m.meterUnit, ${DUE} AS due FROM rechecks c JOIN machines m ON m.id = c.machineId
      WHERE c.doneAt IS NULL AND ${machines === "due" ? DUE : "c.machineId IN (:machines)"}
      ORDER BY due DESC, c.what, c.id LIMIT ${MOST_RECHECKS}`,
    { type: QueryTypes.SELECT, replacements: { machines, now: new Date() } },
  );
  return rows.map(({ id, machineId, mark, meterUnit, what, dueMeter, dueOn, due }) => {
    const words = [
      dueMeter === null ? "" : `at ${dueMeter.toFixed(1)} ${meterUnit}`,
      dueOn === null ? "" : `by ${new Date(dueOn).toISOString().slice(0, 10)}`,
    ].filter(Boolean);
    const when = words.length === 0 ? "at the next job" : words.join(" or ");
    return { ...{ id, machineId, mark, what, when }, due: due === 1 };
  });
}

export const recheckDoneSchema = z.strictObject({ note: z.string().trim().min(1).max(500) });

/** Says what was found when it was looked at again; said twice it is refused. */
export async function closeRecheck(db: Database, id: string, note: string, by: Actor): Promise<void> {
  await db.write(async (transaction) => {
    const row = await db.rechecks.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    if (!row) throw notFound("recheck");
    if (row.get("doneAt") !== null) {
      const message = `That was done already, by ${String(row.get("doneBy"))}.`;
      throw new Refused(409, { code: "conflict", path: "$", message });
    }
    await row.update({ doneAt: new Date(), doneBy: by.name, note }, { transaction });
  });
}
