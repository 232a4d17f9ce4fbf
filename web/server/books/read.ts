import { readFigure, type Spec, specsOfBuild } from "@averin/core";
import type { At, Database } from "../database.ts";
import { knownFigures } from "../procedures/read.ts";

async function bookSpecs(db: Database, bookId: string | null, transaction: At): Promise<Spec[]> {
  if (bookId === null) return [];
  const rows = await db.specs.findAll({ where: { bookId }, transaction });
  return rows.map((row) => readFigure(row.get("body"), row.get("format") as number));
}

/** Whose figures: a machine's own, and those of its model's book. */
export type Whose = { machineId: string; bookId: string | null };

/**
 * A machine's figures: its own, the newest of each, before those of its model's book; what was overruled by them, which
 * stays in sight; and what is on file for another build only.
 */
export async function specsOf(
  db: Database,
  { machineId, bookId }: Whose,
  transaction: At,
): Promise<{ specs: Spec[]; overruled: Spec[]; otherBuilds: Spec[] }> {
  const rows = await db.machineFigures.findAll({
    where: { machineId },
    order: [["enteredAt", "DESC"]],
    transaction,
  });
  const all = [
    ...rows.map((row) => readFigure(row.get("body"), row.get("format") as number)),
    ...(await bookSpecs(db, bookId, transaction)),
  ];
  const governs = (spec: Spec, i: number): boolean => all.findIndex((other) => other.key === spec.key) === i;
  const governing = all.filter(governs);
  const specs = specsOfBuild(governing, await knownFigures(db, transaction));
  const otherBuilds = governing.filter((spec) => !specs.includes(spec));
  return { specs, overruled: all.filter((spec, i) => !governs(spec, i)), otherBuilds };
}

/** The keys of the figures that a machine has of its own. */
export async function ownFigures(db: Database, machineId: string): Promise<ReadonlySet<string>> {
  const rows = await db.machineFigures.findAll({ where: { machineId } });
  return new Set(rows.map((row) => row.get("specKey") as string));
}

export async function booksOf(db: Database) {
  return (await db.books.findAll({ order: ["maker", "model"] })).map((row) => row.get({ plain: true }));
}
