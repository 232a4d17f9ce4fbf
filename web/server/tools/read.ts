import { type Gauge, gaugeSchema, type Wrench, wrenchSchema } from "@averin/core";
import type { At, Database } from "../database.ts";

export async function gaugesOf(db: Database, transaction: At): Promise<Gauge[]> {
  const rows = await db.gauges.findAll({ order: ["id"], transaction });
  return rows.map((row) => gaugeSchema.parse(row.get("body")));
}

export async function wrenchesOf(db: Database, transaction: At): Promise<Wrench[]> {
  const rows = await db.wrenches.findAll({ order: ["id"], transaction });
  return rows.map((row) => wrenchSchema.parse(row.get("body")));
}
