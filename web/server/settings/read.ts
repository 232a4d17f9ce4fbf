import { type Bench, labourSchema } from "@averin/core";
import type { At, Database } from "../database.ts";

/** What an hour of work costs here, or null where the shop has not said. */
export async function labourOf(db: Database, transaction: At): Promise<Bench["labour"]> {
  const row = await db.settings.findByPk("labour", { transaction });
  return row ? labourSchema.parse(row.get("body")) : null;
}

/** How many people work at benches here. */
export async function handsOf(db: Database, transaction: At): Promise<number> {
  const people = await db.people.findAll({ attributes: ["roles"], transaction });
  return people.filter((row) => (row.get("roles") as string[]).some((role) => role === "technician" || role === "lead"))
    .length;
}

/** The shop's own way of each school it has said one for. */
export async function presetsOf(db: Database, transaction: At): Promise<Record<string, string>> {
  const rows = await db.presets.findAll({ transaction });
  return Object.fromEntries(rows.map((row) => [row.get("question") as string, row.get("word") as string]));
}
