import { randomUUID } from "node:crypto";
import {
  type Actor,
  type Bench,
  type Body,
  complete,
  countsNeeded,
  draftSchema,
  eventSchema,
  fold,
  type JobEvent,
  type RefusalData,
  summarise,
  type Summary,
  walk,
} from "@averin/core";
import { type Model, type ModelStatic, Op, type Transaction, type WhereOptions } from "sequelize";
import type { MakeNullishOptional } from "sequelize/types/utils";
import { z } from "zod";
import {
  type Database,
  type FitRow,
  type JobEventRow,
  type JobRow,
  type ReadingRow,
  type TorqueRow,
} from "../database.ts";
import { notFound, Refused } from "../refused.ts";
import { addMachine, newMachineSchema } from "./machines.ts";
import { photosKept } from "./photos.ts";
import { gaugesOf, partsOfBook, presetsOf, procedureByHash, procedureForBuild, specsOf, wrenchesOf } from "./shop.ts";

export const intakeSchema = z.strictObject({
  machine: z.union([z.strictObject({ id: z.string().min(1).max(36) }), newMachineSchema]),
  meter: z.number().min(0).max(10_000_000),
  meterGoesBack: z.boolean().default(false),
  complaint: z.string().trim().min(1).max(500),
  symptom: z.enum([
    "slips under load",
    "drags",
    "judders at take-off",
    "lever play run out",
    "burnt smell",
    "known age",
  ]),
});
export type Intake = z.input<typeof intakeSchema>;

export const appendSchema = z.strictObject({
  after: z.int().min(0),
  events: z
    .array(z.strictObject({ id: z.uuid(), draft: draftSchema }))
    .min(1)
    .max(60),
});

const asEvent = (row: JobEventRow): JobEvent =>
  eventSchema.parse({ id: row.id, number: row.number, at: row.at.toISOString(), by: row.by, body: row.body });

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

async function eventsOf(db: Database, jobId: string, transaction?: Transaction): Promise<JobEvent[]> {
  const known = readLogs.get(jobId) ?? [];
  const fresh = await readEvents(db, jobId, known.length, transaction);
  if (fresh.length > 0) rememberLog(jobId, [...known, ...fresh]);
  // A list of the caller's own: what is appended to it is not kept before the transaction is.
  return [...known, ...fresh];
}

/** Everything the job's events are judged by, as the shop has it now. */
async function benchOf(db: Database, job: JobRow, transaction?: Transaction): Promise<Bench> {
  const machine = (await db.machines.findByPk(job.machineId, { transaction: transaction ?? null }))?.get({
    plain: true,
  });
  const bookId = machine?.bookId ?? null;
  return {
    procedure: await procedureByHash(db, job.procedureHash, transaction),
    specs: await specsOf(db, bookId, transaction),
    gauges: await gaugesOf(db, transaction),
    wrenches: await wrenchesOf(db, transaction),
    parts: await partsOfBook(db, bookId, transaction),
    presets: await presetsOf(db, transaction),
  };
}

type Derived = { readings: ReadingRow[]; fits: FitRow[]; torques: TorqueRow[]; summary: Summary; lastNumber: number };

/** The read tables' rows for a job, worked out from its log. */
function derive(bench: Bench, jobId: string, events: readonly JobEvent[]): Derived {
  const state = fold(events);
  const readings: ReadingRow[] = [];
  const fits: FitRow[] = [];
  const torques: TorqueRow[] = [];
  for (const { id: eventId, body } of events) {
    if (state.struck.has(eventId)) continue;
    if (body.type === "reading_taken") {
      const { point, item, place, phase, text: typed, unit, value, valueInBase, gauge } = body;
      readings.push({ eventId, jobId, point, item, place, phase, typed, unit, value, valueInBase, gaugeId: gauge.id });
    } else if (body.type === "part_fitted") {
      fits.push({ eventId, jobId, entry: body.entry, item: body.item, facing: body.facing });
    } else if (body.type === "torque_applied") {
      const { entry, place, pass, text: typed, valueNm, wrench } = body;
      torques.push({ eventId, jobId, entry, place, pass, typed, valueNm, wrenchId: wrench.id });
    }
  }
  return {
    readings,
    fits,
    torques,
    summary: summarise(bench, state, walk(bench, state)),
    lastNumber: state.lastNumber,
  };
}

const summaryRow = (jobId: string, { summary, lastNumber }: Derived) => ({
  jobId,
  stage: summary.stage,
  next: summary.next,
  openCount: summary.open,
  lastNumber,
  needs: summary.needs,
  clocks: summary.clocks,
  stopText: summary.stop,
  sinceAt: summary.since === "" ? null : new Date(summary.since),
  lastBy: summary.by,
});

/** Brings the read tables in line with the log after `fresh` lines, within the same transaction. */
async function project(
  db: Database,
  bench: Bench,
  jobId: string,
  events: JobEvent[],
  fresh: JobEvent[],
  transaction: Transaction,
): Promise<void> {
  const derived = derive(bench, jobId, events);
  const ids = new Set(fresh.map((event) => event.id));
  const added = <Row extends { eventId: string }>(rows: Row[]): Row[] => rows.filter((row) => ids.has(row.eventId));
  await db.readings.bulkCreate(added(derived.readings), { transaction });
  await db.fits.bulkCreate(added(derived.fits), { transaction });
  await db.torques.bulkCreate(added(derived.torques), { transaction });
  const gone = fresh.flatMap(({ body }) => (body.type === "struck" ? [body.event] : []));
  if (gone.length > 0) {
    await db.readings.destroy({ where: { eventId: gone }, transaction });
    await db.fits.destroy({ where: { eventId: gone }, transaction });
    await db.torques.destroy({ where: { eventId: gone }, transaction });
  }
  await db.summaries.upsert(summaryRow(jobId, derived), { transaction });
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
      body: event.body,
    })),
    { transaction },
  );
}

/** Takes a machine in and opens its job; the first line of the log says what it began with. */
export async function openJob(
  db: Database,
  intake: z.infer<typeof intakeSchema>,
  by: Actor,
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
    const lastValue = last ? (last.get("value") as number) : null;
    if (lastValue !== null && intake.meter < lastValue && !intake.meterGoesBack) {
      throw new Refused(409, {
        code: "conflict",
        path: "meter",
        message: `The meter stood at ${lastValue} ${machine.meterUnit} last time. Put it right, or say that the meter was changed.`,
      });
    }
    const found = await procedureForBuild(db, machine.build);
    if (!found) {
      throw new Refused(422, {
        code: "unsupported",
        path: "machine",
        message: `No procedure for a ${machine.build} build is on file yet.`,
      });
    }
    const specs = await specsOf(db, machine.bookId, transaction);
    const counts: Record<string, number> = {};
    for (const [part, count] of countsNeeded(found.procedure)) {
      const spec = typeof count === "number" ? null : specs.find((s) => s.key === count.spec);
      if (typeof count !== "number" && spec?.kind !== "count") {
        throw new Refused(422, {
          code: "missing",
          path: "machine",
          message: `The model's book does not say how many: ${count.spec}. Enter it first.`,
        });
      }
      counts[part] = typeof count === "number" ? count : spec?.kind === "count" ? spec.count : 1;
    }
    await db.counters.findOrCreate({ where: { name: "jobs" }, defaults: { name: "jobs", value: 400 }, transaction });
    const counter = await db.counters.findByPk("jobs", { transaction, lock: transaction.LOCK.UPDATE });
    if (!counter) throw new Error("the job counter is missing");
    const next = (counter.get("value") as number) + 1;
    await counter.update({ value: next }, { transaction });

    const job: JobRow = {
      id: randomUUID(),
      number: `T-${String(next).padStart(4, "0")}`,
      machineId: machine.id,
      procedureHash: found.hash,
      lastNumber: 1,
      openedAt: new Date(),
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
    const body: Body = {
      type: "job_opened",
      complaint: intake.complaint,
      symptom: intake.symptom,
      machine: {
        id: machine.id,
        maker: machine.maker,
        model: machine.model,
        year: machine.year,
        mark: machine.mark,
        build: machine.build,
      },
      owner: { name: owner.name, contact: owner.contact },
      meter: { unit: machine.meterUnit as "h" | "mi" | "km", value: intake.meter },
      procedure: { id: found.procedure.id, version: found.procedure.version, hash: found.hash },
      counts,
    };
    const event: JobEvent = { id: randomUUID(), number: 1, at: job.openedAt.toISOString(), by, body };
    await insert(db, job.id, [event], transaction);
    await project(db, await benchOf(db, job, transaction), job.id, [event], [event], transaction);
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
  return db.write(async (transaction) => {
    const job = (await db.jobs.findByPk(jobId, { transaction, lock: transaction.LOCK.UPDATE }))?.get({ plain: true });
    if (!job) throw notFound("job");
    const bench = await benchOf(db, job, transaction);
    const events = await eventsOf(db, jobId, transaction);
    const known = new Set(events.map((event) => event.id));
    const at = (now ?? new Date()).toISOString();
    const fresh: JobEvent[] = [];
    const photos = request.events.flatMap(({ draft }) => (draft.type === "photo_taken" ? [draft.photo] : []));
    const pictures = photos.length === 0 ? new Set<string>() : await photosKept(db, jobId, photos);
    for (const { id, draft } of request.events) {
      if (known.has(id)) continue;
      if (draft.type === "photo_taken" && !pictures.has(draft.photo)) {
        throw new Refused(422, {
          code: "missing",
          path: "photo",
          message: "The picture itself has not come yet: send it first.",
        });
      }
      const answer = complete(bench, fold(events), draft, by);
      if (!answer.ok) throw new Refused(422, answer.error satisfies RefusalData);
      const event: JobEvent = { id, number: events.length + 1, at, by, body: answer.value };
      events.push(event);
      fresh.push(event);
      known.add(id);
    }
    if (fresh.length > 0) {
      await insert(db, jobId, fresh, transaction);
      await db.jobs.update({ lastNumber: events.length }, { where: { id: jobId }, transaction });
      await project(db, bench, jobId, events, fresh, transaction);
    }
    return { kept: events.filter((event) => event.number > request.after) };
  });
}

export async function eventsAfter(db: Database, jobId: string, after: number): Promise<JobEvent[]> {
  if ((await db.jobs.count({ where: { id: jobId } })) === 0) throw notFound("job");
  return readEvents(db, jobId, after);
}

/** The number of a job's last line, or null where there is no such job: what a feed looks at. */
export async function lastNumberOf(db: Database, jobId: string): Promise<number | null> {
  const row = await db.jobs.findByPk(jobId, { attributes: ["lastNumber"] });
  return row ? (row.get("lastNumber") as number) : null;
}

export type OpenedJob = { id: string; number: string; bench: Bench; events: JobEvent[] };

export async function jobById(db: Database, jobId: string): Promise<OpenedJob> {
  const job = (await db.jobs.findByPk(jobId))?.get({ plain: true });
  if (!job) throw notFound("job");
  return { id: job.id, number: job.number, bench: await benchOf(db, job), events: await eventsOf(db, jobId) };
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

/** All jobs from the read tables, newest first, released ones last. */
export async function jobLines(db: Database): Promise<JobLine[]> {
  const jobs = (await db.jobs.findAll({ order: [["openedAt", "DESC"]] })).map((row) => row.get({ plain: true }));
  const summaries = new Map(
    (await db.summaries.findAll()).map((row) => [row.get("jobId") as string, row.get({ plain: true })]),
  );
  const machines = new Map(
    (await db.machines.findAll()).map((row) => [row.get("id") as string, row.get({ plain: true })]),
  );
  const owners = new Map(
    (await db.owners.findAll()).map((row) => [row.get("id") as string, row.get("name") as string]),
  );
  const lines = jobs.map((job): JobLine => {
    const machine = machines.get(job.machineId);
    const summary = summaries.get(job.id);
    return {
      id: job.id,
      number: job.number,
      machine: machine ? `${machine.maker} ${machine.model}` : "",
      mark: machine?.mark ?? "",
      owner: owners.get(machine?.ownerId ?? "") ?? "",
      stage: summary?.stage ?? "",
      next: summary?.next ?? "",
      open: summary?.openCount ?? 0,
      needs: summary?.needs ?? "",
      clocks: clocksSchema.parse(summary?.clocks ?? []),
      stop: summary?.stopText ?? null,
      since: (summary?.sinceAt ?? job.openedAt).toISOString(),
      by: summary?.lastBy ?? "",
    };
  });
  return [...lines.filter((line) => line.stage !== "released"), ...lines.filter((line) => line.stage === "released")];
}

const stable = (rows: readonly object[]): string =>
  JSON.stringify(rows.map((row) => Object.entries(row).sort(([a], [b]) => a.localeCompare(b))).sort());

/** Derives every job's read tables again from its log, writes them, and says in a sentence where they differed. */
export async function rebuildReadTables(db: Database): Promise<{ jobs: number; differences: string[] }> {
  const differences: string[] = [];
  const jobs = (await db.jobs.findAll({ order: ["number"] })).map((row) => row.get({ plain: true }));
  for (const { id: jobId, number } of jobs) {
    await db.write(async (transaction) => {
      const job = (await db.jobs.findByPk(jobId, { transaction, lock: transaction.LOCK.UPDATE }))?.get({ plain: true });
      if (!job) throw notFound("job");
      const derived = derive(await benchOf(db, job, transaction), jobId, await eventsOf(db, jobId, transaction));
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
      await putRight("job_summaries", db.summaries, [summaryRow(jobId, derived)]);
    });
  }
  return { jobs: jobs.length, differences };
}
