import type { Stray } from "@averin/core";
import type { At, Database } from "../database.ts";

/** What a job could not take and nobody has settled, in the order it was typed. */
export async function straysOpen(db: Database, jobId: string, transaction: At): Promise<Stray[]> {
  const where = { jobId, settledAt: null };
  const rows = await db.strays.findAll({ where, order: ["typedAt", "id"], transaction });
  return rows.map((row) => {
    const { id, text, personName, typedAt, why } = row.get({ plain: true });
    return { id, text, by: personName, typedAt: typedAt.toISOString(), why };
  });
}
