import {
  DONE,
  ENDS,
  hasEnded,
  type FoundJob,
  type JobEvent,
  type JobLine,
  type JobNamed,
  STAGES,
  wordsIn,
  type OpenedJob,
} from "@averin/core";
import { Op, QueryTypes } from "sequelize";
import { z } from "zod";
import { type At, type Database, fromJson, SHOP_VERSION } from "../database.ts";
import { notFound } from "../refused.ts";
import { benchOf, eventsOf, jobAtBench, readEvents } from "./log.ts";
import { straysOpen } from "./strays.ts";

export async function eventsAfter(db: Database, jobId: string, after: number): Promise<JobEvent[]> {
  if ((await db.jobs.count({ where: { id: jobId } })) === 0) throw notFound("job");
  return readEvents(db, jobId, after, null);
}

/** How far some jobs are: the number of each one's last line, a word that changes with what it could not take, and the version of the figures it is judged by. */
export async function standingOf(db: Database, jobIds: readonly string[]): Promise<Map<string, Standing>> {
  const rows = await db.sequelize.query<Standing & { id: string }>(
    `SELECT j.id, j.lastNumber AS last,
      (SELECT CONCAT(COUNT(*), '/', COUNT(s.settledAt)) FROM strays s WHERE s.jobId = j.id) AS strays,
      COALESCE((SELECT value FROM counters WHERE name = '${SHOP_VERSION}'), 0) AS shop
      FROM jobs j WHERE j.id IN (:jobIds)`,
    { type: QueryTypes.SELECT, replacements: { jobIds } },
  );
  return new Map(rows.map(({ id, ...standing }) => [id, standing]));
}

export type Standing = { last: number; strays: string; shop: number };

export async function jobById(db: Database, jobId: string): Promise<OpenedJob> {
  const job = await jobAtBench(db, jobId, null);
  const [bench, events, strays] = [
    await benchOf(db, job, null),
    await eventsOf(db, jobId, null, null),
    await straysOpen(db, jobId, null),
  ];
  return { id: job.id, number: job.number, bench, figuresAt: Number(job.shopVersion ?? 0), events, strays };
}

const clocksSchema = z.array(z.object({ title: z.string(), endsAt: z.string() }));

type LineRow = Omit<JobLine, "clocks" | "since" | "assigned"> & {
  clocks: unknown;
  since: Date;
  assignedId: string | null;
  assignedName: string | null;
};

/** So many open jobs are listed, and so many of those that were released last. */
const MOST_OPEN = 200;

const MOST_RELEASED = 20;
/** What was released longer ago stands in the list of all jobs. */
const DAYS_RELEASED = 31;

/** Jobs from the read tables: the open ones, newest first, then those released last; and how many more are open. */
export async function jobLines(db: Database): Promise<{ jobs: JobLine[]; more: number; at: number }> {
  const lines = (summaries: string, where: string, order: string, most: number): Promise<LineRow[]> =>
    db.sequelize.query<LineRow>(
      `SELECT j.id, j.number, w.work, CONCAT(m.maker, ' ', m.model) AS machine, m.mark, o.name AS owner, o.contact, s.stage, s.next,
        s.openCount AS open, s.needs, s.clocks, s.stopText AS stop, COALESCE(s.sinceAt, j.openedAt) AS since,
        s.lastBy AS \`by\`, DATE_FORMAT(s.promisedOn, '%Y-%m-%d') AS promised, s.assignedId, s.assignedName
        FROM ${summaries} s STRAIGHT_JOIN jobs j ON j.id = s.jobId STRAIGHT_JOIN job_words w ON w.jobId = j.id
        STRAIGHT_JOIN machines m ON m.id = j.machineId STRAIGHT_JOIN owners o ON o.id = j.ownerId WHERE ${where} ORDER BY ${order} LIMIT ${most}`,
      { type: QueryTypes.SELECT },
    );
  const open = await lines("job_summaries", `s.stage IN (${OPEN_STAGES})`, "j.openedAt DESC", MOST_OPEN);
  // The last of each way to end are found by the index alone, however many ended lately.
  const lastOf = DONE.map(
    (stage) =>
      `(SELECT * FROM job_summaries WHERE stage = '${stage}' AND sinceAt > NOW() - INTERVAL ${DAYS_RELEASED} DAY
        ORDER BY sinceAt DESC LIMIT ${MOST_RELEASED})`,
  );
  const released = await lines(`(${lastOf.join(" UNION ALL ")})`, "TRUE", "s.sinceAt DESC", MOST_RELEASED);
  const all =
    open.length < MOST_OPEN ? open.length : await db.summaries.count({ where: { stage: { [Op.notIn]: [...ENDS] } } });
  const jobs = [...open, ...released].map(({ assignedId, assignedName, ...row }): JobLine => ({
    ...row,
    assigned: assignedId === null ? null : { id: assignedId, name: assignedName ?? "" },
    clocks: clocksSchema.parse(fromJson(row.clocks)),
    since: new Date(row.since).toISOString(),
  }));
  return { jobs, more: all - open.length, at: Date.now() };
}

const ENDED = DONE.map((stage) => `'${stage}'`).join(", ");
/** What came of works, by procedure: how often each was told. */
export async function outcomesOf(db: Database): Promise<Record<string, { how: string; count: number }[]>> {
  const rows = await db.sequelize.query<{ procedureId: string; how: string; count: number }>(
    `SELECT procedureId, how, COUNT(*) AS count FROM job_outcomes GROUP BY procedureId, how
      ORDER BY procedureId, count DESC LIMIT 2000`,
    { type: QueryTypes.SELECT },
  );
  const all: Record<string, { how: string; count: number }[]> = {};
  for (const { procedureId, how, count } of rows) (all[procedureId] ??= []).push({ how, count: Number(count) });
  return all;
}

/** Ended jobs of a machine of which nobody has told what came of them, the newest first. */
export async function untold(db: Database, machineId: string): Promise<{ id: string; number: string; work: string }[]> {
  return db.sequelize.query(
    `SELECT j.id, j.number, w.work FROM jobs j JOIN job_summaries s ON s.jobId = j.id JOIN job_words w ON w.jobId = j.id
      LEFT JOIN job_outcomes o ON o.jobId = j.id
      WHERE j.machineId = :machineId AND s.stage IN (${ENDED}) AND o.jobId IS NULL ORDER BY j.openedAt DESC LIMIT 3`,
    { type: QueryTypes.SELECT, replacements: { machineId } },
  );
}

/** Jobs that have not ended, of some machines: what a machine that comes in is here for already. */
export async function jobsOpenOn(
  db: Database,
  machineIds: readonly string[],
  transaction: At,
): Promise<{ machineId: string; id: string; number: string; work: string }[]> {
  if (machineIds.length === 0) return [];
  return db.sequelize.query(
    `SELECT j.machineId, j.id, j.number, w.work FROM jobs j JOIN job_summaries s ON s.jobId = j.id
      JOIN job_words w ON w.jobId = j.id WHERE j.machineId IN (:machineIds) AND s.stage IN (${OPEN_STAGES})
      ORDER BY j.openedAt DESC LIMIT ${MOST_OPEN}`,
    { type: QueryTypes.SELECT, replacements: { machineIds }, transaction },
  );
}

/** Where a job may stand before it is released, for an index to go by. */
const OPEN_STAGES = [...STAGES, "ready", "parked"].map((stage) => `'${stage}'`).join(", ");

/** So many of the jobs that are found are listed. */
const MOST_FOUND = 40;
/** Of a search so many words count. */
const MOST_WORDS = 8;

/**
 * Jobs in which every word of a search is found, open ones and released ones, the newest first: by number, work, machine,
 * owner, person, part, day, or any word of a note or a finding. All where nothing is asked for.
 */
export async function findJobs(db: Database, search: string): Promise<{ jobs: FoundJob[]; more: boolean }> {
  const words = wordsIn(search).slice(0, MOST_WORDS);
  if (words.length === 0 && search.trim() !== "") return { jobs: [], more: false };
  return foundJobs(
    db,
    "FORCE INDEX (jobs_opened)",
    words.map((_, i) => `(w.words LIKE :w${i} OR LOWER(j.number) LIKE :w${i})`).join(" AND "),
    Object.fromEntries(words.map((word, i) => [`w${i}`, `%${word}%`])),
  );
}

/** The jobs of a machine, the newest first. */
export const jobsOfMachine = (db: Database, id: string) => foundJobs(db, "", "j.machineId = :id", { id });

/** The jobs that were done for an owner, the newest first. */
export const jobsForOwner = (db: Database, id: string) => foundJobs(db, "", "j.ownerId = :id", { id });

async function foundJobs(
  db: Database,
  index: string,
  where: string,
  replacements: Record<string, string>,
): Promise<{ jobs: FoundJob[]; more: boolean }> {
  const rows = await db.sequelize.query<JobNamed & { stage: string; openedAt: Date; sinceAt: Date }>(
    `SELECT j.id, j.number, w.work, CONCAT(m.maker, ' ', m.model) AS machine, m.mark, o.name AS owner, s.stage,
      j.openedAt, s.sinceAt
      FROM jobs j ${index} STRAIGHT_JOIN job_words w ON w.jobId = j.id
      STRAIGHT_JOIN job_summaries s ON s.jobId = j.id STRAIGHT_JOIN machines m ON m.id = j.machineId
      STRAIGHT_JOIN owners o ON o.id = j.ownerId
      ${where === "" ? "" : `WHERE ${where}`} ORDER BY j.openedAt DESC, j.id LIMIT ${MOST_FOUND + 1}`,
    { type: QueryTypes.SELECT, replacements },
  );
  const jobs = rows.slice(0, MOST_FOUND).map(({ openedAt, sinceAt, ...row }) => ({
    ...row,
    opened: new Date(openedAt).toISOString(),
    ended: hasEnded(row.stage) ? new Date(sinceAt).toISOString() : null,
  }));
  return { jobs, more: rows.length > MOST_FOUND };
}
