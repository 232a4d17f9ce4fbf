import { randomUUID } from "node:crypto";
import { QueryTypes, type Transaction } from "sequelize";
import { z } from "zod";
import { type Database, fromJson, type MachineRow } from "../database.ts";
import { notFound } from "../refused.ts";

const words = (most: number) => z.string().trim().min(1).max(most);

export const newMachineSchema = z.strictObject({
  book: words(60),
  mark: words(80),
  year: z.int().min(1950).max(2100).nullable(),
  meterUnit: z.enum(["h", "mi", "km"]),
  owner: z.strictObject({ name: words(120), contact: words(200) }),
});
export type NewMachine = z.infer<typeof newMachineSchema>;

export async function addMachine(db: Database, machine: NewMachine, transaction: Transaction): Promise<MachineRow> {
  const book = (await db.books.findByPk(machine.book, { transaction }))?.get({ plain: true });
  if (!book) throw notFound("spec book");
  const known = await db.owners.findOne({ where: { ...machine.owner }, transaction });
  const ownerId = (known?.get("id") as string | undefined) ?? randomUUID();
  if (!known) await db.owners.create({ id: ownerId, ...machine.owner }, { transaction });
  const row: MachineRow = {
    id: randomUUID(),
    ownerId,
    bookId: book.id,
    maker: book.maker,
    model: book.model,
    year: machine.year,
    mark: machine.mark,
    build: book.build,
    builds: book.builds,
    meterUnit: machine.meterUnit,
  };
  await db.machines.create(row, { transaction });
  return row;
}

export async function machineById(db: Database, id: string): Promise<MachineRow> {
  const row = await db.machines.findByPk(id);
  if (!row) throw notFound("machine");
  return row.get({ plain: true });
}

export type KnownMachine = MachineRow & { ownerName: string; ownerContact: string; lastMeter: number | null };

/** So many machines are listed at once; others are found by a word of their mark, model or owner. */
export const MOST_MACHINES = 60;

/** The value that a machine's meter showed last, in SQL, by the machine's id. */
export const lastMeterOf = (machine: string): string =>
  `(SELECT r.value FROM meter_readings r WHERE r.machineId = ${machine} ORDER BY r.readAt DESC LIMIT 1)`;

/**
 * Machines on file by maker, model and mark, with owner and last meter reading: those that every typed word is found in,
 * at most so many; and whether there are more.
 */
export async function machinesOf(db: Database, search = ""): Promise<{ machines: KnownMachine[]; more: boolean }> {
  const typed = search.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 6);
  const found = typed.map((_, i) => `LOWER(CONCAT_WS(' ', m.mark, m.maker, m.model, o.name)) LIKE :word${i}`);
  const words = Object.fromEntries(typed.map((word, i) => [`word${i}`, `%${word.replace(/[\\%_]/g, "\\$&")}%`]));
  const rows = await db.sequelize.query<KnownMachine & { builds: unknown }>(
    `SELECT m.*, o.name AS ownerName, o.contact AS ownerContact, ${lastMeterOf("m.id")} AS lastMeter
      FROM machines m JOIN owners o ON o.id = m.ownerId ${found.length > 0 ? `WHERE ${found.join(" AND ")}` : ""}
      ORDER BY m.maker, m.model, m.mark LIMIT ${MOST_MACHINES + 1}`,
    { type: QueryTypes.SELECT, replacements: words },
  );
  const machines = rows
    .slice(0, MOST_MACHINES)
    .map((row) => ({ ...row, builds: z.array(z.string()).parse(fromJson(row.builds)) }));
  return { machines, more: rows.length > MOST_MACHINES };
}
