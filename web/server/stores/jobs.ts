import { randomUUID } from "node:crypto";
import {
  acceptOpening,
  type Actor,
  type Bench,
  complete,
  draftSchema,
  EVENT_FORMAT,
  fold,
  type JobEvent,
  type JobState,
  wrongTogether,
  type RefusalData,
  STAGES,
  type Stray,
  readEvent,
  rememberedFigures,
  summarise,
  type Typed,
} from "@averin/core";
import { type Model, type ModelStatic, Op, QueryTypes, type Transaction, type WhereOptions } from "sequelize";
import type { MakeNullishOptional } from "sequelize/types/utils";
import { z } from "zod";
import {
  type Database,
  fromJson,
  type FitRow,
  type JobEventRow,
  type JobRow,
  type ReadingRow,
  type TorqueRow,
} from "../database.ts";
import { notFound, Refused } from "../refused.ts";
import { keepRechecks } from "./rechecks.ts";
import { straysOpen } from "./strays.ts";
import { addMachine, newMachineSchema } from "./machines.ts";
import { photosKept } from "./photos.ts";
import {
  figuresOf,
  procedureByHash,
  proceduresFor,
  rememberFigures,
  SHOP_VERSION,
  type ShopFigures,
  specsOf,
} from "./shop.ts";

export const intakeSchema = z.strictObject({
  /** Made at the form: sent twice, the same job is answered. */
  id: z.uuid().optional(),
  machine: z.union([z.strictObject({ id: z.string().min(1).max(36) }), newMachineSchema]),
  meter: z.number().min(0).max(10_000_000),
  meterGoesBack: z.boolean().default(false),
  complaint: z.string().trim().min(1).max(500),
  /** The procedure by its id; may be left away where the machine has only one. */
  procedure: z.string().min(1).max(60).optional(),
  /** One of the procedure's own symptoms. */
  symptom: z.string().trim().min(1).max(80),
});
export type Intake = z.input<typeof intakeSchema>;

export const appendSchema = z.strictObject({
  /** The number of the last line that the screen has: what came since is answered too; without it only what was sent. */
  after: z.int().min(0).optional(),
  /** Who typed it, as the screen knows; refused where somebody else is signed in by now. */
  by: z.string().min(1).max(36).optional(),
  /** The browser's own clock when the lines were typed and when they were sent; only how far apart they are counts. */
  typedAt: z.iso.datetime().optional(),
  sentAt: z.iso.datetime().optional(),
  events: z
    .array(z.strictObject({ id: z.uuid(), draft: draftSchema }))
    .min(1)
    .max(60),
});

const asEvent = (row: JobEventRow): JobEvent =>
  readEvent({
    ...{ id: row.id, number: row.number, at: row.at.toISOString(), by: row.by, format: row.format, body: row.body },
    ...(row.typed == null ? {} : { typed: row.typed }),
  });

async function readEvents(db: Database, jobId: string, after: number, transaction?: Transaction): Promise<JobEvent[]> {
  const where = { jobId, number: { [Op.gt]: after } };
  const rows = await db.events.findAll({ where, order: ["number"], transaction: transaction ?? null });
  return rows.map((row) => asEvent(row.get({ plain: true })));
}

/**
 * Logs read before, by job. A log only grows and a line never changes, so what was read once holds for good; the rest is
 * read by number. Any process may hold any part of it, and none has to.
 */
const readLogs = new Map<string, readonly JobEvent[]>();
const MOST_LOGS = 64;

function rememberLog(jobId: string, events: readonly JobEvent[]): void {
  readLogs.delete(jobId);
  readLogs.set(jobId, events);
  for (const oldest of readLogs.keys()) {
    if (readLogs.size <= MOST_LOGS) return;
    readLogs.delete(oldest);
  }
}

/** A job's log up to a number, or to its end where none is given. */
async function eventsOf(
  db: Database,
  jobId: string,
  last: number | null,
  transaction?: Transaction,
): Promise<JobEvent[]> {
  const known = readLogs.get(jobId) ?? [];
  const fresh = last === known.length ? [] : await readEvents(db, jobId, known.length, transaction);
  if (fresh.length > 0) rememberLog(jobId, [...known, ...fresh]);
  // A list of the caller's own: what is appended to it is not kept before the transaction is.
  return [...known, ...fresh];
}

/** A job's row with what says by which figures it is judged: its machine's book, and the version of the shop's figures. */
type JobAtBench = Pick<JobRow, "id" | "number" | "machineId" | "procedureHash" | "lastNumber" | "openedAt"> & {
  bookId: string | null;
  shopVersion: number | null;
};

/** One look at the database for a job, under a lock where it is about to be written to. */
async function jobAtBench(db: Database, jobId: string, transaction?: Transaction): Promise<JobAtBench> {
  const rows = await db.sequelize.query<JobAtBench>(
    `SELECT j.id, j.number, j.machineId, j.procedureHash, j.lastNumber, j.openedAt, m.bookId,
      (SELECT value FROM counters WHERE name = '${SHOP_VERSION}') AS shopVersion
      FROM jobs j JOIN machines m ON m.id = j.machineId WHERE j.id = ?${transaction ? " FOR UPDATE" : ""}`,
    { type: QueryTypes.SELECT, replacements: [jobId], transaction: transaction ?? null },
  );
  const job = rows[0];
  if (!job) throw notFound("job");
  return job;
}

/** Benches made before, so that the same figures are the same object and what was worked out of them is found again. */
const benches = new WeakMap<ShopFigures, Map<string, Bench>>();

/** Everything the job's events are judged by, as the shop has it now. */
async function benchOf(db: Database, job: JobAtBench, transaction?: Transaction): Promise<Bench> {
  const figures = await figuresOf(db, job, job.shopVersion ?? 0, transaction);
  const own = benches.get(figures) ?? new Map<string, Bench>();
  benches.set(figures, own);
  const known = own.get(job.procedureHash);
  if (known) return known;
  const bench = { procedure: await procedureByHash(db, job.procedureHash, transaction), ...figures };
  own.set(job.procedureHash, bench);
  return bench;
}

type Rows = { readings: ReadingRow[]; fits: FitRow[]; torques: TorqueRow[] };

/** The read tables' rows of some lines, without the struck ones. */
function rowsOf(jobId: string, state: JobState, events: readonly JobEvent[]): Rows {
  const rows: Rows = { readings: [], fits: [], torques: [] };
  for (const { id: eventId, body } of events) {
    if (state.struck.has(eventId)) continue;
    if (body.type === "reading_taken") {
      const { point, item, place, phase, text: typed, unit, value, valueInBase, gauge } = body;
      rows.readings.push({
        ...{ eventId, jobId, point, item, place, phase, typed, unit, value, valueInBase },
        gaugeId: gauge.id,
      });
    } else if (body.type === "part_fitted") {
      rows.fits.push({ eventId, jobId, entry: body.entry, item: body.item, facing: body.facing });
    } else if (body.type === "torque_applied") {
      const { entry, place, pass, text: typed, valueNm, wrench } = body;
      rows.torques.push({ eventId, jobId, entry, place, pass, typed, valueNm, wrenchId: wrench.id });
    }
  }
  return rows;
}

function summaryRow(jobId: string, bench: Bench, state: JobState) {
  const summary = summarise(bench, state);
  return {
    jobId,
    stage: summary.stage,
    next: summary.next,
    openCount: summary.open,
    lastNumber: state.lastNumber,
    needs: summary.needs,
    clocks: summary.clocks,
    stopText: summary.stop,
    sinceAt: summary.since === "" ? null : new Date(summary.since),
    lastBy: summary.by,
  };
}

/** Brings the read tables in line with the log after `fresh` lines, within the same transaction. */
async function project(
  db: Database,
  bench: Bench,
  jobId: string,
  state: JobState,
  fresh: readonly JobEvent[],
  transaction: Transaction,
): Promise<void> {
  const { readings, fits, torques } = rowsOf(jobId, state, fresh);
  if (readings.length > 0) await db.readings.bulkCreate(readings, { transaction });
  if (fits.length > 0) await db.fits.bulkCreate(fits, { transaction });
  if (torques.length > 0) await db.torques.bulkCreate(torques, { transaction });
  const gone = fresh.flatMap(({ body }) => (body.type === "struck" ? [body.event] : []));
  if (gone.length > 0) {
    await db.readings.destroy({ where: { eventId: gone }, transaction });
    await db.fits.destroy({ where: { eventId: gone }, transaction });
    await db.torques.destroy({ where: { eventId: gone }, transaction });
  }
  await db.summaries.upsert(summaryRow(jobId, bench, state), { transaction });
}

async function insert(
  db: Database,
  jobId: string,
  events: readonly JobEvent[],
  transaction: Transaction,
): Promise<void> {
  await db.events.bulkCreate(
    events.map((event) => ({
      jobId,
      number: event.number,
      id: event.id,
      type: event.body.type,
      at: new Date(event.at),
      by: event.by,
      format: EVENT_FORMAT,
      body: event.body,
      typed: event.typed ?? null,
    })),
    { transaction },
  );
}

/** The job that an intake's form opened, or null: what a counter looks for when an answer was lost. */
export async function jobOfIntake(db: Database, intakeId: string): Promise<{ id: string; number: string } | null> {
  const row = (await db.jobs.findOne({ where: { intakeId } }))?.get({ plain: true });
  return row ? { id: row.id, number: row.number } : null;
}

/**
 * Takes a machine in and opens its job; the first line of the log says what it began with. An intake sent twice, even at
 * the same moment, opens one job and is answered twice.
 */
export async function openJob(
  db: Database,
  intake: z.infer<typeof intakeSchema>,
  by: Actor,
  /** When the machine came in; now, unless a shop's history is being filled in. */
  now?: Date,
): Promise<{ id: string; number: string }> {
  const known = intake.id === undefined ? null : await jobOfIntake(db, intake.id);
  if (known) return known;
  try {
    return await openOnce(db, intake, by, now);
  } catch (error) {
    if (intake.id === undefined || (error as Error).name !== "SequelizeUniqueConstraintError") throw error;
    const other = await jobOfIntake(db, intake.id);
    if (!other) throw error;
    return other;
  }
}

async function openOnce(
  db: Database,
  intake: z.infer<typeof intakeSchema>,
  by: Actor,
  now?: Date,
): Promise<{ id: string; number: string }> {
  return db.write(async (transaction) => {
    const machine =
      "id" in intake.machine
        ? (await db.machines.findByPk(intake.machine.id, { transaction }))?.get({ plain: true })
        : await addMachine(db, intake.machine, transaction);
    if (!machine) throw notFound("machine");
    const owner = (await db.owners.findByPk(machine.ownerId, { transaction }))?.get({ plain: true });
    if (!owner) throw new Error(`machine ${machine.id} has no owner`);
    const last = await db.meterReadings.findOne({
      where: { machineId: machine.id },
      order: [["readAt", "DESC"]],
      transaction,
    });
    const { specs } = await specsOf(db, { machineId: machine.id, bookId: machine.bookId }, transaction);
    const { id, maker, model, year, mark, build, meterUnit } = machine;
    const answer = acceptOpening(
      {
        machine: { id, maker, model, year, mark, build },
        owner: { name: owner.name, contact: owner.contact },
        meter: {
          unit: meterUnit as "h" | "mi" | "km",
          value: intake.meter,
          last: last ? (last.get("value") as number) : null,
          goesBack: intake.meterGoesBack,
        },
        complaint: intake.complaint,
        symptom: intake.symptom,
        procedure: intake.procedure ?? null,
      },
      await proceduresFor(db, machine.builds, transaction),
      specs,
    );
    if (!answer.ok) throw new Refused(answer.error.code === "conflict" ? 409 : 422, answer.error);
    const body = answer.value;
    // A plain insert: what makes a row where there is none by way of a savepoint loses it when others are turned away.
    await db.sequelize.query("INSERT IGNORE INTO counters (name, value) VALUES ('jobs', 400)", { transaction });
    const counter = await db.counters.findByPk("jobs", { transaction, lock: transaction.LOCK.UPDATE });
    if (!counter) throw new Error("the job counter is missing");
    const next = (counter.get("value") as number) + 1;
    await counter.update({ value: next }, { transaction });

    const job: JobRow = {
      id: randomUUID(),
      number: `T-${String(next).padStart(4, "0")}`,
      machineId: machine.id,
      procedureHash: body.procedure.hash,
      lastNumber: 1,
      openedAt: now ?? new Date(),
      intakeId: intake.id ?? null,
    };
    await db.jobs.create(job, { transaction });
    await db.meterReadings.create(
      {
        id: randomUUID(),
        machineId: machine.id,
        value: intake.meter,
        unit: machine.meterUnit,
        readAt: job.openedAt,
        jobId: job.id,
      },
      { transaction },
    );
    const event: JobEvent = { id: randomUUID(), number: 1, at: job.openedAt.toISOString(), by, body };
    await insert(db, job.id, [event], transaction);
    const bench = await benchOf(db, await jobAtBench(db, job.id, transaction), transaction);
    await project(db, bench, job.id, fold([event]), [event], transaction);
    return { id: job.id, number: job.number };
  });
}

export type Appended = { kept: JobEvent[] };

/**
 * Appends lines to a job's log: all of them or none. Under a lock on the job the log is folded, the core accepts or
 * refuses, and the read tables follow in the same transaction. A line sent twice is kept once and answered twice.
 */
export async function appendEvents(
  db: Database,
  jobId: string,
  request: z.infer<typeof appendSchema>,
  by: Actor,
  /** When the lines were typed; now, unless a shop's history is being filled in. */
  now?: Date,
): Promise<Appended> {
  if (request.by !== undefined && request.by !== by.id) {
    throw new Refused(409, {
      code: "conflict",
      path: "by",
      message: `${by.name} has taken over on this machine. What is typed here stays; sign in again to have it kept.`,
    });
  }
  const events = await db.write(async (transaction) => {
    const job = await jobAtBench(db, jobId, transaction);
    const bench = await benchOf(db, job, transaction);
    let events = await eventsOf(db, jobId, job.lastNumber, transaction);
    const strays = await straysOpen(db, jobId, transaction);
    let state = fold(events, strays);
    const known = new Set(events.map((event) => event.id));
    const came = now ?? new Date();
    const at = came.toISOString();
    const typed = typedOf(request, came, job.openedAt);
    const fresh: JobEvent[] = [];
    const newly = request.events.filter(({ id }) => !known.has(id)).map(({ draft }) => draft);
    const photos = request.events.flatMap(({ draft }) => (draft.type === "photo_taken" ? [draft.photo] : []));
    const pictures = photos.length === 0 ? new Set<string>() : await photosKept(db, jobId, photos, transaction);
    for (const { id, draft } of request.events) {
      if (known.has(id)) continue;
      if (draft.type === "photo_taken" && !pictures.has(draft.photo)) {
        throw new Refused(422, {
          code: "missing",
          path: "photo",
          message: "The picture itself has not come yet: send it first.",
        });
      }
      const answer = complete(bench, state, draft, by);
      if (!answer.ok) throw new Refused(422, answer.error satisfies RefusalData);
      const event: JobEvent = {
        ...{ id, number: events.length + 1, at, by, body: answer.value },
        ...(typed === null ? {} : { typed }),
      };
      events = [...events, event];
      fresh.push(event);
      known.add(id);
      state = fold(events, strays);
    }
    const half = wrongTogether(bench, state, newly);
    if (half) throw new Refused(422, half);
    if (fresh.length > 0) {
      await insert(db, jobId, fresh, transaction);
      await db.jobs.update({ lastNumber: events.length }, { where: { id: jobId }, transaction });
      await project(db, bench, jobId, state, fresh, transaction);
      await keepRechecks(db, { jobId, machineId: job.machineId }, fresh, state, transaction);
      if (fresh.some(({ body }) => body.type === "job_released")) {
        await rememberFigures(db, job, rememberedFigures(bench, state), by, transaction);
      }
    }
    return events;
  });
  // Only now are they kept for good.
  rememberLog(jobId, events);
  const sent = new Set(request.events.map(({ id }) => id));
  const { after } = request;
  return { kept: events.filter((event) => (after === undefined ? sent.has(event.id) : event.number > after)) };
}

/**
 * When lines were typed by the server's own clock: how long before they were sent, taken off when they came; so a browser
 * whose clock is wrong tells the same. Never after they came, never before the job was opened; where it would be, the
 * bound is kept and said.
 */
function typedOf({ typedAt, sentAt }: z.infer<typeof appendSchema>, came: Date, opened: Date): Typed | null {
  if (typedAt === undefined || sentAt === undefined) return null;
  const ms = came.getTime() - (Date.parse(sentAt) - Date.parse(typedAt));
  if (ms > came.getTime()) return { at: came.toISOString(), bound: "arrival" };
  if (ms < opened.getTime()) return { at: opened.toISOString(), bound: "opening" };
  return { at: new Date(ms).toISOString(), bound: null };
}

export async function eventsAfter(db: Database, jobId: string, after: number): Promise<JobEvent[]> {
  if ((await db.jobs.count({ where: { id: jobId } })) === 0) throw notFound("job");
  return readEvents(db, jobId, after);
}

/** How far some jobs are: the number of each one's last line, and a word that changes with what it could not take. */
export async function standingOf(db: Database, jobIds: readonly string[]): Promise<Map<string, Standing>> {
  const rows = await db.sequelize.query<{ id: string; last: number; strays: string }>(
    `SELECT j.id, j.lastNumber AS last,
      (SELECT CONCAT(COUNT(*), '/', COUNT(s.settledAt)) FROM strays s WHERE s.jobId = j.id) AS strays
      FROM jobs j WHERE j.id IN (:jobIds)`,
    { type: QueryTypes.SELECT, replacements: { jobIds } },
  );
  return new Map(rows.map(({ id, last, strays }) => [id, { last, strays }]));
}
export type Standing = { last: number; strays: string };

export type OpenedJob = { id: string; number: string; bench: Bench; events: JobEvent[]; strays: Stray[] };

export async function jobById(db: Database, jobId: string): Promise<OpenedJob> {
  const job = await jobAtBench(db, jobId);
  const [bench, events, strays] = [
    await benchOf(db, job),
    await eventsOf(db, jobId, null),
    await straysOpen(db, jobId),
  ];
  return { id: job.id, number: job.number, bench, events, strays };
}

/** Brings a job's line on Today up to date after something beside its log changed. */
export async function summariseAnew(db: Database, jobId: string, transaction: Transaction): Promise<void> {
  const job = await jobAtBench(db, jobId, transaction);
  const bench = await benchOf(db, job, transaction);
  const state = fold(await eventsOf(db, jobId, null, transaction), await straysOpen(db, jobId, transaction));
  await db.summaries.upsert(summaryRow(jobId, bench, state), { transaction });
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

const stable = (rows: readonly object[]): string =>
  JSON.stringify(rows.map((row) => Object.entries(row).sort(([a], [b]) => a.localeCompare(b))).sort());

/** Derives every job's read tables again from its log, writes them, and says in a sentence where they differed. */
export async function rebuildReadTables(db: Database): Promise<{ jobs: number; differences: string[] }> {
  const differences: string[] = [];
  const jobs = (await db.jobs.findAll({ order: ["number"] })).map((row) => row.get({ plain: true }));
  for (const { id: jobId, number } of jobs) {
    await db.write(async (transaction) => {
      const job = await jobAtBench(db, jobId, transaction);
      const events = await eventsOf(db, jobId, null, transaction);
      const state = fold(events, await straysOpen(db, jobId, transaction));
      const derived = rowsOf(jobId, state, events);
      const summary = summaryRow(jobId, await benchOf(db, job, transaction), state);
      const putRight = async <Row extends object>(
        name: string,
        model: ModelStatic<Model<Row>>,
        rows: Row[],
      ): Promise<void> => {
        const where = { jobId } as unknown as WhereOptions<Row>;
        const stored = (await model.findAll({ where, transaction })).map((row) => row.get({ plain: true }));
        if (stable(stored) === stable(rows)) return;
        differences.push(
          `${number}: ${name} held ${stored.length} rows that did not match the ${rows.length} of the log; put right.`,
        );
        await model.destroy({ where, transaction });
        await model.bulkCreate(rows as unknown as MakeNullishOptional<Row>[], { transaction });
      };
      await putRight("readings", db.readings, derived.readings);
      await putRight("fits", db.fits, derived.fits);
      await putRight("torques", db.torques, derived.torques);
      await putRight("job_summaries", db.summaries, [summary]);
    });
  }
  return { jobs: jobs.length, differences };
}
