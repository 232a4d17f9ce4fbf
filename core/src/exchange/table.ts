import type { Figures } from "../figures/index.ts";
import type { CellFault, Cells, ReadRow } from "./cells.ts";

/** A column of a file: its name, what stands in it, whether it may be empty. */
export type Column = { name: string; about: string; needed?: true };

/** One kind of thing that goes in and out as a file: its columns, and how a row is read and written. */
export type Table<Row> = {
  id: string;
  /** What it is called where one chooses it. */
  title: string;
  about: string;
  columns: readonly Column[];
  /** What tells one row from another, in words. */
  key: (row: Row) => string;
  read: (cells: Cells, figures: Figures) => ReadRow<Row>;
  write: (row: Row, figures: Figures) => Record<string, string>;
};

export const column = (name: string, about: string): Column => ({ name, about });
export const needed = (name: string, about: string): Column => ({ name, about, needed: true });

/** Keys are the same whatever their capitals. */
export const keyOf = (...parts: readonly string[]): string => parts.map((part) => part.toLowerCase()).join("\u0000");

/**
 * What is wrong with the head of a file for a table, or null: columns that are missing, columns that nobody knows. A file
 * of another kind is told as such.
 */
export function headFault(
  table: Table<never>,
  head: readonly string[],
  tables: readonly Table<never>[],
): CellFault | null {
  const lacks = ({ columns }: Table<never>) => columns.filter((c) => c.needed && !head.includes(c.name));
  const missing = lacks(table);
  const strange = head.filter((name) => !table.columns.some((c) => c.name === name));
  if (missing.length === 0 && strange.length === 0) return null;
  const other = tables.find(
    (one) => one !== table && lacks(one).length === 0 && head.every((h) => one.columns.some((c) => c.name === h)),
  );
  const is = other ? ` It looks like a file of ${other.title.toLowerCase()}.` : "";
  const names = (all: readonly string[]): string => all.map((name) => `"${name}"`).join(", ");
  const message = [
    `This is no file of ${table.title.toLowerCase()}.${is}`,
    missing.length > 0 ? ` It lacks ${names(missing.map(({ name }) => name))}.` : "",
    strange.length > 0 ? ` Nobody knows the column ${names(strange)}.` : "",
    ` Its columns are ${table.columns.map(({ name }) => name).join(", ")}.`,
  ];
  return { column: strange[0] ?? missing[0]?.name ?? "", message: message.join("") };
}

/** The published schema of a table's JSON file, as JSON Schema (draft 2020-12). */
export function jsonSchemaOf(table: Table<never>): object {
  return {
    $schema: "https://json-schema.org/draft/2020-12/schema",
    title: `Averin: ${table.title.toLowerCase()}`,
    description: table.about,
    type: "object",
    required: ["averin", "format", "rows"],
    additionalProperties: false,
    properties: {
      averin: { const: table.id },
      format: { const: FILE_FORMAT },
      rows: {
        type: "array",
        items: {
          type: "object",
          required: table.columns.filter((c) => c.needed).map(({ name }) => name),
          additionalProperties: false,
          properties: Object.fromEntries(
            table.columns.map(({ name, about }) => [name, { type: ["string", "number", "null"], description: about }]),
          ),
        },
      },
    },
  };
}

/** The format in which files are written today. */
export const FILE_FORMAT = 1;
