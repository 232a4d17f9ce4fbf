import { type Actor, type Bench, complaintsOf, fold, isEvent, type JobEvent, type JobState } from "@averin/core";
import { randomUUID } from "node:crypto";
import { QueryTypes } from "sequelize";
import type { z } from "zod";
import type { ComplaintRow, Database, Tx } from "../database.ts";
import { jobById } from "../jobs/read.ts";
import { notFound, Refused } from "../refused.ts";
import { toldLine } from "../told.ts";
import { foundBy } from "../words.ts";
import type { complaintSaidSchema } from "./schema.ts";

/** What a complaint is before anybody passed it on, and where it is over. */
const NEW = "nobody told";
const OVER = ["settled", "taken back"];

const CONCERNS = ["trouble_met", "trouble_ended", "struck"] as const;

/**
 * Keeps what a job complains of in step with its lines. One that turned out to be right, or was struck, goes; where
 * somebody was told of it already, it stays with a line that says so.
 */
export async function keepComplaints(
  db: Database,
  { jobId, bench }: { jobId: string; bench: Bench },
  fresh: readonly JobEvent[],
  state: JobState,
  transaction: Tx,
): Promise<void> {
  const last = fresh.findLast((event) => CONCERNS.some((type) => isEvent(event, type)));
  if (!last) return;
  const stands = complaintsOf(bench, state);
  const kept = (await db.complaints.findAll({ where: { jobId }, transaction })).map((row) => row.get({ plain: true }));
  for (const { event, name, number, words, task } of stands) {
    const own = kept.find(({ id }) => id === event);
    if (own && own.state !== "taken back") continue;
    const met = state.troubles.met.find(({ id }) => id === event);
    if (!met) continue;
    const row = { id: event, jobId, name, number, words, task, at: new Date(met.at), byName: met.by.name };
    if (!own) await db.complaints.create({ ...row, state: NEW }, { transaction });
    else await say(db, event, { does: "told", words: "it stands again, by its job" }, last.by, transaction);
  }
  for (const { id, state: was } of kept) {
    if (stands.some(({ event }) => event === id) || was === "taken back") continue;
    if (was === NEW) await db.complaints.destroy({ where: { id }, transaction });
    else await say(db, id, { does: "taken back", words: "its job says that nothing was wrong" }, last.by, transaction);
  }
}

async function say(
  db: Database,
  complaintId: string,
  { does, words }: { does: string; words: string },
  by: Actor,
  transaction: Tx,
): Promise<void> {
  const line = { id: randomUUID(), complaintId, at: new Date(), byName: by.name, does, words };
  await db.complaintLines.create(line, { transaction });
  await db.complaints.update({ state: does }, { where: { id: complaintId }, transaction });
}

type Said = z.infer<typeof complaintSaidSchema>;

function wordsOf(said: Said): string {
  if (said.does === "told") return `${said.whom} (${said.how}): ${said.words}`;
  return said.does === "settled" ? `${said.how}, ${said.words}` : said.words;
}

/**
 * Keeps who was told of a bad part and how, what they answered, or how it was settled; told once more, it is open again.
 * Errors: not found; conflict where an answer is kept of what nobody was told, or one is settled twice.
 */
export async function sayOfComplaint(db: Database, id: string, said: Said, by: Actor): Promise<void> {
  await db.write(async (transaction) => {
    const row = await db.complaints.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    if (!row) throw notFound("complaint");
    const state = row.get("state") as string;
    const no = (message: string) => new Refused(409, { code: "conflict", path: "words", message });
    if (said.does === "answered" && state === NEW) {
      throw no("Nobody was told of it yet: keep first who was told, and how.");
    }
    if (said.does !== "told" && OVER.includes(state)) {
      throw no(`It is ${state} already. Where it goes on, keep who was told anew.`);
    }
    await say(db, id, { does: said.does, words: wordsOf(said) }, by, transaction);
  });
}

export type ComplaintLine = ComplaintRow & { mark: string; jobNumber: string };

/** So many complaints are listed at once. */
const MOST_COMPLAINTS = 200;

/** Complaints that every typed word is found in: those that are not over first, the oldest of them first. */
export async function complaintLines(
  db: Database,
  search: string,
): Promise<{ complaints: ComplaintLine[]; more: boolean }> {
  const { where, replacements } = foundBy("CONCAT_WS(' ', c.name, c.number, c.words, c.state, m.mark)", search);
  const rows = await db.sequelize.query<ComplaintLine>(
    `SELECT c.*, m.mark, j.number AS jobNumber FROM part_complaints c JOIN jobs j ON j.id = c.jobId
      JOIN machines m ON m.id = j.machineId ${where === "" ? "" : `WHERE ${where}`}
      ORDER BY c.state IN (:over), c.at LIMIT ${MOST_COMPLAINTS + 1}`,
    { type: QueryTypes.SELECT, replacements: { ...replacements, over: OVER } },
  );
  return { complaints: rows.slice(0, MOST_COMPLAINTS), more: rows.length > MOST_COMPLAINTS };
}

/** How many complaints are not over. */
export async function complaintsOpen(db: Database): Promise<number> {
  const rows = await db.sequelize.query<{ open: number }>(
    "SELECT COUNT(*) AS open FROM part_complaints WHERE state NOT IN (:over)",
    { type: QueryTypes.SELECT, replacements: { over: OVER } },
  );
  return rows[0]?.open ?? 0;
}

/** A complaint with its machine and job, what was tried in it, the pictures of its step, and what was done about it. */
export async function complaintById(db: Database, id: string) {
  const row = (await db.complaints.findByPk(id))?.get({ plain: true });
  if (!row) throw notFound("complaint");
  const job = (await db.jobs.findByPk(row.jobId))?.get({ plain: true });
  const machine = (await db.machines.findByPk(job?.machineId ?? ""))?.get({ plain: true });
  if (!job || !machine) throw notFound("complaint");
  const state = fold((await jobById(db, row.jobId)).events);
  const photos = state.photos
    .filter(({ body }) => body.task === row.task)
    .map(({ body: { photo, caption } }) => ({ photo, caption }));
  const tried = state.troubles.tried
    .filter(({ body }) => body.event === id)
    .map(({ body }) => `${body.says}: ${body.words}`);
  const ended = state.troubles.ended.findLast(({ body }) => body.event === id)?.body;
  const lines = await db.complaintLines.findAll({ where: { complaintId: id }, order: [["at", "DESC"]], limit: 60 });
  return {
    complaint: { ...row, at: row.at.toISOString(), over: OVER.includes(row.state) },
    machine: { id: machine.id, mark: machine.mark, model: `${machine.maker} ${machine.model}` },
    job: { id: job.id, number: job.number },
    ended: ended ? `${ended.says}, ${ended.words}` : null,
    ...{ photos, tried },
    lines: lines.map((line) => {
      const told = line.get({ plain: true });
      return toldLine({ ...told, words: `${told.does}: ${told.words}` });
    }),
  };
}
