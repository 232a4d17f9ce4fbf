import type { Actor } from "@averin/core";
import { z } from "zod";
import type { Database } from "../database.ts";
import { notFound, Refused } from "../refused.ts";
import { settleSchema, strayTypedSchema } from "./schema.ts";
import { summariseAnew } from "./tables.ts";

/** Keeps a typed line that the record refused, also of a job that is released: it is shown until somebody settles it. */
export async function keepStray(
  db: Database,
  jobId: string,
  typed: z.infer<typeof strayTypedSchema>,
  by: Actor,
): Promise<{ kept: string }> {
  if (typed.by !== by.id) {
    const message = `${by.name} is signed in here, and this line is another person's: it is kept once they sign in again.`;
    throw new Refused(409, { code: "conflict", path: "by", message });
  }
  return db.write(async (transaction) => {
    const job = await db.jobs.findByPk(jobId, { attributes: ["openedAt"], transaction });
    if (!job) throw notFound("job");
    const now = Date.now();
    const ms = now - Math.max(0, Date.parse(typed.sentAt) - Date.parse(typed.typedAt));
    const typedAt = new Date(Math.max(ms, (job.get("openedAt") as Date).getTime()));
    const { id, text, why } = typed;
    await db.sequelize.query(
      `INSERT IGNORE INTO strays (id, jobId, personId, personName, text, typedAt, refusedAt, why)
        VALUES (:id, :jobId, :personId, :personName, :text, :typedAt, :refusedAt, :why)`,
      {
        replacements: { id, jobId, personId: by.id, personName: by.name, text, typedAt, refusedAt: new Date(now), why },
        transaction,
      },
    );
    await summariseAnew(db, jobId, transaction);
    return { kept: id };
  });
}

/** Says what became of a line that was not taken: typed again, or put away with a word. */
export async function settleStray(
  db: Database,
  id: string,
  settled: z.infer<typeof settleSchema>,
  by: Actor,
): Promise<void> {
  await db.write(async (transaction) => {
    const row = await db.strays.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    if (!row) throw notFound("line");
    if (row.get("settledAt") !== null) {
      const message = `That was settled already, by ${String(row.get("settledBy"))}: ${String(row.get("settledHow"))}.`;
      throw new Refused(409, { code: "conflict", path: "$", message });
    }
    const word = settled.how === "put away" ? settled.word : null;
    const change = { settledAt: new Date(), settledBy: by.name, settledHow: settled.how, settledWord: word };
    await row.update(change, { transaction });
    await summariseAnew(db, row.get("jobId") as string, transaction);
  });
}
