import { fold, handsOn, type Reckoned, type TookBefore, tookBefore, worksOf } from "@averin/core";
import { QueryTypes } from "sequelize";
import type { Database } from "../database.ts";
import { reckonedOf } from "../settings/read.ts";
import { jobById } from "./read.ts";

/** So many of the newest jobs say how long a work takes. */
const NEWEST = 8;

/** How long a work takes here: by the jobs released last that were opened for it, and by what the shop reckons. */
export async function timesOf(
  db: Database,
  procedureId: string,
): Promise<{ took: TookBefore | null; reckoned: Reckoned | null }> {
  const rows = await db.sequelize.query<{ id: string }>(
    `SELECT j.id FROM jobs j JOIN procedures p ON p.hash = j.procedureHash JOIN job_summaries s ON s.jobId = j.id
      WHERE p.procedureId = :procedureId AND s.stage = 'released' ORDER BY s.sinceAt DESC LIMIT ${NEWEST}`,
    { type: QueryTypes.SELECT, replacements: { procedureId } },
  );
  const minutes: number[] = [];
  for (const { id } of rows) {
    const { bench, events } = await jobById(db, id);
    const own = worksOf(bench).find((work) => work.of === procedureId)?.id;
    const hands = handsOn(bench, fold(events)).find(({ work }) => work === own);
    const took = hands?.corrected?.minutes ?? hands?.minutes ?? 0;
    if (took > 0) minutes.push(took);
  }
  return { took: tookBefore(minutes), reckoned: (await reckonedOf(db, null))[procedureId] ?? null };
}
