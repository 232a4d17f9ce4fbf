import { createHash, randomUUID } from "node:crypto";
import {
  type Actor,
  type Bench,
  figureEntered,
  type FigureTyped,
  type Gauge,
  gaugeSchema,
  KNOWN_FIGURES,
  labourSchema,
  type Procedure,
  procedureSchema,
  type Remembered,
  type Spec,
  specSchema,
  specsOfBuild,
  type StorePart,
  storePartSchema,
  type Wrench,
  wrenchSchema,
} from "@averin/core";
import type { Transaction } from "sequelize";
import { z } from "zod";
import { type Database } from "../database.ts";
import { inTodaysShape } from "../olderProcedures.ts";
import { notFound, Refused } from "../refused.ts";

/** What a procedure is known by: the same text always gives the same hash. */
export const procedureHash = (procedure: Procedure): string =>
  createHash("sha256").update(JSON.stringify(procedure)).digest("hex");

/** Keeps a procedure's version; a job refers to it by hash for good. */
export async function keepProcedure(db: Database, procedure: Procedure): Promise<string> {
  const hash = procedureHash(procedure);
  await db.procedures.findOrCreate({
    where: { hash },
    defaults: { hash, procedureId: procedure.id, version: procedure.version, body: procedure },
  });
  return hash;
}

/** Procedures by hash: the same hash is the same text for good, so they are read and checked once. */
const read = new Map<string, Procedure>();

/** A kept procedure in today's shape, by its hash. */
function inShape(hash: string, body: unknown): Procedure {
  const procedure = read.get(hash) ?? procedureSchema.parse(inTodaysShape(body));
  read.set(hash, procedure);
  return procedure;
}

export async function procedureByHash(db: Database, hash: string, transaction?: Transaction): Promise<Procedure> {
  const known = read.get(hash);
  if (known) return known;
  const row = await db.procedures.findByPk(hash, { transaction: transaction ?? null });
  if (!row) throw notFound("procedure");
  return inShape(hash, row.get("body"));
}

/** The newest version of each procedure for any of these builds, by title; the latest kept where a version was kept twice. */
export async function proceduresFor(
  db: Database,
  builds: readonly string[],
  transaction?: Transaction,
): Promise<{ hash: string; procedure: Procedure }[]> {
  const rows = await db.procedures.findAll({ order: [["version", "DESC"]], transaction: transaction ?? null });
  const newest = new Map<string, { hash: string; procedure: Procedure }>();
  for (const row of rows) {
    const procedure = inShape(row.get("hash") as string, row.get("body"));
    if (builds.includes(procedure.build) && !newest.has(procedure.id)) {
      newest.set(procedure.id, { hash: row.get("hash") as string, procedure });
    }
  }
  return [...newest.values()].sort((a, b) => a.procedure.title.localeCompare(b.procedure.title));
}

/** Procedures that stand in their folder and cannot be followed: file, and what would be right. */
export async function procedureFaultsOf(db: Database): Promise<{ file: string; message: string }[]> {
  return (await db.procedureFaults.findAll({ order: ["file"] })).map((row) => row.get({ plain: true }));
}

/** What an hour of work costs here, or null where the shop has not said. */
async function labourOf(db: Database, transaction?: Transaction): Promise<Bench["labour"]> {
  const row = await db.settings.findByPk("labour", { transaction: transaction ?? null });
  return row ? labourSchema.parse(row.get("body")) : null;
}

async function bookSpecs(db: Database, bookId: string | null, transaction?: Transaction): Promise<Spec[]> {
  if (bookId === null) return [];
  const rows = await db.specs.findAll({ where: { bookId }, transaction: transaction ?? null });
  return rows.map((row) => specSchema.parse(row.get("body")));
}

/** Whose figures: a machine's own, and those of its model's book. */
export type Whose = { machineId: string; bookId: string | null };

/**
 * A machine's figures: its own, the newest of each, before those of its model's book; what was overruled by them, which
 * stays in sight; and what is on file for another build only.
 */
export async function specsOf(
  db: Database,
  { machineId, bookId }: Whose,
  transaction?: Transaction,
): Promise<{ specs: Spec[]; overruled: Spec[]; otherBuilds: Spec[] }> {
  const rows = await db.machineFigures.findAll({
    where: { machineId },
    order: [["enteredAt", "DESC"]],
    transaction: transaction ?? null,
  });
  const all = [...rows.map((row) => specSchema.parse(row.get("body"))), ...(await bookSpecs(db, bookId, transaction))];
  const governs = (spec: Spec, i: number): boolean => all.findIndex((other) => other.key === spec.key) === i;
  const governing = all.filter(governs);
  const specs = specsOfBuild(governing);
  const otherBuilds = governing.filter((spec) => !specs.includes(spec));
  return { specs, overruled: all.filter((spec, i) => !governs(spec, i)), otherBuilds };
}

/** The keys of the figures that a machine has of its own. */
export async function ownFigures(db: Database, machineId: string): Promise<ReadonlySet<string>> {
  const rows = await db.machineFigures.findAll({ where: { machineId } });
  return new Set(rows.map((row) => row.get("specKey") as string));
}

/** Keeps a figure of one machine, as typed; what it overrules stays on file. */
export async function enterFigure(db: Database, machineId: string, typed: FigureTyped, by: Actor): Promise<Spec> {
  if (!(await db.machines.findByPk(machineId))) throw notFound("machine");
  const spec = figureEntered(typed, by.roles.includes("lead") ? by.name : null);
  if (!spec.ok) throw new Refused(422, spec.error);
  await db.write(async (transaction) => {
    await db.machineFigures.create(
      {
        ...{ id: randomUUID(), machineId, specKey: spec.value.key, body: spec.value },
        ...{ enteredBy: by.name, enteredAt: new Date() },
      },
      { transaction },
    );
    await shopChanged(db, transaction);
  });
  return spec.value;
}

/** What a released job left on the machine that was not on file so, kept as the machine's own with the job as its source. */
export async function rememberFigures(
  db: Database,
  job: { number: string; machineId: string },
  figures: readonly Remembered[],
  by: Actor,
  transaction: Transaction,
): Promise<void> {
  if (figures.length === 0) return;
  const checkedBy = by.roles.includes("lead") ? by.name : null;
  const source = { grade: "measured", book: `fitted in ${job.number}`, edition: "", page: "", checkedBy };
  for (const { key, value } of figures) {
    const known = KNOWN_FIGURES.get(key);
    const body = specSchema.parse({
      kind: "figure",
      key,
      label: known?.label ?? key,
      source,
      value,
      unit: known?.unit ?? "1",
    });
    const common = { machineId: job.machineId, specKey: key, enteredBy: by.name, enteredAt: new Date() };
    await db.machineFigures.create({ id: randomUUID(), ...common, body }, { transaction });
  }
  await shopChanged(db, transaction);
}

export async function gaugesOf(db: Database, transaction?: Transaction): Promise<Gauge[]> {
  const rows = await db.gauges.findAll({ order: ["id"], transaction: transaction ?? null });
  return rows.map((row) => gaugeSchema.parse(row.get("body")));
}

export async function wrenchesOf(db: Database, transaction?: Transaction): Promise<Wrench[]> {
  const rows = await db.wrenches.findAll({ order: ["id"], transaction: transaction ?? null });
  return rows.map((row) => wrenchSchema.parse(row.get("body")));
}

export async function partsOfBook(
  db: Database,
  bookId: string | null,
  transaction?: Transaction,
): Promise<StorePart[]> {
  if (bookId === null) return [];
  const rows = await db.parts.findAll({ where: { bookId }, order: ["id"], transaction: transaction ?? null });
  return rows.map((row) => {
    const { bookId: _, ...part } = row.get({ plain: true });
    return storePartSchema.parse(part);
  });
}

/** The shop's own way of each school it has said one for. */
export async function presetsOf(db: Database, transaction?: Transaction): Promise<Record<string, string>> {
  const rows = await db.presets.findAll({ transaction: transaction ?? null });
  return Object.fromEntries(rows.map((row) => [row.get("question") as string, row.get("word") as string]));
}

export const presetSchema = z.strictObject({ question: z.string().min(1).max(60), word: z.string().min(1).max(80) });

/** Makes one of a school's ways the shop's own; refused where no procedure on file offers it. */
export async function setPreset(db: Database, { question, word }: z.infer<typeof presetSchema>): Promise<void> {
  const procedures = (await db.procedures.findAll()).map((row) => inShape(row.get("hash") as string, row.get("body")));
  const offered = procedures.flatMap((p) => p.questions.filter((q) => q.id === question && q.kind === "school"));
  if (!offered.some((q) => q.ways.some((way) => way.word === word))) {
    throw new Refused(422, { code: "unsupported", path: "word", message: `"${word}" is no way of that school.` });
  }
  await db.write(async (transaction) => {
    await db.presets.upsert({ question, word }, { transaction });
    await shopChanged(db, transaction);
  });
}

/** Everything of the shop that events are judged by, besides the procedure: one model's book, and the shop's tools. */
export type ShopFigures = Omit<Bench, "procedure">;

/** Figures read before, by machine, with the version of the shop's figures that they were read at. */
const figuresRead = new Map<string, { version: number; figures: ShopFigures }>();

/** The counter that goes up with every change to a book, a gauge, a wrench, a part or a preset. */
export const SHOP_VERSION = "shop-figures";

/** To be called in the transaction of every change to the shop's figures; whoever reads them reads them anew. */
export async function shopChanged(db: Database, transaction?: Transaction): Promise<void> {
  await db.sequelize.query(
    "INSERT INTO counters (name, value) VALUES (?, 1) ON DUPLICATE KEY UPDATE value = value + 1",
    { replacements: [SHOP_VERSION], transaction: transaction ?? null },
  );
}

/** The shop's figures for a machine at a version of them, read once for each. */
export async function figuresOf(
  db: Database,
  { machineId, bookId }: Whose,
  version: number,
  transaction?: Transaction,
): Promise<ShopFigures> {
  const key = `${db.sequelize.config.database} ${machineId}`;
  const known = figuresRead.get(key);
  if (known?.version === version) return known.figures;
  const figures: ShopFigures = {
    ...(await specsOf(db, { machineId, bookId }, transaction)),
    gauges: await gaugesOf(db, transaction),
    wrenches: await wrenchesOf(db, transaction),
    parts: await partsOfBook(db, bookId, transaction),
    presets: await presetsOf(db, transaction),
    labour: await labourOf(db, transaction),
  };
  figuresRead.set(key, { version, figures });
  return figures;
}

export async function booksOf(db: Database) {
  return (await db.books.findAll({ order: ["maker", "model"] })).map((row) => row.get({ plain: true }));
}
