import { type Actor, type Gauge, gaugeSchema, type StepTool, type Wrench, wrenchSchema } from "@averin/core";
import { type Model, QueryTypes } from "sequelize";
import type { z } from "zod";
import type { At, Database, ToolLogRow, ToolRow } from "../database.ts";
import { toldLine } from "../told.ts";

/** Gauges and wrenches that are in use, as the bench chooses among them. */
const IN_USE = { putAwayAt: null };

const byName = <Tool extends { name: string }>(tools: readonly Tool[]): Tool[] =>
  [...tools].sort((a, b) => a.name.localeCompare(b.name, "en", { numeric: true }));

/** The gauges in use, by name: of several of a kind the first lies ready. */
export async function gaugesOf(db: Database, transaction: At): Promise<Gauge[]> {
  const rows = await db.gauges.findAll({ where: IN_USE, transaction });
  return byName(rows.map((row) => gaugeSchema.parse(row.get("body"))));
}

export async function wrenchesOf(db: Database, transaction: At): Promise<Wrench[]> {
  const rows = await db.wrenches.findAll({ where: IN_USE, transaction });
  return byName(rows.map((row) => wrenchSchema.parse(row.get("body"))));
}

/** A tool as the shop looks after it: whether it is put away, and what was done with it last, the newest first. */
type Kept<Tool> = { tool: Tool; putAway: boolean; log: ReturnType<typeof toldLine>[] };

/** So much of what was done with each tool is told. */
const MOST_TOLD = 3;

/** Every gauge and wrench the shop has, by name, those that are put away behind the others. */
export async function toolsKept(db: Database): Promise<{ gauges: Kept<Gauge>[]; wrenches: Kept<Wrench>[] }> {
  const lines = await db.sequelize.query<ToolLogRow>(
    `SELECT id, toolId, at, byName, words FROM
      (SELECT l.*, ROW_NUMBER() OVER (PARTITION BY toolId ORDER BY at DESC) AS nth FROM tool_log l) AS l
      WHERE nth <= ${MOST_TOLD} ORDER BY at DESC`,
    { type: QueryTypes.SELECT },
  );
  const kept = <Tool extends { id: string; name: string }>(
    rows: readonly Model<ToolRow>[],
    schema: z.ZodType<Tool>,
  ): Kept<Tool>[] => {
    const away = new Set(rows.flatMap((row) => (row.get("putAwayAt") === null ? [] : [row.get("id")])));
    return byName(rows.map((row) => schema.parse(row.get("body"))))
      .map((tool) => ({
        tool,
        putAway: away.has(tool.id),
        log: lines.filter(({ toolId }) => toolId === tool.id).map(toldLine),
      }))
      .sort((a, b) => Number(a.putAway) - Number(b.putAway));
  };
  return {
    gauges: kept(await db.gauges.findAll(), gaugeSchema),
    wrenches: kept(await db.wrenches.findAll(), wrenchSchema),
  };
}

/** So many steps of a person are remembered: those where a tool was chosen last. */
const MOST_TAKEN = 300;

/** Which gauge or wrench somebody takes at which step, as pairs. */
export async function toolsTaken(db: Database, by: Actor): Promise<[step: string, tool: string][]> {
  const rows = await db.toolsTaken.findAll({ where: { personId: by.id }, order: [["at", "DESC"]], limit: MOST_TAKEN });
  return rows.map((row) => [row.get("step") as string, row.get("toolId") as string]);
}

/** So many tools are noted for steps of one model, and so many are listed. */
export const MOST_OF_A_MODEL = 60;
const MOST_LISTED = 300;

/** What was noted for steps on machines of a model, by its book. */
export async function stepToolsOf(db: Database, bookId: string | null, transaction: At): Promise<StepTool[]> {
  if (bookId === null) return [];
  const rows = await db.stepTools.findAll({ where: { bookId }, order: ["at"], limit: MOST_OF_A_MODEL, transaction });
  return rows.map((row): StepTool => {
    const { id, procedureId: procedure, task, words, byName: by, photoJobId, photoId } = row.get({ plain: true });
    const photo = photoJobId !== null && photoId !== null ? { job: photoJobId, photo: photoId } : null;
    return { id, procedure, task, words, by, photo };
  });
}

export type StepToolLine = { id: string; words: string; model: string; procedure: string; task: string; by: string };

/** Everything that is noted for a step of any model, by model. */
export async function stepToolsNoted(db: Database): Promise<StepToolLine[]> {
  return db.sequelize.query<StepToolLine>(
    `SELECT t.id, t.words, CONCAT(b.maker, ' ', b.model) AS model, t.procedureId AS \`procedure\`, t.task, t.byName AS \`by\`
      FROM step_tools t JOIN spec_books b ON b.id = t.bookId ORDER BY model, t.at LIMIT ${MOST_LISTED}`,
    { type: QueryTypes.SELECT },
  );
}
