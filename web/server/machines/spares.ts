import { randomUUID } from "node:crypto";
import { aboardOf, type Bench, isEvent, type JobEvent, type JobState } from "@averin/core";
import { Op } from "sequelize";
import type { Database, MachineSpareRow, Tx } from "../database.ts";

/** What a machine carries aboard, and what of it was used and is not replaced yet. */
export async function sparesOf(db: Database, machineId: string): Promise<MachineSpareRow[]> {
  const where = { machineId, replacedAt: null };
  const rows = await db.machineSpares.findAll({ where, order: [["what", "ASC"]], limit: 60 });
  return rows.map((row) => row.get({ plain: true }));
}

/** Spares that jobs took, with how long each had run before it was carried: where it came out of, and which job fitted it. */
export async function sparesTaken(db: Database, machineId: string): Promise<MachineSpareRow[]> {
  const rows = await db.machineSpares.findAll({ where: { machineId, takenBy: { [Op.ne]: null } } });
  return rows.map((row) => row.get({ plain: true }));
}

/** In the words of people: a spare that was typed by hand is known by what it is called. */
const called = (role: string): string => role.replaceAll("-", " ");

type Where = { jobId: string; machineId: string; bench: Bench };

/**
 * What a job that ends took of the spares that its machine carries, and what it put aboard. A spare that was taken asks to
 * be replaced, also where nobody had said that it was carried. A job that is opened again gives back both.
 */
export async function keepSpares(
  db: Database,
  { jobId, machineId, bench }: Where,
  fresh: readonly JobEvent[],
  state: JobState,
  transaction: Tx,
): Promise<void> {
  if (fresh.some((event) => isEvent(event, "job_reopened"))) {
    const back = { usedAt: null, usedFor: "", takenBy: null };
    await db.machineSpares.update(back, { where: { takenBy: jobId, replacedAt: null }, transaction });
    await db.machineSpares.destroy({ where: { putBy: jobId, takenBy: null }, transaction });
  }
  const ended = fresh.find((event) => isEvent(event, "job_released") || isEvent(event, "job_handed_back"));
  if (!ended) return;
  const at = new Date(ended.at);
  // What is taken comes first: what is put aboard now is not what was carried.
  const moved = aboardOf(bench, state).sort((a, b) => Number(a.does !== "taken") - Number(b.does !== "taken"));
  for (const { does, part, role, name } of moved) {
    const row = { id: randomUUID(), machineId, what: name, at, usedAt: null, usedFor: "", role, part: null };
    const nobody = { putBy: null, takenBy: null, replacedAt: null };
    if (does !== "taken") {
      // What was made as new has run nothing of what it came out of.
      const ran = does === "put" ? part : null;
      await db.machineSpares.create({ ...row, ...nobody, part: ran, putBy: jobId }, { transaction });
      continue;
    }
    // Taken at an earlier release of this job, and replaced since.
    if (await db.machineSpares.findOne({ where: { machineId, role, takenBy: jobId }, transaction })) continue;
    const used = { role, usedAt: at, usedFor: bench.procedure.title, takenBy: jobId };
    const carried = await db.machineSpares.findOne({
      where: { machineId, usedAt: null, replacedAt: null, [Op.or]: [{ role }, { what: called(role) }] },
      order: [["at", "ASC"]],
      ...{ transaction, lock: transaction.LOCK.UPDATE },
    });
    if (carried) await carried.update(used, { transaction });
    else await db.machineSpares.create({ ...row, ...nobody, ...used }, { transaction });
  }
}
