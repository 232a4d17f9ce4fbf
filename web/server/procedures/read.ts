import {
  figureMap,
  type Figures,
  figuresKnown,
  type Procedure,
  readProcedure,
  rolesOf,
  withSafety,
} from "@averin/core";
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
  if (row.get("offered") === true) return inShape(hash, row.get("body"));
  // A job under way keeps its procedure; what may be set going over which finding is held as in today's.
  const of = { procedureId: row.get("procedureId") as string, offered: true };
  const today = await db.procedures.findOne({ where: of, transaction });
  const kept = readProcedure(row.get("body"));
  const held = today ? withSafety(kept, readProcedure(today.get("body"))) : kept;
  read.set(hash, held);
  return held;
}

/** The procedures offered for any of these builds, or all that are, by title. */
export async function proceduresFor(
  db: Database,
  builds: readonly string[] | "any",
  transaction: At,
): Promise<{ hash: string; procedure: Procedure }[]> {
  const where = { offered: true, ...(builds === "any" ? {} : { build: [...builds] }) };
  const rows = await db.procedures.findAll({ attributes: ["hash"], where, transaction });
  const hashes = rows.map((row) => row.get("hash") as string);
  // What was read before is not read again: a procedure is long, and there are many.
  const fresh = hashes.filter((hash) => !read.has(hash));
  const bodies = fresh.length === 0 ? [] : await db.procedures.findAll({ where: { hash: fresh }, transaction });
  for (const row of bodies) inShape(row.get("hash") as string, row.get("body"));
  return hashes
    .flatMap((hash) => {
      const procedure = read.get(hash);
      return procedure ? [{ hash, procedure }] : [];
    })
    .sort((a, b) => a.procedure.title.localeCompare(b.procedure.title));
}

/** Every figure that is known here: those that ship, those that offered procedures bring along, and their fasteners' cards. */
export async function knownFigures(db: Database, transaction: At): Promise<Figures> {
  const offered = await proceduresFor(db, "any", transaction);
  return figureMap(offered.flatMap(({ procedure }) => [...figuresKnown(procedure)]));
}

/** What each point that a procedure looks at is called, by its id. */
export async function knownPoints(db: Database): Promise<Map<string, string>> {
  const offered = await proceduresFor(db, "any", null);
  return new Map(offered.flatMap(({ procedure }) => procedure.points.map(({ id, name }) => [id, name] as const)));
}

/** What a part may be for, in the words of the procedures that ask for it, by name. */
export async function partRoles(db: Database): Promise<{ value: string; name: string }[]> {
  const offered = await proceduresFor(db, "any", null);
  const roles = new Map(offered.flatMap(({ procedure }) => [...rolesOf(procedure)]));
  return [...roles].map(([value, name]) => ({ value, name })).sort((a, b) => a.name.localeCompare(b.name));
}

/** Procedures that stand in their folder and cannot be followed: file, and what would be right. */
export async function procedureFaultsOf(db: Database): Promise<{ file: string; message: string }[]> {
  return (await db.procedureFaults.findAll({ order: ["file"] })).map((row) => row.get({ plain: true }));
}
