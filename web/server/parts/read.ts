import { type StorePart, storePartSchema } from "@averin/core";
import { QueryTypes } from "sequelize";
import type { At, Database, StorePartRow } from "../database.ts";
import { notFound } from "../refused.ts";
import { toldLine } from "../told.ts";
import { foundBy, synonymsOf } from "../words.ts";

/** What fits a model, by its role and number, with the places it fits, what may go in instead, and what a kit holds. */
export async function partsOfBook(db: Database, bookId: string | null, transaction: At): Promise<StorePart[]> {
  if (bookId === null) return [];
  const asked = { type: QueryTypes.SELECT, replacements: { bookId }, transaction } as const;
  const fits = "SELECT partId FROM part_fits WHERE bookId = :bookId";
  const rows = await db.sequelize.query<StorePartRow>(
    `SELECT p.* FROM store_parts p WHERE p.id IN (${fits}) ORDER BY p.role, p.number, p.id`,
    asked,
  );
  const positions = await db.partFits.findAll({ where: { bookId }, transaction });
  const instead = await db.sequelize.query<{ partId: string; number: string }>(
    `SELECT i.partId, p.number FROM (SELECT partId, otherId FROM part_instead UNION SELECT otherId, partId FROM part_instead) i
      JOIN store_parts p ON p.id = i.otherId WHERE i.partId IN (${fits}) ORDER BY p.number`,
    asked,
  );
  const holds = await db.sequelize.query<{ kitId: string; role: string; name: string; count: number }>(
    `SELECT h.kitId, p.role, p.name, h.count FROM part_holds h JOIN store_parts p ON p.id = h.partId
      WHERE h.kitId IN (${fits}) ORDER BY p.role, p.number`,
    asked,
  );
  return rows.map((row) => {
    const at = positions.filter((one) => one.get("partId") === row.id).map((one) => one.get("position") as string);
    return storePartSchema.parse({
      ...row,
      // One that fits everywhere fits at each place too.
      positions: at.includes("") ? [] : at,
      instead: instead.filter(({ partId }) => partId === row.id).map(({ number }) => number),
      holds: holds.filter(({ kitId }) => kitId === row.id).map(({ role, name, count }) => ({ role, name, count })),
    });
  });
}

/** So many parts are listed at once; others are found by a word. */
const MOST_PARTS = 200;

export type PartLine = StorePartRow & { fits: string | null };

/** Parts that every typed word is found in: their name, number, maker, what they are for, or a model they fit. */
export async function partLines(db: Database, search: string): Promise<{ parts: PartLine[]; more: boolean }> {
  const { where, replacements } = foundBy(
    "CONCAT_WS(' ', p.name, p.number, p.maker, p.role, p.fits)",
    search,
    await synonymsOf(db),
  );
  const rows = await db.sequelize.query<PartLine>(
    `SELECT p.* FROM (SELECT p.*, GROUP_CONCAT(DISTINCT CONCAT(b.maker, ' ', b.model) ORDER BY b.maker, b.model SEPARATOR ', ') AS fits
      FROM store_parts p LEFT JOIN part_fits f ON f.partId = p.id LEFT JOIN spec_books b ON b.id = f.bookId GROUP BY p.id) AS p
      ${where === "" ? "" : `WHERE ${where}`} ORDER BY p.name, p.number LIMIT ${MOST_PARTS + 1}`,
    { type: QueryTypes.SELECT, replacements },
  );
  return { parts: rows.slice(0, MOST_PARTS), more: rows.length > MOST_PARTS };
}

export type PartFit = { bookId: string; maker: string; model: string; position: string };
/** Another part that one has to do with. */
export type OtherPart = { id: string; name: string; number: string; stock: number };

/** So much of what became of a part is told. */
const MOST_TOLD = 20;

/** A part with the models it fits, what may go in instead of it, what it holds and which kits hold it. */
export async function partById(db: Database, id: string) {
  const part = (await db.parts.findByPk(id))?.get({ plain: true });
  if (!part) throw notFound("part");
  const asked = { type: QueryTypes.SELECT, replacements: { id } } as const;
  const other = "p.id, p.name, p.number, p.stock";
  const fits = await db.sequelize.query<PartFit>(
    `SELECT b.id AS bookId, b.maker, b.model, f.position FROM part_fits f JOIN spec_books b ON b.id = f.bookId
      WHERE f.partId = :id ORDER BY b.maker, b.model, f.position`,
    asked,
  );
  const instead = await db.sequelize.query<OtherPart>(
    `SELECT ${other} FROM store_parts p WHERE p.id IN (SELECT otherId FROM part_instead WHERE partId = :id
      UNION SELECT partId FROM part_instead WHERE otherId = :id) ORDER BY p.number`,
    asked,
  );
  const holds = await db.sequelize.query<OtherPart & { count: number }>(
    `SELECT ${other}, h.count FROM part_holds h JOIN store_parts p ON p.id = h.partId WHERE h.kitId = :id ORDER BY p.number`,
    asked,
  );
  const heldBy = await db.sequelize.query<OtherPart>(
    `SELECT ${other} FROM part_holds h JOIN store_parts p ON p.id = h.kitId WHERE h.partId = :id ORDER BY p.number`,
    asked,
  );
  const cameOf = await db.sequelize.query<{ how: string; count: number }>(
    `SELECT how, COUNT(*) AS count FROM job_outcomes WHERE FIND_IN_SET(:role, roles) > 0
      GROUP BY how ORDER BY count DESC, how`,
    { ...asked, replacements: { role: part.role } },
  );
  const log = await db.partLog.findAll({ where: { partId: id }, order: [["at", "DESC"]], limit: MOST_TOLD });
  return { part, fits, instead, holds, heldBy, cameOf, log: log.map((row) => toldLine(row.get({ plain: true }))) };
}
