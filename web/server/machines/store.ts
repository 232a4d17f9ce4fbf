import {
  type Actor,
  type Bench,
  type EventOf,
  isEvent,
  type JobEvent,
  type JobState,
  type Recheck,
  seenWell,
} from "@averin/core";
import { addDays } from "date-fns";
import { randomUUID } from "node:crypto";
import { Op, QueryTypes } from "sequelize";
import { addBook } from "../books/store.ts";
import type { BookRow, Database, MachineRow, RecheckRow, Tx } from "../database.ts";
import { notFound, Refused } from "../refused.ts";
import { ownerCalled } from "./changes.ts";
import { machineKindsOf } from "./kinds.ts";
import type { NewMachine } from "./schema.ts";

/** The book of a machine's model: the one that is meant, the one of that name, or a new one with nothing in it. */
async function bookFor(db: Database, machine: NewMachine, transaction: Tx): Promise<BookRow> {
  if ("book" in machine) {
    const book = (await db.books.findByPk(machine.book, { transaction }))?.get({ plain: true });
    if (!book) throw notFound("spec book");
    return book;
  }
  const { maker, model, kind: wanted } = machine;
  const [twin] = await db.sequelize.query<{ id: string }>(
    "SELECT id FROM spec_books WHERE LOWER(maker) = LOWER(:maker) AND LOWER(model) = LOWER(:model) LIMIT 1",
    { type: QueryTypes.SELECT, replacements: { maker, model }, transaction },
  );
  const known = twin && (await db.books.findByPk(twin.id, { transaction }))?.get({ plain: true });
  if (known) return known;
  const kinds = await machineKindsOf(db, transaction);
  const kind = kinds.find(({ id }) => id === wanted);
  if (!kind) {
    const message = `Say what it is: ${kinds.map(({ name }) => name).join(", ")}.`;
    throw new Refused(422, { code: "unsupported", path: "kind", message });
  }
  return addBook(db, { maker, model }, kind, transaction);
}

export async function addMachine(db: Database, machine: NewMachine, transaction: Tx): Promise<MachineRow> {
  const book = await bookFor(db, machine, transaction);
  const ownerId = await ownerCalled(db, machine.owner, transaction);
  const row: MachineRow = {
    id: randomUUID(),
    ownerId,
    bookId: book.id,
    maker: book.maker,
    model: book.model,
    year: machine.year,
    mark: machine.mark,
    build: book.build,
    builds: book.builds,
    ...{ meterUnit: machine.meterUnit, secondUnit: machine.secondUnit },
    ...{ serial: "", fleet: "", retiredAt: null },
  };
  await db.machines.create(row, { transaction });
  return row;
}

const SEEN_WELL = "seen well at a later job";
const SET_ANEW = "set anew by a later release";

/**
 * Keeps what a release leaves to be looked at again; each stands until somebody says that it was done, or until a later
 * release of the same machine sets the same.
 */
export async function keepRechecks(
  db: Database,
  { jobId, machineId, bench }: { jobId: string; machineId: string; bench: Bench },
  fresh: readonly JobEvent[],
  state: JobState,
  transaction: Tx,
): Promise<void> {
  if (fresh.some((event) => isEvent(event, "job_reopened"))) await withdraw(db, jobId, state, transaction);
  const released = fresh.find(
    (event): event is EventOf<"job_released" | "job_handed_back"> =>
      isEvent(event, "job_released") || isEvent(event, "job_handed_back"),
  );
  if (!released) return;
  const well = seenWell(bench, state);
  if (well.length > 0) {
    await db.rechecks.update(
      { doneBy: released.by.name, doneAt: new Date(released.at), note: SEEN_WELL },
      { where: { machineId, about: well, doneAt: null }, transaction },
    );
  }
  const rows = released.body.rechecks.map(({ id: about, what, due, days, unit }): RecheckRow => ({
    ...{ id: randomUUID(), jobId, machineId, about, what: what.slice(0, 300), dueMeter: due },
    dueUnit: unit ?? null,
    dueOn: days === null ? null : addDays(released.at, days),
    ...{ doneBy: null, doneAt: null, note: null },
  }));
  if (rows.length === 0) return;
  await db.rechecks.update(
    { doneBy: released.by.name, doneAt: new Date(released.at), note: SET_ANEW },
    { where: { machineId, about: rows.map((row) => row.about), doneAt: null }, transaction },
  );
  await db.rechecks.bulkCreate(rows, { transaction });
}

/** What a job left to be looked at again goes with it to another machine, and by the meter as it was put right. */
export async function moveRechecks(
  db: Database,
  jobId: string,
  { from, to }: { from: string; to: string },
  set: readonly Recheck[],
  transaction: Tx,
): Promise<void> {
  const open = { jobId, machineId: to, doneAt: null };
  // What it had others of the model looked at for stays with those.
  await db.rechecks.update({ machineId: to }, { where: { jobId, machineId: from }, transaction });
  for (const { id, due, unit } of set) {
    await db.rechecks.update({ dueMeter: due, dueUnit: unit ?? null }, { where: { ...open, about: id }, transaction });
  }
}

/** A release that was taken back sets nothing: what it set is withdrawn, and what it had closed stands again. */
async function withdraw(db: Database, jobId: string, state: JobState, transaction: Tx): Promise<void> {
  const release = state.releases[state.releases.length - 1];
  const { reopened, opened } = state;
  if (!release || !reopened || !opened) return;
  const note = `withdrawn, the job was reopened: ${reopened.body.reason}`.slice(0, 500);
  await db.rechecks.update(
    { doneBy: reopened.by.name, doneAt: new Date(reopened.at), note },
    { where: { jobId, machineId: opened.body.machine.id, doneAt: null }, transaction },
  );
  await db.rechecks.update(
    { doneBy: null, doneAt: null, note: null },
    {
      where: {
        jobId: { [Op.ne]: jobId },
        note: [SET_ANEW, SEEN_WELL],
        doneAt: new Date(release.at),
        doneBy: release.by.name,
      },
      transaction,
    },
  );
}

/** Says what was found when it was looked at again; said twice it is refused. */
export async function closeRecheck(db: Database, id: string, note: string, by: Actor): Promise<void> {
  await db.write(async (transaction) => {
    const row = await db.rechecks.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    if (!row) throw notFound("recheck");
    if (row.get("doneAt") !== null) {
      const message = `That was done already, by ${String(row.get("doneBy"))}.`;
      throw new Refused(409, { code: "conflict", path: "$", message });
    }
    await row.update({ doneAt: new Date(), doneBy: by.name, note }, { transaction });
  });
}
