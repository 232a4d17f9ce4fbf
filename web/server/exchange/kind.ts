import type { Actor, CellFault, Table } from "@averin/core";
import { randomUUID } from "node:crypto";
import type { At, Database, Tx } from "../database.ts";

/** What is kept of a file, and who takes it in; why its figures take the place of those on file, where they do. */
export type Taken<Row> = { fresh: readonly Row[]; changed: readonly Row[]; by: Actor; reason: string };

/** One kind of thing that goes in and out: its table, what is on file, what a row has to agree with, how rows are kept. */
export type Kind<Row> = {
  table: Table<Row>;
  /** Whose roles may take it in. */
  takenBy: readonly string[];
  /** What becomes of a row that differs from what is on file: taken, taken for a reason that is said, or refused. */
  changes: "taken" | "for a reason" | "refused";
  all: (db: Database, transaction: At) => Promise<Row[]>;
  /** Reads what rows are held against, and tells what of one does not agree with it. */
  against: (db: Database, rows: readonly Row[], transaction: At) => Promise<(row: Row) => CellFault[]>;
  keep: (db: Database, taken: Taken<Row>, transaction: Tx) => Promise<void>;
};

/** So many rows are written at once. */
const AT_ONCE = 1_000;

/** Rows in portions that the database takes at once. */
export const portions = <Row>(rows: readonly Row[]): Row[][] =>
  Array.from({ length: Math.ceil(rows.length / AT_ONCE) }, (_, i) => rows.slice(i * AT_ONCE, (i + 1) * AT_ONCE));

/** An id that says what it is of, where nothing has it yet. */
export function idFor(words: string, taken: Set<string>): string {
  const slug = words
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "")
    .slice(0, 60);
  const id = slug === "" || taken.has(slug) ? randomUUID() : slug;
  taken.add(id);
  return id;
}

/** The models there are, by maker and model in one, whatever their capitals. */
export async function modelsByName(db: Database, transaction: At) {
  const rows = await db.books.findAll({ transaction });
  return new Map(
    rows.map((row) => {
      const book = row.get({ plain: true });
      return [`${book.maker} ${book.model}`.toLowerCase(), book] as const;
    }),
  );
}

export const noModel = (column: string, model: string): CellFault => ({
  column,
  message: `No model is called ${model}: take its row in among the models first, or look at how it is written.`,
});
