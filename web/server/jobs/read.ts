import { type Bench, type JobEvent, STAGES, type Stray } from "@averin/core";
import { Op, QueryTypes } from "sequelize";
import { z } from "zod";
import { type Database, fromJson, SHOP_VERSION } from "../database.ts";
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

export type OpenedJob = { id: string; number: string; bench: Bench; events: JobEvent[]; strays: Stray[] };

export async function jobById(db: Database, jobId: string): Promise<OpenedJob> {
  const job = await jobAtBench(db, jobId, null);
  const [bench, events, strays] = [
    await benchOf(db, job, null),
    await eventsOf(db, jobId, null, null),
    await straysOpen(db, jobId, null),
  ];
  return { id: job.id, number: job.number, bench, events, strays };
}

export type JobLine = {
  id: string;
  number: string;
  machine: string;
  mark: string;
  owner: string;
  stage: string;
  next: string;
  open: number;
  needs: string;
  clocks: { title: string; endsAt: string }[];
  stop: string | null;
  since: string;
  by: string;
};

const clocksSchema = z.array(z.object({ title: z.string(), endsAt: z.string() }));

type LineRow = Omit<JobLine, "clocks" | "since"> & { clocks: unknown; since: Date };

/** So many open jobs are listed, and so many of those that were released last. */
const MOST_OPEN = 200;

const MOST_RELEASED = 20;

/** Jobs from the read tables: the open ones, newest first, then those released last; and how many more are open. */
export async function jobLines(db: Database): Promise<{ jobs: JobLine[]; more: number; at: number }> {
  const lines = (where: string, order: string, most: number): Promise<LineRow[]> =>
    db.sequelize.query<LineRow>(
      `SELECT j.id, j.number, CONCAT(m.maker, ' ', m.model) AS machine, m.mark, o.name AS owner, s.stage, s.next,
        s.openCount AS open, s.needs, s.clocks, s.stopText AS stop, COALESCE(s.sinceAt, j.openedAt) AS since,
        s.lastBy AS \`by\`
        FROM job_summaries s JOIN jobs j ON j.id = s.jobId JOIN machines m ON m.id = j.machineId
        JOIN owners o ON o.id = m.ownerId WHERE ${where} ORDER BY ${order} LIMIT ${most}`,
      { type: QueryTypes.SELECT },
    );
  const open = await lines(`s.stage IN (${OPEN_STAGES})`, "j.openedAt DESC", MOST_OPEN);
  const released = await lines("s.stage = 'released'", "s.sinceAt DESC", MOST_RELEASED);
  const all =
    open.length < MOST_OPEN ? open.length : await db.summaries.count({ where: { stage: { [Op.ne]: "released" } } });
  const jobs = [...open, ...released].map((row): JobLine => ({
    ...row,
    clocks: clocksSchema.parse(fromJson(row.clocks)),
    since: new Date(row.since).toISOString(),
  }));
  return { jobs, more: all - open.length, at: Date.now() };
}

/** Where a job may stand before it is released, for an index to go by. */
const OPEN_STAGES = [...STAGES, "ready"].map((stage) => `'${stage}'`).join(", ");
