import { type PartFileRow, partsTable } from "@averin/core";
import { QueryTypes } from "sequelize";
import type { At, Database, StorePartRow, Tx } from "../database.ts";
import { idFor, type Kind, modelsByName, noModel, portions } from "./kind.ts";

const partKey = ({ number, maker, role }: Pick<StorePartRow, "number" | "maker" | "role">): string =>
  `${number}\n${maker}\n${role}`.toLowerCase();

const toPart = ({ fits: _, instead: __, holds: ___, ...part }: PartFileRow): Omit<StorePartRow, "id"> => part;

/** Rows of a table of links, by the id they belong to. */
function grouped<Row>(rows: readonly Row[], of: (row: Row) => string): Map<string, Row[]> {
  const found = new Map<string, Row[]>();
  for (const row of rows) found.set(of(row), [...(found.get(of(row)) ?? []), row]);
  return found;
}

export const parts: Kind<PartFileRow> = {
  table: partsTable,
  takenBy: ["lead", "administrator", "counter"],
  changes: "taken",
  async all(db, transaction) {
    const asked = { type: QueryTypes.SELECT, transaction } as const;
    const rows = await db.parts.findAll({ transaction });
    const fits = await db.sequelize.query<{ partId: string; model: string; position: string }>(
      `SELECT f.partId, CONCAT(b.maker, ' ', b.model) AS model, f.position FROM part_fits f
        JOIN spec_books b ON b.id = f.bookId ORDER BY b.maker, b.model, f.position`,
      asked,
    );
    const instead = await db.sequelize.query<{ partId: string; number: string }>(
      `SELECT DISTINCT i.partId, p.number FROM
        (SELECT partId, otherId FROM part_instead UNION SELECT otherId, partId FROM part_instead) i
        JOIN store_parts p ON p.id = i.otherId ORDER BY p.number`,
      asked,
    );
    const holds = await db.sequelize.query<{ kitId: string; number: string; count: number }>(
      `SELECT h.kitId, p.number, h.count FROM part_holds h JOIN store_parts p ON p.id = h.partId ORDER BY p.number`,
      asked,
    );
    const fitsOf = grouped(fits, ({ partId }) => partId);
    const insteadOf = grouped(instead, ({ partId }) => partId);
    const heldBy = grouped(holds, ({ kitId }) => kitId);
    return rows.map((row) => {
      const { id, ...part } = row.get({ plain: true });
      return {
        ...part,
        fits: (fitsOf.get(id) ?? []).map(({ model, position }) => ({ model, position })),
        instead: (insteadOf.get(id) ?? []).map(({ number }) => number),
        holds: (heldBy.get(id) ?? []).map(({ number, count }) => ({ number, count })),
      };
    });
  },
  async against(db, rows, transaction) {
    const known = await modelsByName(db, transaction);
    const numbers = new Set((await partsByNumber(db, transaction)).keys());
    for (const { number } of rows) numbers.add(number);
    return ({ number: own, fits, instead, holds }) => {
      const other = (column: string) => (number: string) =>
        number !== own && numbers.has(number)
          ? []
          : [{ column, message: `No other part has the number ${number}: neither on file nor in this file.` }];
      return [
        ...fits.flatMap(({ model }) => (known.has(model.toLowerCase()) ? [] : [noModel("fits", model)])),
        ...instead.flatMap(other("instead")),
        ...holds.map(({ number }) => number).flatMap(other("holds")),
      ];
    };
  },
  async keep(db, { fresh, changed }, transaction) {
    const ids = new Set<string>();
    const byKey = new Map<string, string>();
    for (const row of await db.parts.findAll({ transaction })) {
      const part = row.get({ plain: true });
      ids.add(part.id);
      byKey.set(partKey(part), part.id);
    }
    for (const rows of portions(fresh)) {
      const made = rows.map((row) => ({ id: idFor(row.number, ids), ...toPart(row) }));
      for (const part of made) byKey.set(partKey(part), part.id);
      await db.parts.bulkCreate(made, { transaction });
    }
    for (const row of changed) {
      await db.parts.update(toPart(row), { where: { id: byKey.get(partKey(row)) ?? "" }, transaction });
    }
    await link(db, [...fresh, ...changed], byKey, transaction);
  },
};

/** The parts of each number: one number may be on file for several uses. */
async function partsByNumber(db: Database, transaction: At): Promise<Map<string, StorePartRow[]>> {
  const rows = (await db.parts.findAll({ transaction })).map((row) => row.get({ plain: true }));
  return grouped(rows, ({ number }) => number);
}

/** What each part fits, may be replaced by and holds, as its row says it: nothing else is left of what was said before. */
async function link(
  db: Database,
  rows: readonly PartFileRow[],
  byKey: ReadonlyMap<string, string>,
  transaction: Tx,
): Promise<void> {
  const known = await modelsByName(db, transaction);
  const numbered = await partsByNumber(db, transaction);
  const idOf = (row: PartFileRow): string => byKey.get(partKey(row)) ?? "";
  const other = (number: string, { role }: PartFileRow): string => {
    const all = numbered.get(number) ?? [];
    return (all.find((part) => part.role === role) ?? all[0])?.id ?? "";
  };
  for (const some of portions(rows)) {
    const ids = some.map(idOf);
    await db.partFits.destroy({ where: { partId: ids }, transaction });
    await db.partHolds.destroy({ where: { kitId: ids }, transaction });
    await db.partInstead.destroy({ where: { partId: ids }, transaction });
    await db.partInstead.destroy({ where: { otherId: ids }, transaction });
  }
  for (const some of portions(rows)) {
    const fits = some.flatMap((row) =>
      row.fits.map(({ model, position }) => {
        return { partId: idOf(row), bookId: known.get(model.toLowerCase())?.id ?? "", position };
      }),
    );
    await db.partFits.bulkCreate(fits, { transaction, ignoreDuplicates: true });
    const holds = some.flatMap((row) =>
      row.holds.map(({ number, count }) => ({ kitId: idOf(row), partId: other(number, row), count })),
    );
    await db.partHolds.bulkCreate(holds, { transaction, ignoreDuplicates: true });
    // Said of either, it is kept once.
    const instead = some.flatMap((row) =>
      row.instead.map((number) => {
        const [partId = "", otherId = ""] = [idOf(row), other(number, row)].sort();
        return { partId, otherId };
      }),
    );
    await db.partInstead.bulkCreate(instead, { transaction, ignoreDuplicates: true });
  }
}
