import { type Gauge, gaugeSchema, type Wrench, wrenchSchema } from "@averin/core";
import { QueryTypes } from "sequelize";
import type { At, Database, ToolLogRow } from "../database.ts";

/** Gauges and wrenches that are in use, as the bench chooses among them. */
const IN_USE = { putAwayAt: null };

export async function gaugesOf(db: Database, transaction: At): Promise<Gauge[]> {
  const rows = await db.gauges.findAll({ where: IN_USE, order: ["id"], transaction });
  return rows.map((row) => gaugeSchema.parse(row.get("body")));
}

export async function wrenchesOf(db: Database, transaction: At): Promise<Wrench[]> {
  const rows = await db.wrenches.findAll({ where: IN_USE, order: ["id"], transaction });
  return rows.map((row) => wrenchSchema.parse(row.get("body")));
}

/** A tool as the shop looks after it: whether it is put away, and what was done with it last, the newest first. */
export type Kept<Tool> = { tool: Tool; putAway: boolean; log: { id: string; at: string; by: string; words: string }[] };

/** So much of what was done with each tool is told. */
const MOST_TOLD = 3;

/** Every gauge and wrench the shop has, those that are put away too. */
export async function toolsKept(db: Database): Promise<{ gauges: Kept<Gauge>[]; wrenches: Kept<Wrench>[] }> {
  const lines = await db.sequelize.query<ToolLogRow>(
    `SELECT id, toolId, at, byName, words FROM
      (SELECT l.*, ROW_NUMBER() OVER (PARTITION BY toolId ORDER BY at DESC) AS nth FROM tool_log l) AS l
      WHERE nth <= ${MOST_TOLD} ORDER BY at DESC`,
    { type: QueryTypes.SELECT },
  );
  const logOf = (tool: string) =>
    lines
      .filter(({ toolId }) => toolId === tool)
      .map(({ id, at, byName: by, words }) => ({ ...{ id, by, words }, at: new Date(at).toISOString() }));
  const kept = async <Tool>(
    rows: ReturnType<Database["gauges"]["findAll"]>,
    parse: (body: unknown) => Tool,
  ): Promise<Kept<Tool>[]> =>
    (await rows)
      .map((row) => row.get({ plain: true }))
      .map(({ id, body, putAwayAt }) => ({ tool: parse(body), putAway: putAwayAt !== null, log: logOf(id) }));
  return {
    gauges: await kept(db.gauges.findAll({ order: ["id"] }), (body) => gaugeSchema.parse(body)),
    wrenches: await kept(db.wrenches.findAll({ order: ["id"] }), (body) => wrenchSchema.parse(body)),
  };
}
