import { randomUUID } from "node:crypto";
import type { Transaction } from "sequelize";
import { z } from "zod";
import { type Database, type MachineRow } from "../database.ts";
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

/** Every machine on file with its owner and the last meter reading. */
export async function machinesOf(db: Database): Promise<KnownMachine[]> {
  const machines = (await db.machines.findAll({ order: ["maker", "model", "mark"] })).map((row) =>
    row.get({ plain: true }),
  );
  const owners = new Map((await db.owners.findAll()).map((row) => [row.get("id") as string, row.get({ plain: true })]));
  const meters = new Map(
    (await db.meterReadings.findAll({ order: ["readAt"] })).map((row) => [
      row.get("machineId") as string,
      row.get("value") as number,
    ]),
  );
  return machines.map((machine) => ({
    ...machine,
    ownerName: owners.get(machine.ownerId)?.name ?? "",
    ownerContact: owners.get(machine.ownerId)?.contact ?? "",
    lastMeter: meters.get(machine.id) ?? null,
  }));
}
