import {
  acceptOpening,
  type Actor,
  complete,
  type Draft,
  fold,
  foldOn,
  type JobEvent,
  type RefusalData,
  rememberedFigures,
  type Typed,
  wrongTogether,
} from "@averin/core";
import { randomUUID } from "node:crypto";
import { z } from "zod";
import { specsOf } from "../books/read.ts";
import { keepLook } from "../board/store.ts";
import { rememberFigures } from "../books/store.ts";
import type { Database, JobRow, Tx } from "../database.ts";
import { keepComplaints } from "../parts/complaints.ts";
import { keepSpares } from "../machines/spares.ts";
import { addMachine, keepRechecks } from "../machines/store.ts";
import { proceduresFor } from "../procedures/read.ts";
import { notFound, Refused } from "../refused.ts";
import { benchOf, eventsOf, jobAtBench, rememberLog } from "./log.ts";
import { refuseCovering } from "./meanwhile.ts";
import { keepMeters, metersAnew, metersRead } from "./meters.ts";
import { photosKept } from "./photos.ts";
import { appendSchema, intakeSchema } from "./schema.ts";
import { straysOpen } from "./strays.ts";
import { symptomsSaid } from "../symptoms/read.ts";
import { insert, project, projectWorks } from "./tables.ts";
import { addWithin } from "./works.ts";

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
        ? (await db.machines.findByPk(intake.machine.id, { transaction }))?.get({
            plain: true,
          })
        : await addMachine(db, intake.machine, transaction);
    if (!machine) throw notFound("machine");
    const owner = (await db.owners.findByPk(machine.ownerId, { transaction }))?.get({ plain: true });
    if (!owner) throw new Error(`machine ${machine.id} has no owner`);
    const { id, maker, model, year, mark, build, bookId, serial } = machine;
    const { specs } = await specsOf(db, { machineId: id, bookId, year, serial }, transaction);
    const { symptoms, unknown } = await symptomsSaid(db, intake.symptoms, machine.builds, transaction);
    if (unknown.length > 0) {
      const message = `Nothing is on file as “${unknown.join("”, “")}” for such a machine: choose again.`;
      throw new Refused(422, { code: "unsupported", path: "symptoms", message });
    }
    const answer = acceptOpening(
      {
        machine: { id, maker, model, year, mark, build },
        owner: { name: owner.name, contact: owner.contact },
        ...(await metersRead(db, machine, intake, { transaction })),
        complaint: intake.complaint,
        symptom: intake.symptom,
        symptoms,
        procedure: intake.procedure ?? null,
        position: intake.position,
      },
      await proceduresFor(db, machine.builds, transaction),
      specs,
    );
    if (!answer.ok) throw new Refused(answer.error.code === "conflict" ? 409 : 422, answer.error);
    const body = answer.value;
    // Made where there is none, and held for oneself at once: who shares it first and then wants it alone waits for others who do.
    const held = "INSERT INTO counters (name, value) VALUES ('jobs', 400) ON DUPLICATE KEY UPDATE value = value";
    await db.sequelize.query(held, { transaction });
    const counter = await db.counters.findByPk("jobs", { transaction, lock: transaction.LOCK.UPDATE });
    if (!counter) throw new Error("the job counter is missing");
    const next = (counter.get("value") as number) + 1;
    await counter.update({ value: next }, { transaction });
    // Held from here on: it is not retired while its job is being opened.
    const still = await db.machines.findByPk(machine.id, { transaction, lock: transaction.LOCK.SHARE });
    if (still?.get("retiredAt") !== null) {
      const message = `${machine.mark} is retired: say on its page that it is in use again, then take it in.`;
      throw new Refused(409, { code: "conflict", path: "machine", message });
    }

    const job: JobRow = {
      id: randomUUID(),
      number: `T-${String(next).padStart(4, "0")}`,
      machineId: machine.id,
      ownerId: owner.id,
      procedureHash: body.procedure.hash,
      lastNumber: 1,
      openedAt: now ?? new Date(),
      intakeId: intake.id ?? null,
    };
    await db.jobs.create(job, { transaction });
    await keepMeters(db, job, body, transaction);
    const event: JobEvent = { id: randomUUID(), number: 1, at: job.openedAt.toISOString(), by, body };
    await insert(db, job.id, [event], transaction);
    await projectWorks(db, job.id, fold([event]), transaction);
    const bench = await benchOf(db, await jobAtBench(db, job.id, transaction), transaction);
    await project(db, bench, job.id, fold([event]), [event], transaction);
    for (const work of intake.works) await addWithin(db, job.id, work, by, transaction, job.openedAt);
    const planned: Draft[] = [
      ...(intake.agreed === null
        ? []
        : [
            {
              ...{ type: "sum_agreed" as const, name: owner.name || "the owner", by: "counter" as const },
              ...{ words: "when it was taken in", sum: intake.agreed },
            },
          ]),
      ...(intake.promised === null ? [] : [{ type: "job_promised" as const, on: intake.promised }]),
      // By its id alone: the name is the shop's to fill in.
      ...(intake.assigned === null ? [] : [{ type: "job_assigned" as const, to: { id: intake.assigned, name: "-" } }]),
    ];
    if (planned.length > 0) {
      const events = planned.map((draft) => ({ id: randomUUID(), draft }));
      await appendWithin(db, job.id, { events }, by, transaction, job.openedAt);
    }
    return { id: job.id, number: job.number };
  });
}

/** A draft with the name of whom it speaks of as the shop has it: somebody who works here. */
async function named(db: Database, draft: Draft, transaction: Tx): Promise<Draft> {
  if (draft.type !== "job_assigned" || draft.to === null) return draft;
  const person = (await db.people.findByPk(draft.to.id, { transaction }))?.get({ plain: true });
  if (!person || person.leftAt !== null) {
    throw new Refused(422, {
      code: "unsupported",
      path: "to",
      message: "Nobody of that name works here: choose again.",
    });
  }
  return { ...draft, to: { id: person.id, name: person.name } };
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
  const events = await db.write((transaction) => appendWithin(db, jobId, request, by, transaction, now ?? new Date()));
  // Only now are they kept for good.
  rememberLog(jobId, events);
  const sent = new Set(request.events.map(({ id }) => id));
  const { after } = request;
  return { kept: events.filter((event) => (after === undefined ? sent.has(event.id) : event.number > after)) };
}

/** Appends lines within a transaction; answers with the whole log. */
export async function appendWithin(
  db: Database,
  jobId: string,
  request: z.infer<typeof appendSchema>,
  by: Actor,
  transaction: Tx,
  came: Date,
): Promise<JobEvent[]> {
  const job = await jobAtBench(db, jobId, transaction);
  const bench = await benchOf(db, job, transaction);
  const before = await eventsOf(db, jobId, job.lastNumber, transaction);
  const strays = job.strays === 0 ? [] : await straysOpen(db, jobId, transaction);
  let state = fold(before, strays);
  const known = new Set(before.map((event) => event.id));
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
    refuseCovering(bench.procedure, state, draft, by, { after: request.after, typedAt: typed?.at });
    const answer = complete(bench, state, await named(db, draft, transaction), by);
    if (!answer.ok) throw new Refused(422, answer.error satisfies RefusalData);
    const event: JobEvent = {
      ...{ id, number: state.events.length + 1, at, by, body: answer.value },
      ...(typed === null ? {} : { typed }),
    };
    state = foldOn(state, event);
    fresh.push(event);
    known.add(id);
  }
  const half = wrongTogether(bench, state, newly);
  if (half) throw new Refused(422, half);
  if (fresh.length > 0) {
    await insert(db, jobId, fresh, transaction);
    await db.jobs.update({ lastNumber: state.events.length }, { where: { id: jobId }, transaction });
    const relaid = fresh.some(({ body }) => body.type === "work_dropped");
    if (relaid) await projectWorks(db, jobId, state, transaction);
    const laidOut = relaid ? await benchOf(db, await jobAtBench(db, jobId, transaction), transaction) : bench;
    await project(db, laidOut, jobId, state, fresh, transaction);
    const where = { jobId, machineId: job.machineId, bench: laidOut };
    await keepRechecks(db, where, fresh, state, transaction);
    await keepSpares(db, where, fresh, state, transaction);
    await keepComplaints(db, where, fresh, state, transaction);
    const ended = fresh.some(({ body }) => body.type === "job_released" || body.type === "job_handed_back");
    if (ended || fresh.some(({ body }) => body.type === "finding_recorded")) {
      await keepLook(db, { machineId: job.machineId, jobId, bench: laidOut, state, by, at: came, ended }, transaction);
    }
    if (fresh.some(({ body }) => body.type === "job_cancelled" || body.type === "job_reopened")) {
      await metersAnew(db, job, state, transaction);
      if (state.released !== null) await db.machineLooks.destroy({ where: { jobId }, transaction });
    }
    if (ended) {
      await rememberFigures(db, job, rememberedFigures(bench, state), by, transaction);
    }
  }
  return [...state.events];
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
