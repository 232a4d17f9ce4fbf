import { type StorePart, storePartSchema } from "@averin/core";
import type { At, Database } from "../database.ts";

export async function partsOfBook(db: Database, bookId: string | null, transaction: At): Promise<StorePart[]> {
  if (bookId === null) return [];
  const rows = await db.parts.findAll({ where: { bookId }, order: ["id"], transaction });
  return rows.map((row) => {
    const { bookId: _, ...part } = row.get({ plain: true });
    return storePartSchema.parse(part);
  });
}
