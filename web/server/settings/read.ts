import {
  type Again,
  againSchema,
  type Bench,
  type DecidedBy,
  labourSchema,
  type LimitRules,
  percentIn,
  type Reckoned,
  reckonedSchema,
  WHOSE,
} from "@averin/core";
import { z } from "zod";
import type { At, Database } from "../database.ts";
import { proceduresFor } from "../procedures/read.ts";
import { setShopZone } from "./zone.ts";
import { type Shop, shopSchema } from "./schema.ts";

/** A machine, and the book of its model where it has one. */
export type MachineOf = { machineId: string; bookId: string | null };

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

/** What holds at and near every limit here that does not say it itself. */
export const limitRulesOf = (shop: Shop | null): LimitRules => ({
  // The usual rule is no figure of its own: limits are told as they stand on file.
  atLimit: shop?.atLimit === "passes" ? "passes" : null,
  nearFraction: shop?.nearPercent ? (percentIn(shop.nearPercent) ?? 0) / 100 : null,
});

/** Under which name the shop keeps what it reckons works with. */
export const MINUTES = "minutes";

/** What the shop reckons works with, by the procedure's id. */
export async function reckonedOf(db: Database, transaction: At): Promise<Record<string, Reckoned>> {
  return reckonedIn((await db.settings.findByPk(MINUTES, { transaction }))?.get("body") ?? {});
}
export const reckonedIn = (body: unknown): Record<string, Reckoned> => z.record(z.string(), reckonedSchema).parse(body);

/** Under which name the shop keeps after how long it looks at things again. */
export const AGAIN = "again";

/** After how long the shop looks at things again where it says so itself, by the recheck's id. */
export async function againOf(db: Database, transaction: At): Promise<Record<string, Again>> {
  return againIn((await db.settings.findByPk(AGAIN, { transaction }))?.get("body") ?? {});
}
export const againIn = (body: unknown): Record<string, Again> => z.record(z.string(), againSchema).parse(body);

/** Everything that the works on file leave to be looked at again, each with the shop's own word where it has one. */
export async function againKept(db: Database) {
  const own = await againOf(db, null);
  return (await proceduresFor(db, "any", null)).flatMap(({ procedure: { title, release } }) =>
    release.rechecks.map(({ id, what, hours, miles, days }) => ({
      ...{ id, work: title, what, shipped: { hours, miles, days }, own: own[id] ?? null },
    })),
  );
}

/** How many people work at benches here. */
export async function handsOf(db: Database, transaction: At): Promise<number> {
  const people = await db.people.findAll({ attributes: ["roles"], where: { leftAt: null }, transaction });
  return people.filter((row) => (row.get("roles") as string[]).some((role) => role === "technician" || role === "lead"))
    .length;
}

/** What a maker wants done in one way, of a machine or of a model by its book's id, by what is asked. */
export async function makersWays(db: Database, whose: string) {
  const rows = await db.schoolWays.findAll({ where: { whose }, order: ["question"] });
  if (rows.length === 0) return [];
  const questions = (await proceduresFor(db, "any", null)).flatMap(({ procedure }) => procedure.questions);
  return rows.map((row) => {
    const { question, word, source, saidBy, saidAt } = row.get({ plain: true });
    return { ask: questions.find(({ id }) => id === question)?.ask ?? question, word, source, saidBy, saidAt };
  });
}

/** The way that is gone by of each school: the shop's own, unless a maker decides it for the model, or for this machine. */
export async function presetsOf(
  db: Database,
  { machineId, bookId }: MachineOf,
  transaction: At,
): Promise<Pick<Bench, "presets" | "decidedBy">> {
  const rows = await db.presets.findAll({ transaction });
  const presets = Object.fromEntries(rows.map((row) => [row.get("question") as string, row.get("word") as string]));
  const decidedBy: Record<string, DecidedBy> = {};
  for (const whose of WHOSE) {
    const of = whose === "machine" ? machineId : bookId;
    if (of === null) continue;
    for (const row of await db.schoolWays.findAll({ where: { whose: of }, transaction })) {
      const { question, word, source } = row.get({ plain: true });
      presets[question] = word;
      decidedBy[question] = { whose, source };
    }
  }
  return { presets, ...(Object.keys(decidedBy).length > 0 && { decidedBy }) };
}
