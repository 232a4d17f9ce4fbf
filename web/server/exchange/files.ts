import { asWritten, type Cells, disarmed, FILE_FORMAT, headFault, type Table } from "@averin/core";
import { parse } from "csv-parse";
import { stringify } from "csv-stringify/sync";
import { z } from "zod";
import { Refused } from "../refused.ts";

/** Codings that a file may be in besides those that are known by themselves, as they are asked for. */
export const CODINGS = ["windows-1252", "windows-1250", "windows-1251", "iso-8859-15"] as const;
export type Coding = (typeof CODINGS)[number];

/** The largest file taken in, in bytes: fifty thousand rows are a third of it. */
export const MOST_FILE_BYTES = 24 * 2 ** 20;

const no = (path: string, message: string): Refused => new Refused(422, { code: "type", path, message });

const DECODED: readonly { mark: readonly number[]; coding: string }[] = [
  { mark: [0xef, 0xbb, 0xbf], coding: "utf-8" },
  { mark: [0xff, 0xfe], coding: "utf-16le" },
  { mark: [0xfe, 0xff], coding: "utf-16be" },
];

/** How many of the first bytes at odd and at even places are nought: text of two bytes a letter shows by that. */
function noughts(bytes: Buffer): { even: number; odd: number } {
  const first = bytes.subarray(0, 2_000);
  const at = (rest: number) => first.filter((byte, i) => byte === 0 && i % 2 === rest).length;
  return { even: at(0), odd: at(1) };
}

/**
 * A file's text: UTF-8 with or without its mark and UTF-16 are known, anything else is asked. Errors: type, path coding,
 * where it has to be said.
 */
export function textOf(bytes: Buffer, coding: Coding | null): string {
  if (bytes.length === 0) throw no("$", "The file is empty.");
  if (coding !== null) return new TextDecoder(coding).decode(bytes);
  const marked = DECODED.find(({ mark }) => mark.every((byte, i) => bytes[i] === byte));
  const { even, odd } = noughts(bytes);
  const wide = odd > even * 4 ? "utf-16le" : even > odd * 4 ? "utf-16be" : "utf-8";
  try {
    return new TextDecoder(marked?.coding ?? wide, { fatal: true }).decode(bytes);
  } catch {
    const message = `The file is in neither UTF-8 nor UTF-16: say what it was written in, ${CODINGS.join(", ")}, or save it anew as UTF-8.`;
    throw no("coding", message);
  }
}

/** A row with the line that it begins on; a row that is damaged has no cells, and says what is wrong. */
export type FileRow = { line: number; cells: Cells; damage: string | null };

const jsonSchema = z.strictObject({
  averin: z.string(),
  format: z.literal(FILE_FORMAT),
  rows: z.array(z.record(z.string(), z.union([z.string(), z.number(), z.null()]))),
});

/** The rows of a file one after the other: JSON where it begins like it, else CSV with commas, semicolons or tabs. */
export async function* rowsIn(
  table: Table<never>,
  tables: readonly Table<never>[],
  text: string,
): AsyncGenerator<FileRow> {
  if (/^\s*[{[]/.test(text)) yield* jsonRows(table, tables, text);
  else yield* csvRows(table, tables, text);
}

function* jsonRows(table: Table<never>, tables: readonly Table<never>[], text: string): Generator<FileRow> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw no("$", `The file is damaged: ${error instanceof Error ? error.message : "it is no JSON"}.`);
  }
  const file = jsonSchema.safeParse(value);
  if (!file.success) {
    const [issue] = file.error.issues;
    const message = `This is no file of ${table.title.toLowerCase()}: ${issue?.path.join(".") ?? ""} ${issue?.message ?? ""}. It is written as {"averin": "${table.id}", "format": ${FILE_FORMAT}, "rows": […]}.`;
    throw no("$", message);
  }
  if (file.data.averin !== table.id) {
    const other = tables.find(({ id }) => id === file.data.averin)?.title.toLowerCase() ?? `"${file.data.averin}"`;
    throw no("$", `This is no file of ${table.title.toLowerCase()}: it says that it is one of ${other}.`);
  }
  const head = [...new Set(file.data.rows.flatMap((row) => Object.keys(row)))];
  const fault = file.data.rows.length === 0 ? null : headFault(table, head, tables);
  if (fault) throw no("$", fault.message);
  for (const [i, row] of file.data.rows.entries()) {
    const cells = Object.fromEntries(
      Object.entries(row).map(([name, cell]) => [name, cell === null ? "" : String(cell)]),
    );
    yield { line: i + 1, cells, damage: null };
  }
}

/** The mark between cells: whichever of the three stands most often in the head. */
function delimiterOf(text: string): string {
  const [head = ""] = text.split(/\r?\n/, 1);
  const often = (mark: string): number => head.split(mark).length;
  return [",", ";", "\t"].reduce((best, mark) => (often(mark) > often(best) ? mark : best));
}

const DAMAGE: Readonly<Record<string, string>> = {
  CSV_QUOTE_NOT_CLOSED: "a quote is opened and never closed",
  CSV_INVALID_CLOSING_QUOTE: "a quote stands in the middle of a cell; write it twice within a quoted cell",
  INVALID_OPENING_QUOTE: "a quote stands in the middle of a cell; write it twice within a quoted cell",
};

async function* csvRows(table: Table<never>, tables: readonly Table<never>[], text: string): AsyncGenerator<FileRow> {
  const parser = parse(text, {
    ...{ delimiter: delimiterOf(text), skip_empty_lines: true, relax_column_count: true, info: true, bom: true },
  });
  let head: string[] | null = null;
  let before = 0;
  try {
    for await (const read of parser as AsyncIterable<{ record: string[]; info: { lines: number } }>) {
      const record = read.record.map(asWritten);
      const line = before + 1;
      before = read.info.lines;
      if (head === null) {
        head = record.map((name) => name.trim());
        const twice = head.find((name, i) => head?.indexOf(name) !== i);
        if (twice !== undefined) throw no("$", `The column "${twice}" stands twice.`);
        const fault = headFault(table, head, tables);
        if (fault) throw no("$", fault.message);
        continue;
      }
      const names: readonly string[] = head;
      const damage =
        record.length === names.length
          ? null
          : `${record.length} cells where the head names ${names.length}: a mark between cells that stands within one needs quotes around it.`;
      yield {
        line,
        cells: damage === null ? Object.fromEntries(names.map((name, i) => [name, record[i] ?? ""])) : {},
        damage,
      };
    }
  } catch (error) {
    if (error instanceof Refused) throw error;
    const { code = "", message = "" } = error as { code?: string; message?: string };
    const line = /at line (\d+)/.exec(message)?.[1] ?? String(before + 1);
    throw no("$", `The file is damaged: up to line ${line} ${DAMAGE[code] ?? "it cannot be read"}.`);
  }
  if (head === null) throw no("$", "The file is empty: its first line names the columns.");
}

/** Rows as a file: CSV as RFC 4180 has it, with the mark of UTF-8, what a spreadsheet would run disarmed; or JSON. */
export function fileOf(table: Table<never>, rows: readonly Cells[], as: "csv" | "json"): Buffer {
  const names = table.columns.map(({ name }) => name);
  if (as === "csv") {
    const lines = [names, ...rows.map((row) => names.map((name) => disarmed(row[name] ?? "")))];
    return Buffer.from(stringify(lines, { bom: true, record_delimiter: "\r\n" }), "utf8");
  }
  const lines = rows.map((row) => {
    const said = names.filter((name) => (row[name] ?? "") !== "").map((name) => [name, row[name]]);
    return JSON.stringify(Object.fromEntries(said));
  });
  const body = lines.length === 0 ? "[]" : `[\n${lines.join(",\n")}\n]`;
  return Buffer.from(`{ "averin": ${JSON.stringify(table.id)}, "format": ${FILE_FORMAT}, "rows": ${body} }\n`, "utf8");
}
