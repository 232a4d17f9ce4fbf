import { gaugeEntered, type GaugeTyped, wrenchEntered, type WrenchTyped } from "@averin/core";
import { randomUUID } from "node:crypto";
import type { Database } from "../database.ts";
import { Refused } from "../refused.ts";
import { gaugesOf, wrenchesOf } from "./read.ts";

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
    await db.gauges.create({ id, body: gauge.value }, { transaction });
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
    await db.wrenches.create({ id, body: wrench.value }, { transaction });
    return { id, name };
  });
}
