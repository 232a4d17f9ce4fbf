import { type Actor, gaugeEntered, type GaugeTyped, wrenchEntered, type WrenchTyped } from "@averin/core";
import { randomUUID } from "node:crypto";
import type { z } from "zod";
import type { Database } from "../database.ts";
import { notFound, Refused } from "../refused.ts";
import { gaugesOf, wrenchesOf } from "./read.ts";
import type { ToolChange, toolTakenSchema } from "./schema.ts";

function refuseTwin(name: string, known: readonly { name: string }[]): void {
  if (!known.some((one) => one.name.toLowerCase() === name.toLowerCase())) return;
  const message = `${name} is on file already: give this one a name of its own, such as ${name} 2.`;
  throw new Refused(409, { code: "conflict", path: "name", message });
}

/** Keeps a gauge as it was typed. Errors: what it must be; conflict where one of that name is on file. */
export async function addGauge(db: Database, typed: GaugeTyped): Promise<{ id: string; name: string }> {
  const gauge = gaugeEntered(typed, randomUUID());
  if (!gauge.ok) throw new Refused(422, gauge.error);
  const { id, name } = gauge.value;
  return db.write(async (transaction) => {
    refuseTwin(name, await gaugesOf(db, transaction));
    await db.gauges.create({ id, body: gauge.value, putAwayAt: null }, { transaction });
    return { id, name };
  });
}

/** Keeps a torque wrench as it was typed. Errors: as `addGauge`. */
export async function addWrench(db: Database, typed: WrenchTyped): Promise<{ id: string; name: string }> {
  const wrench = wrenchEntered(typed, randomUUID());
  if (!wrench.ok) throw new Refused(422, wrench.error);
  const { id, name } = wrench.value;
  return db.write(async (transaction) => {
    refuseTwin(name, await wrenchesOf(db, transaction));
    await db.wrenches.create({ id, body: wrench.value, putAwayAt: null }, { transaction });
    return { id, name };
  });
}

/**
 * A gauge or a wrench was calibrated, checked, put away or taken into use again; its log says so. Errors: range where the
 * next calibration does not lie ahead; conflict where it is put away, or in use, already.
 */
export async function changeTool(
  db: Database,
  which: "gauges" | "wrenches",
  id: string,
  change: ToolChange,
  by: Actor,
): Promise<void> {
  await db.write(async (transaction) => {
    const row = await db[which].findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    if (!row) throw notFound("tool");
    const { body, putAwayAt } = row.get({ plain: true });
    const at = new Date();
    const { to, words } = changedTo(change, { body: body as object, putAwayAt }, at);
    await row.update(to, { transaction });
    await db.toolLog.create({ ...{ id: randomUUID(), toolId: id, at, words }, byName: by.name }, { transaction });
  });
}

function changedTo(change: ToolChange, tool: { body: object; putAwayAt: Date | null }, at: Date) {
  switch (change.does) {
    case "calibrated": {
      const { due, found } = change;
      if (due <= at.toISOString().slice(0, 10)) {
        const message = `${due} does not lie ahead: say the day on which it is due the next time.`;
        throw new Refused(422, { code: "range", path: "due", message });
      }
      const words = [`calibrated, due again ${due}`, found === "" ? "" : `found ${found}`].filter(Boolean).join("; ");
      return { to: { body: { ...tool.body, calibrationDue: due } }, words };
    }
    case "checked":
      return { to: {}, words: `checked against ${change.against}: showed ${change.showed}` };
    case "put away":
      if (tool.putAwayAt !== null) throw already("It is put away already.");
      return { to: { putAwayAt: at }, words: `put away: ${change.reason}` };
    case "in use again":
      if (tool.putAwayAt === null) throw already("It is in use.");
      return { to: { putAwayAt: null }, words: "in use again" };
  }
}

const already = (message: string): Refused => new Refused(409, { code: "conflict", path: "$", message });

/** From now on this gauge or wrench lies ready for this person at this step, at whatever screen. */
export async function takeTool(
  db: Database,
  by: Actor,
  { step, tool }: z.output<typeof toolTakenSchema>,
): Promise<void> {
  const known = (await db.gauges.count({ where: { id: tool } })) + (await db.wrenches.count({ where: { id: tool } }));
  if (known === 0) throw notFound("tool");
  await db.toolsTaken.upsert({ personId: by.id, step, toolId: tool, at: new Date() });
}
