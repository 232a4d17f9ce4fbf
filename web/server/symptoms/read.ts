import { type SymptomSet, symptomSetSchema, symptomsFor, type Tally } from "@averin/core";
import { QueryTypes } from "sequelize";
import { type At, type Database, fromJson } from "../database.ts";

/** What may be said of machines at the counter, by kind. */
export async function symptomSetsOf(db: Database, transaction: At): Promise<SymptomSet[]> {
  const rows = await db.symptomSets.findAll({ order: ["id"], transaction });
  return rows.map((row) => symptomSetSchema.parse(fromJson(row.get("body"))));
}

/** Symptoms as a job keeps them, by their names; those that are not on file for such a machine are named. */
export async function symptomsSaid(db: Database, keys: readonly string[], builds: readonly string[], transaction: At) {
  const known = new Map(symptomsFor(await symptomSetsOf(db, transaction), builds).map((one) => [one.key, one]));
  const said = keys.flatMap((key) => known.get(key) ?? []);
  return {
    unknown: keys.filter((key) => !known.has(key)),
    symptoms: said.map(({ key, word, suspects }) => ({
      ...{ key, word },
      suspects: suspects.map(({ id, what }) => ({ id, what })),
    })),
  };
}

/** So many different answers are counted: far more than models and symptoms come to. */
const MOST = 5000;

/** How often each suspect was right, by model (its spec book). */
export async function talliesOf(db: Database): Promise<Record<string, Tally[]>> {
  const rows = await db.sequelize.query<Tally & { bookId: string }>(
    `SELECT m.bookId, c.symptom, c.suspect, COUNT(*) AS count FROM job_causes c JOIN jobs j ON j.id = c.jobId
      JOIN machines m ON m.id = j.machineId WHERE m.bookId IS NOT NULL GROUP BY m.bookId, c.symptom, c.suspect
      LIMIT ${MOST}`,
    { type: QueryTypes.SELECT },
  );
  const all: Record<string, Tally[]> = {};
  for (const { bookId, symptom, suspect, count } of rows) {
    (all[bookId] ??= []).push({ symptom, suspect, count: Number(count) });
  }
  return all;
}
