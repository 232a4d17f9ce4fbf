import { type Bench, labourSchema, type Reckoned, reckonedSchema } from "@averin/core";
import { z } from "zod";
import type { At, Database } from "../database.ts";
import { setShopZone } from "./zone.ts";
import { type Shop, shopSchema } from "./schema.ts";

/** Under which name the shop keeps what it says of itself. */
export const SHOP = "shop";

/** What the shop said of itself, or null where nobody has said it yet. */
export async function shopOf(db: Database, transaction: At): Promise<Shop | null> {
  const row = await db.settings.findByPk(SHOP, { transaction });
  return row ? shopSchema.parse(row.get("body")) : null;
}

/** From here on this process tells moments by the shop's own clock. */
export async function keepShopZone(db: Database): Promise<void> {
  setShopZone((await shopOf(db, null))?.zone ?? "UTC");
}

/** What an hour of work costs here, or null where the shop has not said. */
export async function labourOf(db: Database, transaction: At): Promise<Bench["labour"]> {
  const row = await db.settings.findByPk("labour", { transaction });
  return row ? labourSchema.parse(row.get("body")) : null;
}

/** What is added to sums here, or null where the shop has said none. */
export const taxOf = ({ taxName, taxPercent }: Shop): NonNullable<Bench["tax"]> | null =>
  taxPercent === "" ? null : { name: taxName, percent: Number(taxPercent.replace(",", ".")) };

/** Under which name the shop keeps what it reckons works with. */
export const MINUTES = "minutes";

/** What the shop reckons works with, by the procedure's id. */
export async function reckonedOf(db: Database, transaction: At): Promise<Record<string, Reckoned>> {
  return reckonedIn((await db.settings.findByPk(MINUTES, { transaction }))?.get("body") ?? {});
}
export const reckonedIn = (body: unknown): Record<string, Reckoned> => z.record(z.string(), reckonedSchema).parse(body);

/** How many people work at benches here. */
export async function handsOf(db: Database, transaction: At): Promise<number> {
  const people = await db.people.findAll({ attributes: ["roles"], where: { leftAt: null }, transaction });
  return people.filter((row) => (row.get("roles") as string[]).some((role) => role === "technician" || role === "lead"))
    .length;
}

/** The shop's own way of each school it has said one for. */
export async function presetsOf(db: Database, transaction: At): Promise<Record<string, string>> {
  const rows = await db.presets.findAll({ transaction });
  return Object.fromEntries(rows.map((row) => [row.get("question") as string, row.get("word") as string]));
}
