import { randomUUID } from "node:crypto";
import { type Actor, fold, lastingStep, walk } from "@averin/core";
import type { z } from "zod";
import type { Database } from "../database.ts";
import { jobById } from "../jobs/read.ts";
import { notFound, Refused } from "../refused.ts";
import { MOST_OF_A_MODEL } from "./read.ts";
import type { stepToolSchema } from "./schema.ts";

/**
 * Keeps a tool that was noted at a step of a job: it comes back there at the next job on a machine of the same model.
 * Errors: not found; unsupported where the job has no such step; missing where its machine's model has no book; conflict
 * where the same is noted there already, and where one model has too many.
 */
export async function noteStepTool(db: Database, said: z.infer<typeof stepToolSchema>, by: Actor): Promise<void> {
  const { bench, events } = await jobById(db, said.job);
  const state = fold(events);
  if (!walk(bench, state).some(({ id }) => id === said.task)) throw notFound("step");
  if (said.photo !== "" && !state.photos.some(({ body }) => body.photo === said.photo)) throw notFound("photo");
  const job = await db.jobs.findByPk(said.job);
  const machine = await db.machines.findByPk((job?.get("machineId") as string | undefined) ?? "");
  const bookId = machine?.get("bookId");
  if (typeof bookId !== "string") {
    const message = "This machine's model has no book to keep it in: enter a figure of it first.";
    throw new Refused(422, { code: "missing", path: "words", message });
  }
  const { task, procedures } = lastingStep(bench, said.task);
  const procedureId = procedures[0] ?? bench.procedure.id;
  await db.write(async (transaction) => {
    const known = await db.stepTools.findAll({ where: { bookId }, transaction, lock: transaction.LOCK.UPDATE });
    const no = (message: string) => new Refused(409, { code: "conflict", path: "words", message });
    const twin = known.find(
      (row) => row.get("task") === task && (row.get("words") as string).toLowerCase() === said.words.toLowerCase(),
    );
    if (twin) throw no(`It is noted at this step already, by ${twin.get("byName") as string}.`);
    if (known.length >= MOST_OF_A_MODEL) {
      throw no(`${MOST_OF_A_MODEL} are noted for this model: take one away first, in the list of gauges and wrenches.`);
    }
    const photo = said.photo === "" ? null : said.photo;
    await db.stepTools.create(
      {
        ...{ id: randomUUID(), bookId, procedureId, task, words: said.words, byName: by.name, at: new Date() },
        ...{ photoJobId: photo === null ? null : said.job, photoId: photo },
      },
      { transaction },
    );
  });
}

/** Takes away what was noted at a step. Errors: not found. */
export async function dropStepTool(db: Database, id: string): Promise<void> {
  await db.write(async (transaction) => {
    const row = await db.stepTools.findByPk(id, { transaction });
    if (!row) throw notFound("tool");
    await row.destroy({ transaction });
  });
}
