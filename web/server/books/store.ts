import {
  type Actor,
  canStandBeside,
  FIGURE_FORMAT,
  figureEntered,
  type Figures,
  type FigureTyped,
  numberOf,
  onlyWords,
  readFigure,
  type Remembered,
  scopeOf,
  SOURCE_GRADES,
  type Source,
  type Spec,
  specSchema,
  sourceLine,
  specWords,
  type Whose,
} from "@averin/core";
import { randomUUID } from "node:crypto";
import type { Model } from "sequelize";
import type { BookRow, Database, MachineRow, SpecRow, Tx } from "../database.ts";
import type { MachineKind } from "../machines/kinds.ts";
import { knownFigures } from "../procedures/read.ts";
import { notFound, Refused } from "../refused.ts";
import { specsOf } from "./read.ts";

async function keepOfMachine(db: Database, machineId: string, spec: Spec, by: Actor, transaction: Tx): Promise<void> {
  await db.machineFigures.create(
    {
      ...{ id: randomUUID(), machineId, specKey: spec.key, format: FIGURE_FORMAT, body: spec },
      ...{ enteredBy: by.name, enteredAt: new Date() },
    },
    { transaction },
  );
}

const specIn = (row: Model<SpecRow>): Spec => readFigure(row.get("body"), row.get("format") as number);

/** The figures that a book has under a key, each for other machines, under a lock. */
async function inBook(db: Database, bookId: string, key: string, transaction: Tx): Promise<Model<SpecRow>[]> {
  return db.specs.findAll({ where: { bookId, specKey: key }, transaction, lock: transaction.LOCK.UPDATE });
}

/** A figure as it is told where another is typed: "2.7 mm at least, model years 2020 to 2023". */
const toldAs = (spec: Spec, figures: Figures): string =>
  [specWords(spec, figures), onlyWords(spec)].filter((words) => words !== "").join(", ");

const keepOfModel = (db: Database, bookId: string, spec: Spec, by: Actor, transaction: Tx) =>
  db.specs.create(
    {
      ...{ bookId, specKey: spec.key, scope: scopeOf(spec), format: FIGURE_FORMAT, body: spec },
      ...{ enteredBy: by.name, enteredAt: new Date() },
    },
    { transaction },
  );

/**
 * Keeps a figure as typed, of one machine or of its whole model. A machine's own overrules its model's, which stays on
 * file; what its model has already is not written over. Errors: not found; what the figure must be; conflict where the
 * model has one.
 */
export async function enterFigure(
  db: Database,
  machineId: string,
  typed: FigureTyped,
  by: Actor,
  whose: Whose = "machine",
): Promise<Spec> {
  const machine = await db.machines.findByPk(machineId);
  if (!machine) throw notFound("machine");
  const figures = await knownFigures(db, null);
  const spec = figureEntered(typed, null, figures);
  if (!spec.ok) throw new Refused(422, spec.error);
  const bookId = machine.get("bookId");
  await db.write(async (transaction) => {
    if (whose === "machine" || typeof bookId !== "string") {
      // Of this one machine it holds, whatever others of its model are like.
      const { holdsFor: _, only: _only, ...own } = spec.value;
      return keepOfMachine(db, machineId, own, by, transaction);
    }
    const rows = (await inBook(db, bookId, spec.value.key, transaction)).map(specIn);
    const known = rows.find((other) => !canStandBeside(spec.value, other));
    if (known) {
      const message = `This model has it on file: ${toldAs(known, figures)}, ${sourceLine(known.source)}. Keep yours for this machine alone: it governs here, and both are shown.`;
      throw new Refused(409, { code: "conflict", path: "whose", message });
    }
    await keepOfModel(db, bookId, spec.value, by, transaction);
  });
  return spec.value;
}

/** How much a figure's origin is worth: the first grade is the best. */
const worth = ({ source }: Spec): number => SOURCE_GRADES.indexOf(source.grade);

/**
 * Keeps a figure in a model's book. One that holds for the same machines is superseded, for a reason; one of a poorer
 * source never takes the place of a better one unless the reason says so: both are told, with how far they are apart. One
 * for other machines stands beside it. `instead` is the scope of one that it takes the place of though it holds for others.
 * Errors: not found; what the figure must be; missing where the reason is; conflict where nobody could say which of two
 * holds, and where the one to be replaced is not there any more.
 */
export async function enterInBook(
  db: Database,
  bookId: string,
  typed: FigureTyped,
  reason: string,
  by: Actor,
  instead: string | null = null,
): Promise<Spec> {
  if (!(await db.books.findByPk(bookId))) throw notFound("spec book");
  const figures = await knownFigures(db, null);
  const spec = figureEntered(typed, null, figures);
  if (!spec.ok) throw new Refused(422, spec.error);
  await db.write(async (transaction) => {
    const rows = await inBook(db, bookId, spec.value.key, transaction);
    const row = rows.find((other) => other.get("scope") === (instead ?? scopeOf(spec.value)));
    if (!row && instead !== null) {
      const message = "What it was to take the place of is not on file any more: look at the book again.";
      throw new Refused(409, { code: "conflict", path: "place", message });
    }
    for (const other of rows.filter((one) => one !== row).map(specIn)) {
      if (canStandBeside(spec.value, other)) continue;
      const message = `On file: ${toldAs(other, figures)}, ${sourceLine(other.source)}. Some machines would have both: say the model years, frame numbers or the build that tell them apart, or put yours in its place.`;
      throw new Refused(409, { code: "conflict", path: "years", message });
    }
    if (row) {
      const before = row.get({ plain: true });
      const known = specIn(row);
      if (reason === "") {
        const poorer = worth(spec.value) > worth(known) ? " Yours is of a poorer source." : "";
        const message = `On file: ${toldAs(known, figures)}, ${sourceLine(known.source)}. Yours: ${toldAs(spec.value, figures)}${apartWords(known, spec.value)}.${poorer} Say why yours takes its place${instead === null ? ", or which machines it is for" : ""}.`;
        throw new Refused(409, { code: "missing", path: "reason", message });
      }
      const { format, body, enteredBy } = before;
      await db.superseded.create(
        {
          ...{ id: randomUUID(), bookId, specKey: spec.value.key, format, body, enteredBy },
          ...{ supersededBy: by.name, supersededAt: new Date(), reason },
        },
        { transaction },
      );
      await row.destroy({ transaction });
    }
    await keepOfModel(db, bookId, spec.value, by, transaction);
  });
  return spec.value;
}

/** How far two figures of one kind are apart, in words and in percent; nothing where that cannot be said. */
function apartWords(known: Spec, fresh: Spec): string {
  const [was, is] = [known, fresh].map(numberOf);
  if (was == null || is == null || was === 0 || was === is) return "";
  return `, ${is > was ? "+" : "−"}${Math.abs((100 * (is - was)) / was).toFixed(1)} %`;
}

/** A second person says that a figure stands so in its source; whoever entered it does not, unless they work alone. */
export async function checkInBook(
  db: Database,
  bookId: string,
  { key, scope = "" }: { key: string; scope?: string },
  by: Actor,
  alone: boolean,
): Promise<void> {
  await db.write(async (transaction) => {
    const row = await db.specs.findOne({ where: { bookId, specKey: key, scope }, transaction });
    if (!row) throw notFound("figure");
    if (row.get("enteredBy") === by.name && !alone) {
      const message = `${by.name} entered it: another person looks it up and checks it.`;
      throw new Refused(409, { code: "conflict", path: "$", message });
    }
    const spec = specIn(row);
    const body = { ...spec, source: { ...spec.source, checkedBy: by.name } };
    await row.update({ format: FIGURE_FORMAT, body }, { transaction });
  });
}

/** Copies what a sister model's book has and this one lacks; every figure is marked as carried over, and unchecked. */
export async function copyBook(db: Database, bookId: string, from: string, by: Actor): Promise<number> {
  return db.write(async (transaction) => {
    const [book, sister] = await Promise.all([bookId, from].map((id) => db.books.findByPk(id, { transaction })));
    if (!book || !sister) throw notFound("spec book");
    const own = new Set((await db.specs.findAll({ where: { bookId }, transaction })).map((row) => row.get("specKey")));
    const rows = await db.specs.findAll({ where: { bookId: from }, transaction });
    // Frame numbers are the sister's own: what holds for some of hers says nothing of these.
    const more = rows.filter((row) => !own.has(row.get("specKey")) && specIn(row).holdsFor?.serials === undefined);
    const called = `${String(sister.get("maker"))} ${String(sister.get("model"))}`;
    for (const row of more) {
      const spec = specIn(row);
      const source = { ...spec.source, checkedBy: null, book: `carried over from ${called}: ${spec.source.book}` };
      await keepOfModel(db, bookId, { ...spec, source }, by, transaction);
    }
    return more.length;
  });
}

/** A book for a model that none is on file for: it holds nothing yet, and fills while the work is done. */
export async function addBook(
  db: Database,
  { maker, model }: Pick<BookRow, "maker" | "model">,
  kind: MachineKind,
  transaction: Tx,
): Promise<BookRow> {
  const [build = ""] = kind.builds;
  const book = {
    id: randomUUID(),
    maker,
    model,
    build,
    builds: kind.builds,
    title: `${maker} ${model}`,
    kind: kind.name,
    weaknesses: [],
  };
  await db.books.create(book, { transaction });
  return book;
}

/**
 * What a job found out about its machine and nobody had on file, kept with the job as its source: for its whole model
 * where it holds for that and the model has nothing under it, else as the machine's own.
 */
export async function rememberFigures(
  db: Database,
  job: { number: string; machineId: string },
  found: readonly Remembered[],
  by: Actor,
  transaction: Tx,
): Promise<void> {
  if (found.length === 0) return;
  const machine = (await db.machines.findByPk(job.machineId, { transaction }))?.get({ plain: true });
  if (!machine) throw notFound("machine");
  const { specs: governing } = await specsOf(db, { ...machine, machineId: machine.id }, transaction);
  for (const { key, label, what, whose } of found) {
    const spec = specSchema.parse({ key, label, source: seenIn(job.number, machine, what.kind), ...what });
    const governs = governing.find((one) => one.key === key);
    // A job that was reopened and ended again leaves nothing twice.
    if (governs && specWords(governs) === specWords(spec)) continue;
    const book = whose === "model" ? machine.bookId : null;
    if (book !== null && (await inBook(db, book, key, transaction)).length === 0)
      await keepOfModel(db, book, spec, by, transaction);
    else await keepOfMachine(db, job.machineId, spec, by, transaction);
  }
}

const seenIn = (number: string, { mark }: MachineRow, kind: Spec["kind"]): Source => ({
  grade: "measured",
  book: kind === "figure" ? `fitted in ${number}` : `seen on ${mark} in ${number}`,
  ...{ edition: "", page: "", checkedBy: null },
});
