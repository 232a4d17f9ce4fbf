import { type Bench, withRules } from "@averin/core";
import { specsOf, type Whose } from "../books/read.ts";
import type { At, Database } from "../database.ts";
import { partsOfBook } from "../parts/read.ts";
import { gaugesOf, stepToolsOf, wrenchesOf } from "../tools/read.ts";
import { againOf, handsOf, labourOf, limitRulesOf, presetsOf, reckonedOf, shopOf, taxOf } from "./read.ts";

/** Everything of the shop that events are judged by, besides the procedure: one model's book, and the shop's tools. */
export type ShopFigures = Omit<Bench, "procedure">;

/** Figures read before, by machine, with the version of the shop's figures that they were read at. */
const figuresRead = new Map<string, { version: number; figures: ShopFigures }>();

/** The shop's figures for a machine at a version of them, read once for each. */
export async function figuresOf(db: Database, whose: Whose, version: number, transaction: At): Promise<ShopFigures> {
  const { machineId, bookId, year, serial } = whose;
  const key = `${db.sequelize.config.database} ${machineId} ${year ?? ""} ${serial}`;
  const known = figuresRead.get(key);
  if (known?.version === version) return known.figures;
  const shop = await shopOf(db, transaction);
  const onFile = await specsOf(db, whose, transaction);
  const figures: ShopFigures = {
    ...{ ...onFile, specs: withRules(onFile.specs, limitRulesOf(shop)) },
    gauges: await gaugesOf(db, transaction),
    wrenches: await wrenchesOf(db, transaction),
    parts: await partsOfBook(db, bookId, transaction),
    ...(await presetsOf(db, { machineId, bookId }, transaction)),
    labour: await labourOf(db, transaction),
    reckoned: await reckonedOf(db, transaction),
    again: await againOf(db, transaction),
    hands: await handsOf(db, transaction),
    stepTools: await stepToolsOf(db, bookId, transaction),
    ...(shop ? { currency: shop.currency, units: shop.units, shopName: shop.name, tax: taxOf(shop) } : {}),
    ...(shop?.breakMinutes ? { breakMinutes: Number(shop.breakMinutes) } : {}),
  };
  figuresRead.set(key, { version, figures });
  return figures;
}
