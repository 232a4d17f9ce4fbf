import {
  type Bench,
  EVENT_FORMAT,
  FIRST_WORK,
  fold,
  type JobEvent,
  type JobState,
  jobTitle,
  newWith,
  summarise,
  tellsWords,
  wordsOf,
  worksOf,
} from "@averin/core";
import { type Model, type ModelStatic, QueryTypes, type WhereOptions } from "sequelize";
import type { MakeNullishOptional } from "sequelize/types/utils";
import type {
  Database,
  FitRow,
  JobCauseRow,
  JobOutcomeRow,
  JobWorkRow,
  ReadingRow,
  TorqueRow,
  Tx,
} from "../database.ts";
import { benchOf, eventsOf, jobAtBench, jobsAtBench, readEvents } from "./log.ts";
import { straysOpen } from "./strays.ts";

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
    promisedOn: summary.promised,
    assignedId: summary.assigned?.id ?? null,
    assignedName: summary.assigned?.name ?? null,
  };
}

/** The works of a job by its log, as far as its first line alone does not say them. */
function workRows(jobId: string, { opened, added, dropped }: JobState): JobWorkRow[] {
  const row = (work: string, hash: string, position: string | null): JobWorkRow => ({
    ...{ jobId, work, procedureHash: hash, position, dropped: dropped.has(work) },
  });
  const further = [...added].map(([work, { body }]) => row(work, body.procedure.hash, body.position));
  if (!opened || (opened.body.position === null && !dropped.has(FIRST_WORK))) return further;
  return [row(FIRST_WORK, opened.body.procedure.hash, opened.body.position), ...further];
}

const outcomeRows = (jobId: string, bench: Bench, state: JobState): JobOutcomeRow[] =>
  [...state.outcomes].map(([work, { body }]) => {
    const procedureId = worksOf(bench).find(({ id }) => id === work)?.of ?? bench.procedure.id;
    return { jobId, work, procedureId, how: body.how, roles: newWith(bench, state, work).join(",").slice(0, 2000) };
  });

const causeRows = (jobId: string, { causes }: JobState): JobCauseRow[] =>
  [...causes].map(([symptom, { body }]) => ({ jobId, symptom, suspect: body.suspect }));

/** Brings the works of a job in line with its log; the bench is laid out by them, so this comes before everything else. */
export async function projectWorks(db: Database, jobId: string, state: JobState, transaction: Tx): Promise<void> {
  const rows = workRows(jobId, state);
  if (rows.length > 0) await db.works.bulkCreate(rows, { updateOnDuplicate: ["dropped"], transaction });
}

const wordsRow = (jobId: string, bench: Bench, state: JobState) => ({
  ...{ jobId, work: jobTitle(bench, state).slice(0, 200), words: wordsOf(bench, state) },
});

/** Whether somebody writes in this job for the first time: who worked at it is among its words. */
const isFirstOf = ({ events }: JobState, { number, by }: JobEvent): boolean =>
  !events.some((earlier) => earlier.number < number && earlier.by.name === by.name);

/** Brings the read tables in line with the log after `fresh` lines, within the same transaction. */
export async function project(
  db: Database,
  bench: Bench,
  jobId: string,
  state: JobState,
  fresh: readonly JobEvent[],
  transaction: Tx,
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
  if (gone.length > 0 || fresh.some(({ body }) => body.type === "cause_said")) {
    await db.causes.destroy({ where: { jobId }, transaction });
    await db.causes.bulkCreate(causeRows(jobId, state), { transaction });
  }
  if (gone.length > 0 || fresh.some(({ body }) => body.type === "outcome_said")) {
    await db.outcomes.destroy({ where: { jobId }, transaction });
    await db.outcomes.bulkCreate(outcomeRows(jobId, bench, state), { transaction });
  }
  await db.summaries.upsert(summaryRow(jobId, bench, state), { transaction });
  if (fresh.some((event) => tellsWords(event.body) || isFirstOf(state, event)))
    await db.words.upsert(wordsRow(jobId, bench, state), { transaction });
}

export async function insert(db: Database, jobId: string, events: readonly JobEvent[], transaction: Tx): Promise<void> {
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

/** Brings a job's line on Today up to date after something beside its log changed. */
export async function summariseAnew(db: Database, jobId: string, transaction: Tx): Promise<void> {
  const job = await jobAtBench(db, jobId, transaction);
  const bench = await benchOf(db, job, transaction);
  const state = fold(await eventsOf(db, jobId, null, transaction), await straysOpen(db, jobId, transaction));
  await db.summaries.upsert(summaryRow(jobId, bench, state), { transaction });
}

/** So many jobs of an earlier version are given their words at a time. */
const AT_ONCE = 200;

/** Gives every job of an earlier version the words by which it is found; nothing is done where all have them. */
export async function fillWords(db: Database): Promise<void> {
  for (;;) {
    const without = await db.sequelize.query<{ id: string }>(
      `SELECT j.id FROM jobs j LEFT JOIN job_words w ON w.jobId = j.id WHERE w.jobId IS NULL LIMIT ${AT_ONCE}`,
      { type: QueryTypes.SELECT },
    );
    if (without.length === 0) return;
    const rows = [];
    for (const job of await jobsAtBench(
      db,
      without.map(({ id }) => id),
      null,
    )) {
      const state = fold(await readEvents(db, job.id, 0, null));
      rows.push(wordsRow(job.id, await benchOf(db, job, null), state));
    }
    await db.words.bulkCreate(rows, { ignoreDuplicates: true });
  }
}

/** Says of what came of works in jobs of an earlier version which parts had gone in new; nothing is done where all say it. */
export async function fillOutcomes(db: Database): Promise<void> {
  const without = await db.sequelize.query<{ jobId: string }>(
    "SELECT DISTINCT jobId FROM job_outcomes WHERE roles IS NULL",
    { type: QueryTypes.SELECT },
  );
  if (without.length === 0) return;
  for (const job of await jobsAtBench(
    db,
    without.map(({ jobId }) => jobId),
    null,
  )) {
    const rows = outcomeRows(job.id, await benchOf(db, job, null), fold(await readEvents(db, job.id, 0, null)));
    await db.outcomes.bulkCreate(rows, { updateOnDuplicate: ["roles"] });
  }
}

const stable = (rows: readonly object[]): string =>
  JSON.stringify(rows.map((row) => Object.entries(row).sort(([a], [b]) => a.localeCompare(b))).sort());

/** Derives every job's read tables again from its log, writes them, and says in a sentence where they differed. */
export async function rebuildReadTables(db: Database): Promise<{ jobs: number; differences: string[] }> {
  const differences: string[] = [];
  const jobs = (await db.jobs.findAll({ order: ["number"] })).map((row) => row.get({ plain: true }));
  for (const { id: jobId, number } of jobs) {
    await db.write(async (transaction) => {
      await jobAtBench(db, jobId, transaction);
      const events = await eventsOf(db, jobId, null, transaction);
      const state = fold(events, await straysOpen(db, jobId, transaction));
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
      await putRight("job_works", db.works, workRows(jobId, state));
      const derived = rowsOf(jobId, state, events);
      const bench = await benchOf(db, await jobAtBench(db, jobId, transaction), transaction);
      const summary = summaryRow(jobId, bench, state);
      await putRight("readings", db.readings, derived.readings);
      await putRight("fits", db.fits, derived.fits);
      await putRight("torques", db.torques, derived.torques);
      await putRight("job_outcomes", db.outcomes, outcomeRows(jobId, bench, state));
      await putRight("job_causes", db.causes, causeRows(jobId, state));
      await putRight("job_summaries", db.summaries, [summary]);
      await putRight("job_words", db.words, [wordsRow(jobId, bench, state)]);
    });
  }
  return { jobs: jobs.length, differences };
}
