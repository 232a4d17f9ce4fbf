import type { Stray } from "@averin/core";
import type { At, Database } from "../database.ts";

/** What each of some jobs could not take and nobody has settled, in the order it was typed. */
export async function straysOf(
  db: Database,
  jobIds: readonly string[],
  transaction: At,
): Promise<Map<string, Stray[]>> {
  const where = { jobId: [...jobIds], settledAt: null };
  const rows = await db.strays.findAll({ where, order: ["typedAt", "id"], transaction });
  const all = new Map<string, Stray[]>(jobIds.map((id) => [id, []]));
  for (const row of rows) {
    const { id, jobId, text, personName, typedAt, why } = row.get({ plain: true });
    all.get(jobId)?.push({ id, text, by: personName, typedAt: typedAt.toISOString(), why });
  }
  return all;
}

export const straysOpen = async (db: Database, jobId: string, transaction: At): Promise<Stray[]> =>
  (await straysOf(db, [jobId], transaction)).get(jobId) ?? [];
