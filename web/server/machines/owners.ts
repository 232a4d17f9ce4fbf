import type { Actor } from "@averin/core";
import { QueryTypes } from "sequelize";
import { z } from "zod";
import { type Database, fromJson, type Tx } from "../database.ts";
import { notFound, Refused } from "../refused.ts";

/** An owner as they are told from others of that name: where they are reached, and how many machines are theirs. */
export type OwnerTold = { id: string; name: string; contact: string; machines: number };

/** How a name is compared: its letters and figures alone, in whatever case. */
const alike = (name: string): string => `REGEXP_REPLACE(LOWER(${name}), '[^\\\\p{L}\\\\p{N}]', '')`;
const STANDS = "o.id NOT IN (SELECT ownerId FROM owner_merges)";
const TOLD = `SELECT o.id, o.name, o.contact, (SELECT COUNT(*) FROM machines m WHERE m.ownerId = o.id) AS machines
  FROM owners o`;
/** So many are told at once. */
const MOST_TOLD = 20;

/** Owners whose names are written like that of one: they may be the same person, which only a person can say. */
export function ownersAlike(db: Database, id: string): Promise<OwnerTold[]> {
  return db.sequelize.query<OwnerTold>(
    `${TOLD} JOIN owners own ON own.id = :id AND own.id <> o.id
      WHERE own.name <> '' AND ${alike("o.name")} = ${alike("own.name")} AND ${STANDS}
      ORDER BY o.contact LIMIT ${MOST_TOLD}`,
    { type: QueryTypes.SELECT, replacements: { id } },
  );
}

/** Owners of the whole shop whose names are written alike, those of one name together. */
export function ownersWrittenAlike(db: Database): Promise<OwnerTold[]> {
  return db.sequelize.query<OwnerTold>(
    `${TOLD} JOIN (SELECT ${alike("o.name")} AS written FROM owners o WHERE o.name <> '' AND ${STANDS}
        GROUP BY written HAVING COUNT(*) > 1 LIMIT ${MOST_TOLD}) twice ON ${alike("o.name")} = twice.written
      WHERE ${STANDS} ORDER BY twice.written, o.contact LIMIT ${3 * MOST_TOLD}`,
    { type: QueryTypes.SELECT },
  );
}

/** The owner that one turned out to be, or null. */
export async function ownerMergedInto(db: Database, id: string): Promise<{ id: string; name: string } | null> {
  const [row] = await db.sequelize.query<{ id: string; name: string }>(
    "SELECT o.id, o.name FROM owner_merges g JOIN owners o ON o.id = g.intoId WHERE g.ownerId = :id",
    { type: QueryTypes.SELECT, replacements: { id } },
  );
  return row ?? null;
}

/** Whoever turned out to be this owner: each can be taken apart again. */
export function ownersMergedHere(db: Database, id: string): Promise<{ id: string; name: string; contact: string }[]> {
  return db.sequelize.query(
    `SELECT o.id, o.name, o.contact FROM owner_merges g JOIN owners o ON o.id = g.ownerId WHERE g.intoId = :id
      ORDER BY g.at LIMIT ${MOST_TOLD}`,
    { type: QueryTypes.SELECT, replacements: { id } },
  );
}

const no = (message: string): Refused => new Refused(409, { code: "conflict", path: "into", message });
const movedSchema = z.object({ machines: z.array(z.string()), jobs: z.array(z.string()) });

/** Says of an owner that they are another on file, or, with null, that they are a person of their own after all. */
export async function sameOwner(db: Database, id: string, into: string | null, by: Actor): Promise<void> {
  await db.write((transaction) =>
    into === null ? apart(db, id, transaction) : together(db, id, into, by, transaction),
  );
}

async function together(db: Database, id: string, into: string, by: Actor, transaction: Tx): Promise<void> {
  const lock = transaction.LOCK.UPDATE;
  const [owner, other] = await Promise.all([id, into].map((one) => db.owners.findByPk(one, { transaction, lock })));
  if (!owner || !other || id === into) throw notFound("owner");
  if (await db.ownerMerges.findByPk(id, { transaction })) throw no("They turned out to be another one already.");
  if (await db.ownerMerges.findByPk(into, { transaction }))
    throw no(`${other.get("name")} turned out to be another one: say it of that one.`);
  if (await db.ownerMerges.findOne({ where: { intoId: id }, transaction }))
    throw no(`Another one turned out to be ${owner.get("name")}: say it from the other side.`);
  const where = { ownerId: id };
  const ids = (rows: readonly { get: (key: "id") => unknown }[]): string[] =>
    rows.map((row) => row.get("id") as string);
  const moved = {
    machines: ids(await db.machines.findAll({ where, attributes: ["id"], transaction })),
    jobs: ids(await db.jobs.findAll({ where, attributes: ["id"], transaction })),
  };
  await carry(db, moved, id, into, transaction);
  const row = { ownerId: id, intoId: into, at: new Date(), byName: by.name, moved };
  await db.ownerMerges.create(row, { transaction });
}

async function apart(db: Database, id: string, transaction: Tx): Promise<void> {
  const row = await db.ownerMerges.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
  if (!row) throw no("They are a person of their own.");
  const { intoId, moved } = row.get({ plain: true });
  // What went to somebody else since stays there.
  await carry(db, movedSchema.parse(fromJson(moved)), intoId, id, transaction);
  await row.destroy({ transaction });
}

async function carry(
  db: Database,
  { machines, jobs }: z.infer<typeof movedSchema>,
  from: string,
  to: string,
  transaction: Tx,
): Promise<void> {
  await db.machines.update({ ownerId: to }, { where: { id: machines, ownerId: from }, transaction });
  await db.jobs.update({ ownerId: to }, { where: { id: jobs, ownerId: from }, transaction });
}
