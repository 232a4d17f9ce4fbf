import { Op, QueryTypes, type WhereOptions } from "sequelize";
import { z } from "zod";
import { type Database, fromJson, type MachineRow, type OwnerRow, type RecheckRow, type Tx } from "../database.ts";
import { notFound } from "../refused.ts";
import { toldLine } from "../told.ts";
import { foundBy } from "../words.ts";

/** An owner, and where they are reached. */
export async function ownerById(db: Database, id: string): Promise<OwnerRow> {
  const row = await db.owners.findByPk(id);
  if (!row) throw notFound("owner");
  return row.get({ plain: true });
}

/** So many of the machines that somebody owns are listed. */
const MOST_OWNED = 300;

/** The machines that somebody owns now, by their mark; and whether there are more. */
export async function machinesOwned(db: Database, ownerId: string): Promise<{ machines: MachineRow[]; more: boolean }> {
  const where = { ownerId, id: { [Op.notIn]: db.sequelize.literal("(SELECT machineId FROM machine_merges)") } };
  const rows = await db.machines.findAll({ where, order: [["mark", "ASC"]], limit: MOST_OWNED + 1 });
  return { machines: rows.slice(0, MOST_OWNED).map((row) => row.get({ plain: true })), more: rows.length > MOST_OWNED };
}

/** What became of a machine, the newest first. */
export async function changesOf(db: Database, machineId: string) {
  const rows = await db.machineChanges.findAll({ where: { machineId }, order: [["at", "DESC"]], limit: MOST_CHANGES });
  return rows.map((row) => toldLine(row.get({ plain: true })));
}

/** So much of what became of a machine is told. */
const MOST_CHANGES = 20;

/** What a machine's meter showed last, by what that counts, or null; of the readings that are asked for alone. */
export async function lastMeter(
  db: Database,
  machineId: string,
  unit: string,
  { where = {}, transaction }: { where?: WhereOptions; transaction?: Tx } = {},
): Promise<number | null> {
  const row = await db.meterReadings.findOne({
    where: { ...where, machineId, unit },
    order: [["readAt", "DESC"]],
    ...(transaction && { transaction }),
  });
  return (row?.get("value") as number | undefined) ?? null;
}

export async function machineById(db: Database, id: string): Promise<MachineRow> {
  const row = await db.machines.findByPk(id);
  if (!row) throw notFound("machine");
  return row.get({ plain: true });
}

export type KnownMachine = MachineRow & {
  ownerName: string;
  ownerContact: string;
  lastMeter: number | null;
  lastSecond: number | null;
};

/** So many machines are listed at once; others are found by a word of their mark, model or owner. */
export const MOST_MACHINES = 60;

/** What a meter of the machine \`m\` showed last, in SQL, by what that counts. */
const lastRead = (unit: string): string =>
  `(SELECT r.value FROM meter_readings r WHERE r.machineId = m.id AND r.unit = ${unit} ORDER BY r.readAt DESC LIMIT 1)`;

/** All machines, those that are worked on, or one of these by its id. */
export type Which = "all" | "in use" | { id: string };

/** Whether a word is in the mark or the frame number of one that turned out to be a machine, in SQL; and that one is itself. */
const alsoCalled = (word: string): string => `m.id IN (SELECT g.intoId FROM machine_merges g
  JOIN machines a ON a.id = g.machineId WHERE LOWER(CONCAT_WS(' ', a.mark, a.serial)) LIKE ${word})`;
const NOT_ANOTHER = "NOT EXISTS (SELECT 1 FROM machine_merges g WHERE g.machineId = m.id)";

/**
 * Machines on file by maker, model and mark, with owner and last meter reading: those that every typed word is found in,
 * at most so many; and whether there are more.
 */
export async function machinesOf(
  db: Database,
  search = "",
  which: Which = "all",
): Promise<{ machines: KnownMachine[]; more: boolean }> {
  const named = "CONCAT_WS(' ', m.mark, m.maker, m.model, m.serial, o.name)";
  const { where, replacements } = foundBy(named, search, [], alsoCalled);
  // First which, in their order by the index, until there are enough; then what belongs to those few.
  const order = "ORDER BY m.maker, m.model, m.mark";
  const wanted = [
    where,
    NOT_ANOTHER,
    which === "all" ? "" : "m.retiredAt IS NULL",
    typeof which === "object" ? "m.id = :id" : "",
  ]
    .filter(Boolean)
    .join(" AND ");
  const searched = "FORCE INDEX (machines_named) STRAIGHT_JOIN owners o ON o.id = m.ownerId";
  const owner = `${where === "" ? "" : searched} ${wanted === "" ? "" : `WHERE ${wanted}`}`;
  const rows = await db.sequelize.query<KnownMachine & { builds: unknown }>(
    `SELECT m.*, o.name AS ownerName, o.contact AS ownerContact, ${lastRead("m.meterUnit")} AS lastMeter,
      ${lastRead("m.secondUnit")} AS lastSecond
      FROM (SELECT m.* FROM machines m ${owner} ${order} LIMIT ${MOST_MACHINES + 1}) AS m
      JOIN owners o ON o.id = m.ownerId ${order}`,
    { type: QueryTypes.SELECT, replacements: { ...replacements, ...(typeof which === "object" && which) } },
  );
  const machines = rows
    .slice(0, MOST_MACHINES)
    .map((row) => ({ ...row, builds: z.array(z.string()).parse(fromJson(row.builds)) }));
  return { machines, more: rows.length > MOST_MACHINES };
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

/** So many that are due are listed at once; of each machine that is asked for, so many: more than any has. */
const MOST_RECHECKS = 100;

/** Due: at the next job, by the meter, or by the day; of a machine that is in use. */
const DUE = `(m.retiredAt IS NULL) AND (c.dueMeter IS NULL AND c.dueOn IS NULL OR c.dueMeter <= ${lastRead("COALESCE(c.dueUnit, m.meterUnit)")} OR c.dueOn <= :now)`;

/** What is due on any machine, and how much more than is listed. */
export async function rechecksDue(db: Database): Promise<{ due: RecheckLine[]; more: number }> {
  const due = await rechecksOpen(db, "due");
  if (due.length < MOST_RECHECKS) return { due, more: 0 };
  const rows = await db.sequelize.query<{ all: number }>(
    `SELECT COUNT(*) AS \`all\` FROM rechecks c JOIN machines m ON m.id = c.machineId WHERE c.doneAt IS NULL AND ${DUE}`,
    { type: QueryTypes.SELECT, replacements: { now: new Date() } },
  );
  return { due, more: (rows[0]?.all ?? due.length) - due.length };
}

/** What is still to be looked at again, of some machines, or of all what is due; what is due stands first. */
export async function rechecksOpen(db: Database, machines: readonly string[] | "due"): Promise<RecheckLine[]> {
  if (machines.length === 0) return [];
  const rows = await db.sequelize.query<OpenRow>(
    `SELECT c.*, m.mark, m.meterUnit, ${DUE} AS due FROM rechecks c JOIN machines m ON m.id = c.machineId
      WHERE c.doneAt IS NULL AND ${machines === "due" ? DUE : "c.machineId IN (:machines)"}
      ORDER BY due DESC, c.what, c.id LIMIT ${MOST_RECHECKS * (machines === "due" ? 1 : machines.length)}`,
    { type: QueryTypes.SELECT, replacements: { machines, now: new Date() } },
  );
  return rows.map(({ id, machineId, mark, meterUnit, what, dueMeter, dueUnit, dueOn, due }) => {
    const words = [
      dueMeter === null ? "" : `at ${dueMeter.toFixed(1)} ${dueUnit ?? meterUnit}`,
      dueOn === null ? "" : `by ${new Date(dueOn).toISOString().slice(0, 10)}`,
    ].filter(Boolean);
    const when = words.length === 0 ? "at the next job" : words.join(" or ");
    return { ...{ id, machineId, mark, what, when }, due: due === 1 };
  });
}
