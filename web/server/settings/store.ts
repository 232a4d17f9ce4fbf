import { z } from "zod";
import type { Database, Tx } from "../database.ts";
import { proceduresFor } from "../procedures/read.ts";
import { Refused } from "../refused.ts";
import { SHOP } from "./read.ts";
import type { presetSchema, Shop, shopSaidSchema } from "./schema.ts";
import { setShopZone } from "./zone.ts";

/** Makes one of a school's ways the shop's own; refused where no procedure on file offers it. */
export async function setPreset(db: Database, { question, word }: z.infer<typeof presetSchema>): Promise<void> {
  const procedures = await proceduresFor(db, "any", null);
  const offered = procedures.flatMap(({ procedure: p }) =>
    p.questions.filter((q) => q.id === question && q.kind === "school"),
  );
  if (!offered.some((q) => q.ways.some((way) => way.word === word))) {
    throw new Refused(422, { code: "unsupported", path: "word", message: `"${word}" is no way of that school.` });
  }
  await db.write(async (transaction) => {
    await db.presets.upsert({ question, word }, { transaction });
  });
}

/** Keeps what the shop says of itself, within the transaction that made its first person. */
export async function keepShop(db: Database, shop: Shop, transaction: Tx): Promise<void> {
  await db.settings.upsert({ name: SHOP, body: shop }, { transaction });
}

/** What the shop says of itself from now on, with what an hour costs. Old jobs keep the sums they were told with. */
export async function sayShop(db: Database, { perHour, ...shop }: z.infer<typeof shopSaidSchema>): Promise<void> {
  await db.write(async (transaction) => {
    await keepShop(db, shop, transaction);
    const [whole = "", cents = ""] = perHour.replace(",", ".").split(".");
    if (perHour === "") return db.settings.destroy({ where: { name: "labour" }, transaction });
    const body = { perHour: `${whole}.${cents.padEnd(2, "0")}`, currency: shop.currency };
    return db.settings.upsert({ name: "labour", body }, { transaction });
  });
  setShopZone(shop.zone);
}
