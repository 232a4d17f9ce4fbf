import { createHash, randomUUID } from "node:crypto";
import {
  type Actor,
  type Bench,
  figureEntered,
  FIGURE_FORMAT,
  type FigureTyped,
  type Gauge,
  gaugeSchema,
  type Figures,
  figuresWith,
  labourSchema,
  type Procedure,
  procedureSchema,
  readFigure,
  readProcedure,
  type Remembered,
  type Spec,
  specSchema,
  specsOfBuild,
  type StorePart,
  storePartSchema,
  upcastProcedure,
  type Wrench,
  wrenchSchema,
} from "@averin/core";
import { literal, Op, QueryTypes, type Transaction } from "sequelize";
import { z } from "zod";
import { type Database, fromJson } from "../database.ts";
import { notFound, Refused } from "../refused.ts";

/** What a procedure is known by: the same text always gives the same hash. */
export const procedureHash = (procedure: Procedure): string =>
  createHash("sha256").update(JSON.stringify(procedure)).digest("hex");

/** Keeps procedures' versions; a job refers to its own by hash for good. */
export async function keepProcedures(db: Database, procedures: readonly Procedure[], now = new Date()): Promise<void> {
  const rows = procedures.map((procedure) => ({
    ...{ hash: procedureHash(procedure), procedureId: procedure.id, version: procedure.version },
    ...{ build: procedure.build, keptAt: now, offered: false, body: procedure },
  }));
  await db.procedures.bulkCreate(rows, { updateOnDuplicate: ["keptAt"] });
}

/**
 * Says anew which procedures new jobs are opened with: the newest of each, the later kept where a version was kept twice.
 * One that today's checks refuse goes on with its own jobs and is not offered; told with what is wrong with it.
 */
export async function offerNewest(db: Database): Promise<{ procedure: string; faults: string[] }[]> {
  const newest = await db.sequelize.query<{ hash: string; procedureId: string; version: number; body: unknown }>(
    `SELECT hash, procedureId, version, body FROM (SELECT hash, procedureId, version, body, ROW_NUMBER() OVER
      (PARTITION BY procedureId ORDER BY version DESC, keptAt DESC) AS newest FROM procedures) AS ranked
      WHERE newest = 1 ORDER BY procedureId`,
    { type: QueryTypes.SELECT },
  );
  const looked = newest.map(({ hash, procedureId, version, body }) => {
    const { success, error } = procedureSchema.safeParse(upcastProcedure(fromJson(body)));
    return { hash, procedure: `${procedureId} ${version}`, success, faults: error?.issues.map((i) => i.message) ?? [] };
  });
  const offered = looked.flatMap(({ hash, success }) => (success ? [hash] : []));
  await db.write(async (transaction) => {
    const other = { offered: true, hash: { [Op.notIn]: offered } };
    const [gone] = await db.procedures.update({ offered: false }, { where: other, transaction });
    const [come] = await db.procedures.update(
      { offered: true },
      { where: { offered: false, hash: offered }, transaction },
    );
    // What they bring along belongs to the figures by which everything is read.
    if (gone + come > 0) await shopChanged(db, transaction);
  });
  return looked.filter(({ success }) => !success);
}

/** Procedures by hash: the same hash is the same text for good, so they are read once. */
const read = new Map<string, Procedure>();

/** A kept procedure in today's shape, by its hash. */
function inShape(hash: string, body: unknown): Procedure {
  const procedure = read.get(hash) ?? readProcedure(body);
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

/** The procedures offered for any of these builds, or all that are, by title. */
export async function proceduresFor(
  db: Database,
  builds: readonly string[] | "any",
  transaction?: Transaction,
): Promise<{ hash: string; procedure: Procedure }[]> {
  const where = { offered: true, ...(builds === "any" ? {} : { build: [...builds] }) };
  const rows = await db.procedures.findAll({ where, transaction: transaction ?? null });
  return rows
    .map((row) => ({ hash: row.get("hash") as string, procedure: inShape(row.get("hash") as string, row.get("body")) }))
    .sort((a, b) => a.procedure.title.localeCompare(b.procedure.title));
}

/** Every figure that is known here: those that ship, and those that offered procedures bring along. */
export async function knownFigures(db: Database, transaction?: Transaction): Promise<Figures> {
  const rows = await db.procedures.findAll({
    where: { [Op.and]: [{ offered: true }, literal("JSON_LENGTH(body, '$.figures') > 0")] },
    transaction: transaction ?? null,
  });
  const own = rows.flatMap((row) => inShape(row.get("hash") as string, row.get("body")).figures);
  return figuresWith(own);
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
  return rows.map((row) => readFigure(row.get("body"), row.get("format") as number));
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
  const all = [
    ...rows.map((row) => readFigure(row.get("body"), row.get("format") as number)),
    ...(await bookSpecs(db, bookId, transaction)),
  ];
  const governs = (spec: Spec, i: number): boolean => all.findIndex((other) => other.key === spec.key) === i;
  const governing = all.filter(governs);
  const specs = specsOfBuild(governing, await knownFigures(db, transaction));
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
  const spec = figureEntered(typed, by.roles.includes("lead") ? by.name : null, await knownFigures(db));
  if (!spec.ok) throw new Refused(422, spec.error);
  await db.write(async (transaction) => {
    await db.machineFigures.create(
      {
        ...{ id: randomUUID(), machineId, specKey: spec.value.key, format: FIGURE_FORMAT, body: spec.value },
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
  const knownHere = await knownFigures(db, transaction);
  const checkedBy = by.roles.includes("lead") ? by.name : null;
  const source = { grade: "measured", book: `fitted in ${job.number}`, edition: "", page: "", checkedBy };
  for (const { key, value } of figures) {
    const known = knownHere.get(key);
    const body = specSchema.parse({
      kind: "figure",
      key,
      label: known?.label ?? key,
      source,
      value,
      unit: known?.unit ?? "1",
    });
    const common = {
      machineId: job.machineId,
      specKey: key,
      format: FIGURE_FORMAT,
      enteredBy: by.name,
      enteredAt: new Date(),
    };
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
  const procedures = await proceduresFor(db, "any");
  const offered = procedures.flatMap(({ procedure: p }) =>
    p.questions.filter((q) => q.id === question && q.kind === "school"),
  );
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
