import {
  atPosition,
  DONE,
  FIRST_WORK,
  fold,
  type JobEvent,
  lugsWords,
  type OpenedJob,
  WORK_OF_ROW,
  workOfRow,
} from "@averin/core";
import { QueryTypes } from "sequelize";
import type { Database } from "../database.ts";
import { linesAfter } from "../jobs/log.ts";

/** So many jobs back it is looked for what was seen at a point. */
const MOST_BACK = 6;

/** What was seen or read at a point last time on this machine, by whom and when. */
export type LastTime = { said: string; by: string; at: string };

/**
 * What each point of a job, and each count of a track, came to the last time on this machine, by its id as this job has it.
 * A work at one of several places of a machine is told what was seen at that place, and of no other.
 */
export async function lastTimeAt(db: Database, { bench, events }: OpenedJob): Promise<Record<string, LastTime>> {
  const opened = fold(events).opened?.body;
  if (!opened) return {};
  const rows = await db.sequelize.query<{ id: string }>(
    `SELECT j.id FROM jobs j JOIN job_summaries s ON s.jobId = j.id
      WHERE j.machineId = :machineId AND s.stage IN (:ends)
      ORDER BY j.openedAt DESC, j.id LIMIT ${MOST_BACK}`,
    { type: QueryTypes.SELECT, replacements: { machineId: opened.machine.id, ends: [...DONE] } },
  );
  const lines = await linesAfter(db, new Map(rows.map(({ id }) => [id, 0])));
  const seen = new Map<string, LastTime>();
  for (const { id } of rows) {
    for (const [point, last] of seenIn(lines.get(id) ?? [])) if (!seen.has(point)) seen.set(point, last);
  }
  return Object.fromEntries(
    [...bench.procedure.points, ...bench.procedure.steps].flatMap(({ id }) => {
      const last = seen.get(atPosition(id.replace(WORK_OF_ROW, ""), workOfRow(bench, id)?.position ?? null));
      return last ? [[id, last]] : [];
    }),
  );
}

/** What a job's log says of each point at its place: as left where it was read again, else as found. */
function seenIn(events: readonly JobEvent[]): Map<string, LastTime> {
  const all = new Map<string, { phase: string; words: string[]; by: string; at: string }>();
  const { opened, added, bySlot } = fold(events);
  const placeOf = (row: string): string | null => {
    const work = WORK_OF_ROW.exec(row)?.[1] ?? FIRST_WORK;
    return (work === FIRST_WORK ? opened : added.get(work))?.body.position ?? null;
  };
  for (const lines of bySlot.values()) {
    const line = lines.at(-1);
    const told = line && toldBy(line);
    if (!line || !told) continue;
    const point = atPosition(told.point.replace(WORK_OF_ROW, ""), placeOf(told.point));
    const before = all.get(point);
    if (before?.phase === "left" && told.phase === "found") continue;
    const words = before?.phase === told.phase ? [...before.words, told.word] : [told.word];
    all.set(point, { phase: told.phase, words, by: line.by.name, at: line.at });
  }
  // Of many alike it is told once.
  return new Map(
    [...all].map(([point, { words, by, at }]) => [point, { said: [...new Set(words)].join(", "), by, at }]),
  );
}

function toldBy({ body }: JobEvent): { point: string; phase: string; word: string } | null {
  if (body.type === "finding_recorded") return { point: body.point, phase: "found", word: body.word };
  // Counts of a track are compared with what was counted before.
  if (body.type === "figure_taken" && "tornAt" in body.figures) {
    return { point: body.step, phase: "found", word: lugsWords(body.figures) };
  }
  if (body.type !== "reading_taken") return null;
  const { point, phase, text, unit } = body;
  return { point, phase, word: /[a-z"”]/i.test(text) ? text : `${text} ${unit}` };
}
