import { partEntered, type PartTyped } from "@averin/core";
import { randomUUID } from "node:crypto";
import type { Database } from "../database.ts";
import { notFound, Refused } from "../refused.ts";
import { partsOfBook } from "./read.ts";

/** Keeps a part that fits a machine's model. Errors: what it must be; conflict where its number is on file for that role. */
export async function addPart(
  db: Database,
  machineId: string,
  typed: PartTyped,
): Promise<{ id: string; name: string }> {
  const bookId = (await db.machines.findByPk(machineId))?.get("bookId");
  if (typeof bookId !== "string") throw notFound("machine");
  const part = partEntered(typed, randomUUID());
  if (!part.ok) throw new Refused(422, part.error);
  const { id, name, role, number } = part.value;
  await db.write(async (transaction) => {
    const twin = (await partsOfBook(db, bookId, transaction)).find((p) => p.role === role && p.number === number);
    if (twin) {
      const message = `${twin.name}, number ${number}, is on file already.`;
      throw new Refused(409, { code: "conflict", path: "number", message });
    }
    await db.parts.create({ ...part.value, bookId }, { transaction });
  });
  return { id, name };
}
