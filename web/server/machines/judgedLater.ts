import { DONE, fold, judgedLater } from "@averin/core";
import { QueryTypes } from "sequelize";
import type { Database } from "../database.ts";
import { jobById } from "../jobs/read.ts";

/** So many jobs back it is told what limits that came later would have said. */
const MOST_BACK = 4;

/** What limits that are on file now would have said of what ended jobs of a machine read, the newest job first. */
export async function judgedLaterOf(
  db: Database,
  machineId: string,
): Promise<{ id: string; number: string; lines: { id: string; text: string }[] }[]> {
  const rows = await db.sequelize.query<{ id: string }>(
    `SELECT j.id FROM jobs j JOIN job_summaries s ON s.jobId = j.id
      WHERE j.machineId = :machineId AND s.stage IN (:ends) ORDER BY j.openedAt DESC, j.id LIMIT ${MOST_BACK}`,
    { type: QueryTypes.SELECT, replacements: { machineId, ends: [...DONE] } },
  );
  const told = [];
  for (const { id } of rows) {
    const { number, bench, events } = await jobById(db, id);
    const lines = judgedLater(bench, fold(events));
    if (lines.length > 0) told.push({ id, number, lines });
  }
  return told;
}
