import { configOf, holdsHere, readFigure, type Spec, specsOfBuild } from "@averin/core";
import { QueryTypes } from "sequelize";
import { z } from "zod";
import { type At, type Database, fromJson } from "../database.ts";
import { notFound } from "../refused.ts";
import { foundBy } from "../words.ts";
import { knownFigures } from "../procedures/read.ts";

async function bookSpecs(db: Database, bookId: string | null, transaction: At): Promise<Spec[]> {
  if (bookId === null) return [];
  const rows = await db.specs.findAll({ where: { bookId }, transaction });
  return rows.map((row) => readFigure(row.get("body"), row.get("format") as number));
}

/** Whose figures: a machine's own, and those of its model's book. */
export type Whose = { machineId: string; bookId: string | null; year: number | null; serial: string };

/**
 * A machine's figures: its own, the newest of each, before those of its model's book; what was overruled by them, or
 * by a narrower one of the book, which stays in sight; and what is on file for another build only.
 */
export async function specsOf(
  db: Database,
  { machineId, bookId, year, serial }: Whose,
  transaction: At,
): Promise<{ specs: Spec[]; overruled: Spec[]; otherBuilds: Spec[] }> {
  const rows = await db.machineFigures.findAll({
    where: { machineId },
    order: [["enteredAt", "DESC"]],
    transaction,
  });
  const own = rows.map((row) => readFigure(row.get("body"), row.get("format") as number));
  const newest = own.filter((spec, i) => own.findIndex((other) => other.key === spec.key) === i);
  const ofBook = await bookSpecs(db, bookId, transaction);
  const asked = ofBook.filter((spec) => !newest.some((other) => other.key === spec.key));
  const known = await knownFigures(db, transaction);
  const specs = specsOfBuild([...newest, ...asked], { year, serial }, known);
  const governs = new Map(specs.map((spec) => [spec.key, spec]));
  const config = configOf(specs, known);
  const overruled = [...own, ...ofBook].filter(
    (spec) => (governs.get(spec.key) ?? spec) !== spec && holdsHere(spec, { year, serial }, config),
  );
  return { specs, overruled, otherBuilds: asked.filter((spec) => !governs.has(spec.key)) };
}

/** The keys of the figures that a machine has of its own. */
export async function ownFigures(db: Database, machineId: string): Promise<ReadonlySet<string>> {
  const rows = await db.machineFigures.findAll({ where: { machineId } });
  return new Set(rows.map((row) => row.get("specKey") as string));
}

export async function booksOf(db: Database) {
  return (await db.books.findAll({ order: ["maker", "model"] })).map((row) => row.get({ plain: true }));
}

export type BookLine = { id: string; maker: string; model: string; builds: string[]; machines: number } & Doubts;
/** How many figures a book has, how many of them are guesses, and how many nobody has checked. */
type Doubts = { figures: number; guesses: number; unchecked: number };

/** So many books are listed at once; others are found by a word of their maker or model. */
const MOST_BOOKS = 200;

/** The books whose maker and model have every typed word in them, with how much each holds and how far it is checked. */
export async function bookLines(db: Database, search: string): Promise<{ books: BookLine[]; more: boolean }> {
  const { where, replacements } = foundBy("CONCAT_WS(' ', b.maker, b.model)", search);
  const rows = await db.sequelize.query<BookLine & { builds: unknown }>(
    `SELECT b.id, b.maker, b.model, b.builds, COUNT(s.specKey) AS figures,
      CAST(COALESCE(SUM(JSON_VALUE(s.body, '$.source.grade') = 'guess'), 0) AS INTEGER) AS guesses,
      CAST(COALESCE(SUM(s.specKey IS NOT NULL AND JSON_VALUE(s.body, '$.source.checkedBy') IS NULL), 0) AS INTEGER) AS unchecked,
      (SELECT COUNT(*) FROM machines m WHERE m.bookId = b.id) AS machines
      FROM spec_books b LEFT JOIN specs s ON s.bookId = b.id ${where === "" ? "" : `WHERE ${where}`}
      GROUP BY b.id ORDER BY b.maker, b.model LIMIT ${MOST_BOOKS + 1}`,
    { type: QueryTypes.SELECT, replacements },
  );
  const books = rows
    .slice(0, MOST_BOOKS)
    .map((row) => ({ ...row, builds: z.array(z.string()).parse(fromJson(row.builds)) }));
  return { books, more: rows.length > MOST_BOOKS };
}

export type BookFigure = { spec: Spec; enteredBy: string | null; enteredAt: Date | null };
export type Superseded = { spec: Spec; by: string; at: Date; reason: string };

/** A book with its figures, and what each took the place of, the newest first. */
export async function bookById(db: Database, id: string) {
  const row = await db.books.findByPk(id);
  if (!row) throw notFound("spec book");
  const figures = (await db.specs.findAll({ where: { bookId: id }, order: ["specKey", "scope"] })).map(
    (one): BookFigure => {
      const { body, format, enteredBy, enteredAt } = one.get({ plain: true });
      return { spec: readFigure(body, format), enteredBy, enteredAt };
    },
  );
  const before = await db.superseded.findAll({ where: { bookId: id }, order: [["supersededAt", "DESC"]] });
  const superseded = before.map((one): Superseded => {
    const { body, format, supersededBy: by, supersededAt: at, reason } = one.get({ plain: true });
    return { spec: readFigure(body, format), by, at, reason };
  });
  return { book: row.get({ plain: true }), figures, superseded };
}
