import { type Figures, figuresWith, type Procedure, readProcedure } from "@averin/core";
import { literal, Op } from "sequelize";
import type { At, Database } from "../database.ts";
import { notFound } from "../refused.ts";

/** Procedures by hash: the same hash is the same text for good, so they are read once. */
const read = new Map<string, Procedure>();

/** A kept procedure in today's shape, by its hash. */
function inShape(hash: string, body: unknown): Procedure {
  const procedure = read.get(hash) ?? readProcedure(body);
  read.set(hash, procedure);
  return procedure;
}

export async function procedureByHash(db: Database, hash: string, transaction: At): Promise<Procedure> {
  const known = read.get(hash);
  if (known) return known;
  const row = await db.procedures.findByPk(hash, { transaction });
  if (!row) throw notFound("procedure");
  return inShape(hash, row.get("body"));
}

/** The procedures offered for any of these builds, or all that are, by title. */
export async function proceduresFor(
  db: Database,
  builds: readonly string[] | "any",
  transaction: At,
): Promise<{ hash: string; procedure: Procedure }[]> {
  const where = { offered: true, ...(builds === "any" ? {} : { build: [...builds] }) };
  const rows = await db.procedures.findAll({ where, transaction });
  return rows
    .map((row) => ({ hash: row.get("hash") as string, procedure: inShape(row.get("hash") as string, row.get("body")) }))
    .sort((a, b) => a.procedure.title.localeCompare(b.procedure.title));
}

/** Every figure that is known here: those that ship, and those that offered procedures bring along. */
export async function knownFigures(db: Database, transaction: At): Promise<Figures> {
  const rows = await db.procedures.findAll({
    where: { [Op.and]: [{ offered: true }, literal("JSON_LENGTH(body, '$.figures') > 0")] },
    transaction,
  });
  const own = rows.flatMap((row) => inShape(row.get("hash") as string, row.get("body")).figures);
  return figuresWith(own);
}

/** Procedures that stand in their folder and cannot be followed: file, and what would be right. */
export async function procedureFaultsOf(db: Database): Promise<{ file: string; message: string }[]> {
  return (await db.procedureFaults.findAll({ order: ["file"] })).map((row) => row.get({ plain: true }));
}
