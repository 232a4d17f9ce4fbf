import {
  type Bench,
  figuresAsked,
  FIRST_WORK,
  joined,
  type JobEvent,
  placesNamed,
  readEvent,
  specsAt,
  type WorkAsked,
} from "@averin/core";
import { Op, QueryTypes } from "sequelize";
import { type At, type Database, type JobEventRow, type JobRow, SHOP_VERSION } from "../database.ts";
import { procedureByHash } from "../procedures/read.ts";
import { notFound } from "../refused.ts";
import { figuresOf, type ShopFigures } from "../settings/figures.ts";

const asEvent = (row: JobEventRow): JobEvent =>
  readEvent({
    ...{ id: row.id, number: row.number, at: row.at.toISOString(), by: row.by, format: row.format, body: row.body },
    ...(row.typed == null ? {} : { typed: row.typed }),
  });

export async function readEvents(db: Database, jobId: string, after: number, transaction: At): Promise<JobEvent[]> {
  const where = { jobId, number: { [Op.gt]: after } };
  const rows = await db.events.findAll({ where, order: ["number"], transaction });
  return rows.map((row) => asEvent(row.get({ plain: true })));
}

/** The lines of several jobs, each from the number of the last one that is known of it. */
export async function linesAfter(db: Database, known: ReadonlyMap<string, number>): Promise<Map<string, JobEvent[]>> {
  const all = new Map<string, JobEvent[]>();
  if (known.size === 0) return all;
  const where = { [Op.or]: [...known].map(([jobId, after]) => ({ jobId, number: { [Op.gt]: after } })) };
  for (const row of await db.events.findAll({ where, order: ["jobId", "number"] })) {
    const line = row.get({ plain: true });
    all.set(line.jobId, [...(all.get(line.jobId) ?? []), asEvent(line)]);
  }
  return all;
}

/**
 * Logs read before, by job. A log only grows and a line never changes, so what was read once holds for good; the rest is
 * read by number. Any process may hold any part of it, and none has to.
 */
const readLogs = new Map<string, readonly JobEvent[]>();

const MOST_LOGS = 64;

export function rememberLog(jobId: string, events: readonly JobEvent[]): void {
  readLogs.delete(jobId);
  readLogs.set(jobId, events);
  for (const oldest of readLogs.keys()) {
    if (readLogs.size <= MOST_LOGS) return;
    readLogs.delete(oldest);
  }
}

/** A job's log up to a number, or to its end where none is given. */
export async function eventsOf(db: Database, jobId: string, last: number | null, transaction: At): Promise<JobEvent[]> {
  const known = readLogs.get(jobId) ?? [];
  const fresh = last === known.length ? [] : await readEvents(db, jobId, known.length, transaction);
  // What a transaction reads may be its own, and be undone: its caller remembers it once it is kept.
  if (fresh.length > 0 && transaction === null) rememberLog(jobId, [...known, ...fresh]);
  // A list of the caller's own: what is appended to it is not kept before the transaction is.
  return [...known, ...fresh];
}

/** A job's row with what says by which figures it is judged: its machine's book, and the version of the shop's figures. */
export type JobAtBench = Pick<JobRow, "id" | "number" | "machineId" | "procedureHash" | "lastNumber" | "openedAt"> & {
  bookId: string | null;
  year: number | null;
  serial: string;
  shopVersion: number | null;
  /** The works of it besides a first one without a place, as they were added; null where there are none. */
  works: string | null;
  /** How much of it was not taken and is not settled: mostly nothing, and then nothing is looked for. */
  strays: number;
};

/** One look at the database for some jobs, under a lock where they are about to be written to. */
export function jobsAtBench(db: Database, jobIds: readonly string[], transaction: At): Promise<JobAtBench[]> {
  return db.sequelize.query<JobAtBench>(
    `SELECT j.id, j.number, j.machineId, j.procedureHash, j.lastNumber, j.openedAt, m.bookId, m.year, m.serial,
      (SELECT value FROM counters WHERE name = '${SHOP_VERSION}') AS shopVersion,
      (SELECT GROUP_CONCAT(CONCAT_WS(' ', w.work, w.procedureHash, w.dropped, w.position) ORDER BY w.work
        SEPARATOR '\n') FROM job_works w WHERE w.jobId = j.id) AS works,
      (SELECT COUNT(*) FROM strays s WHERE s.jobId = j.id AND s.settledAt IS NULL) AS strays
      FROM jobs j JOIN machines m ON m.id = j.machineId WHERE j.id IN (:jobIds)${transaction ? " FOR UPDATE" : ""}`,
    { type: QueryTypes.SELECT, replacements: { jobIds }, transaction },
  );
}

export async function jobAtBench(db: Database, jobId: string, transaction: At): Promise<JobAtBench> {
  const [job] = await jobsAtBench(db, [jobId], transaction);
  if (!job) throw notFound("job");
  return job;
}

/** A work as one look at the database tells it: its id, its procedure's hash, whether it was dropped, and its place. */
function workIn(told: string): { work: string; hash: string; dropped: boolean; position: string | null } {
  const [work = "", hash = "", dropped, ...position] = told.split(" ");
  return { work, hash, dropped: dropped === "1", position: position.length === 0 ? null : position.join(" ") };
}

/** The works of a job with their procedures, in the order they were added. */
export async function worksAsked(
  db: Database,
  { works, procedureHash }: Pick<JobAtBench, "works" | "procedureHash">,
  transaction: At,
): Promise<[WorkAsked, ...WorkAsked[]]> {
  const rows = works === null ? [] : works.split("\n").map(workIn);
  const of = async (row: (typeof rows)[number]): Promise<WorkAsked> => ({
    ...{ id: row.work, procedure: await procedureByHash(db, row.hash, transaction), position: row.position },
    ...(row.dropped ? { dropped: true } : {}),
  });
  const plain = { work: FIRST_WORK, hash: procedureHash, position: null, dropped: false };
  const first = await of(rows.find(({ work }) => work === FIRST_WORK) ?? plain);
  const further: WorkAsked[] = [];
  for (const row of rows.filter(({ work }) => work !== FIRST_WORK)) {
    further.push(await of(row));
  }
  return [first, ...further];
}

/** Benches made before, so that the same figures are the same object and what was worked out of them is found again. */
const benches = new WeakMap<ShopFigures, Map<string, Bench>>();

/** Everything the job's events are judged by, as the shop has it now. */
export async function benchOf(db: Database, job: JobAtBench, transaction: At): Promise<Bench> {
  const figures = await figuresOf(db, job, job.shopVersion ?? 0, transaction);
  const own = benches.get(figures) ?? new Map<string, Bench>();
  benches.set(figures, own);
  const key = `${job.procedureHash} ${job.works ?? ""}`;
  const known = own.get(key);
  if (known) return known;
  const works = await worksAsked(db, job, transaction);
  const alone = works.length === 1 && works[0].position === null;
  const laid = alone ? { procedure: works[0].procedure } : joined(works);
  const asked = figuresAsked(laid.procedure).map(({ key }) => key);
  const { here, elsewhere } = specsAt(figures.specs, asked);
  const specs = [...figures.specs, ...here];
  const otherBuilds = [...figures.otherBuilds, ...elsewhere];
  const bench = { ...laid, ...figures, specs, otherBuilds, procedure: placesNamed(laid.procedure, specs) };
  own.set(key, bench);
  return bench;
}
