import type { Database, Tx } from "../database.ts";

/** The counter that goes up with every change to a book, a gauge, a wrench, a part or a preset. */
export const SHOP_VERSION = "shop-figures";

/** To be called in the transaction of every change to the shop's figures; whoever reads them reads them anew. */
export async function shopChanged(db: Database, transaction: Tx): Promise<void> {
  await db.sequelize.query(
    "INSERT INTO counters (name, value) VALUES (?, 1) ON DUPLICATE KEY UPDATE value = value + 1",
    { replacements: [SHOP_VERSION], transaction },
  );
}
