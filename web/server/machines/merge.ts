import type { Actor } from "@averin/core";
import { randomUUID } from "node:crypto";
import { Op, QueryTypes } from "sequelize";
import { z } from "zod";
import { type Database, fromJson, type MachineRow, type Tx } from "../database.ts";
import { Refused } from "../refused.ts";
import { jobsOpenOn } from "../jobs/read.ts";

const no = (message: string, path = "$"): Refused => new Refused(409, { code: "conflict", path, message });

/** What moved from one machine to the one it turned out to be, by the ids of its rows. */
const movedSchema = z.object({
  jobs: z.array(z.string()),
  meters: z.array(z.string()),
  rechecks: z.array(z.string()),
  figures: z.array(z.string()),
  spares: z.array(z.string()),
  look: z.boolean(),
  ride: z.boolean(),
  /** It was in use until then. */
  inUse: z.boolean(),
});
type Moved = z.infer<typeof movedSchema>;

/** The machine that one turned out to be, or null. */
export async function mergedInto(db: Database, id: string): Promise<{ id: string; mark: string; at: Date } | null> {
  const [row] = await db.sequelize.query<{ id: string; mark: string; at: Date }>(
    "SELECT m.id, m.mark, g.at FROM machine_merges g JOIN machines m ON m.id = g.intoId WHERE g.machineId = :id",
    { type: QueryTypes.SELECT, replacements: { id } },
  );
  return row ?? null;
}

/** What a machine is known by besides: those that turned out to be it. */
export function knownAlsoAs(db: Database, id: string): Promise<{ id: string; mark: string; serial: string }[]> {
  return db.sequelize.query(
    `SELECT m.id, m.mark, m.serial FROM machine_merges g JOIN machines m ON m.id = g.machineId
      WHERE g.intoId = :id ORDER BY m.mark LIMIT 20`,
    { type: QueryTypes.SELECT, replacements: { id } },
  );
}

/** The one other machine that is called so. */
async function calledSo(db: Database, machine: MachineRow, mark: string, transaction: Tx): Promise<MachineRow> {
  const rows = await db.machines.findAll({
    where: { mark, id: { [Op.ne]: machine.id } },
    limit: 3,
    transaction,
    lock: transaction.LOCK.UPDATE,
  });
  const others: MachineRow[] = [];
  for (const row of rows) {
    const other = row.get({ plain: true });
    if (!(await db.machineMerges.findByPk(other.id, { transaction }))) others.push(other);
  }
  const [only, ...more] = others;
  if (!only) throw no(`No other machine is called “${mark}”: type its mark as it stands on its page.`, "mark");
  if (more.length > 0) throw no(`Several others are called “${mark}”: put their marks right first.`, "mark");
  return only;
}

/**
 * Two machines on file turned out to be one: the jobs, meter readings and rechecks of the first stand at the other from
 * now on, with the figures that the other lacks; the first stays readable, and it can be undone. Answers with the words
 * that tell of it.
 */
export async function merge(
  db: Database,
  machine: MachineRow,
  mark: string,
  by: Actor,
  transaction: Tx,
): Promise<{ to: Partial<MachineRow>; words: string }> {
  if (await db.machineMerges.findByPk(machine.id, { transaction })) throw no(`${machine.mark} is another one already.`);
  if (await db.machineMerges.findOne({ where: { intoId: machine.id }, transaction })) {
    throw no(`Another machine turned out to be ${machine.mark}: say it from the other side.`);
  }
  const into = await calledSo(db, machine, mark, transaction);
  const [open] = await jobsOpenOn(db, [machine.id], transaction);
  if (open) throw no(`${open.number} is open on it: release it, hand it back, or put its machine right first.`);
  if (into.meterUnit !== machine.meterUnit) {
    throw no(
      `One meter reads ${machine.meterUnit}, the other ${into.meterUnit}: these are two machines, or one of the two is wrong.`,
    );
  }
  // Its second meter comes along, and is read there from now on.
  if (into.secondUnit === null && machine.secondUnit !== null)
    await db.machines.update({ secondUnit: machine.secondUnit }, { where: { id: into.id }, transaction });
  const where = { machineId: machine.id };
  const has = await db.machineFigures.findAll({ where: { machineId: into.id }, transaction });
  const known = new Set(has.map((row) => row.get("specKey")));
  const own = await db.machineFigures.findAll({ where, transaction });
  const moved: Moved = {
    jobs: (await db.jobs.findAll({ where, transaction })).map((row) => row.get("id") as string),
    meters: (await db.meterReadings.findAll({ where, transaction })).map((row) => row.get("id") as string),
    rechecks: (await db.rechecks.findAll({ where, transaction })).map((row) => row.get("id") as string),
    figures: own.filter((row) => !known.has(row.get("specKey"))).map((row) => row.get("id") as string),
    spares: (await db.machineSpares.findAll({ where, transaction })).map((row) => row.get("id") as string),
    look: !(await db.machineLooks.findByPk(into.id, { transaction })),
    ride: !(await db.machineRides.findByPk(into.id, { transaction })),
    inUse: machine.retiredAt === null,
  };
  await carry(db, moved, machine.id, into.id, transaction);
  await db.machineMerges.create(
    { machineId: machine.id, intoId: into.id, at: new Date(), byName: by.name, moved },
    { transaction },
  );
  await tell(db, into.id, by, `${called(machine)} turned out to be the same machine: its jobs stand here`, transaction);
  return {
    to: { retiredAt: machine.retiredAt ?? new Date() },
    words: `turned out to be ${called(into)}: its jobs stand there`,
  };
}

/** It was another machine after all: what had moved goes back. */
export async function unmerge(
  db: Database,
  machine: MachineRow,
  by: Actor,
  transaction: Tx,
): Promise<{ to: Partial<MachineRow>; words: string }> {
  const row = await db.machineMerges.findByPk(machine.id, { transaction, lock: transaction.LOCK.UPDATE });
  if (!row) throw no(`${machine.mark} is a machine of its own.`);
  const { intoId, moved: kept } = row.get({ plain: true });
  const moved = movedSchema.parse(fromJson(kept));
  await carry(db, moved, intoId, machine.id, transaction);
  await row.destroy({ transaction });
  await tell(db, intoId, by, `${called(machine)} is another machine after all: its jobs went back`, transaction);
  return { to: moved.inUse ? { retiredAt: null } : {}, words: "is a machine of its own after all" };
}

const called = ({ mark, serial }: MachineRow): string => `${mark}${serial === "" ? "" : ` (${serial})`}`;

async function carry(db: Database, moved: Moved, from: string, to: string, transaction: Tx): Promise<void> {
  const rows = (id: readonly string[]) => ({ where: { id, machineId: from }, transaction });
  await db.jobs.update({ machineId: to }, rows(moved.jobs));
  await db.meterReadings.update({ machineId: to }, rows(moved.meters));
  await db.rechecks.update({ machineId: to }, rows(moved.rechecks));
  await db.machineFigures.update({ machineId: to }, rows(moved.figures));
  await db.machineSpares.update({ machineId: to }, rows(moved.spares));
  if (moved.look)
    await db.machineLooks.update({ machineId: to }, { where: { machineId: from, jobId: moved.jobs }, transaction });
  if (moved.ride) await db.machineRides.update({ machineId: to }, { where: { machineId: from }, transaction });
}

async function tell(db: Database, machineId: string, { name }: Actor, words: string, transaction: Tx): Promise<void> {
  await db.machineChanges.create({ id: randomUUID(), machineId, at: new Date(), byName: name, words }, { transaction });
}
