/** One row of a file, as text by its column; a cell that is missing is empty. */
export type Cells = Readonly<Record<string, string>>;
/** What is wrong with a cell, in words that say what would be right. */
export type CellFault = { column: string; message: string };
/** A row that was read, or everything that is wrong with it. */
export type ReadRow<Row> = { ok: true; value: Row } | { ok: false; faults: CellFault[] };

const FORMULA = /^[=+\-@\t\r]/;
const PLAIN_NUMBER = /^[+-]?(\d+([.,]\d+)?|[.,]\d+)(e[+-]?\d+)?$/i;
const SIGN = "'";

/**
 * A cell as it goes out: what a spreadsheet would run as a formula begins with an apostrophe there, and so does what
 * began with one. Plain numbers never do. Source: the characters that common spreadsheets take for the beginning of a
 * formula, common practice.
 */
export const disarmed = (text: string): string =>
  text.startsWith(SIGN) || (FORMULA.test(text) && !PLAIN_NUMBER.test(text)) ? `${SIGN}${text}` : text;

/** A cell as it comes in: the apostrophe that disarmed it is taken off, one of its own stays. */
export const asWritten = (text: string): string =>
  text.startsWith(SIGN) && (text.startsWith(SIGN, 1) || FORMULA.test(text.slice(1))) ? text.slice(1) : text;

/** Reads the cells of one row and gathers what is wrong with each, so that all of it is told at once. */
export function reader(cells: Cells) {
  const faults: CellFault[] = [];
  const wrong = (column: string, message: string): null => {
    if (!faults.some((fault) => fault.column === column)) faults.push({ column, message });
    return null;
  };
  const text = (column: string): string => (cells[column] ?? "").trim();
  const words = (column: string, most: number): string => {
    const typed = text(column);
    if (typed.length <= most) return typed;
    wrong(column, `At most ${most} letters; these are ${typed.length}.`);
    return "";
  };
  return {
    faults,
    wrong,
    words,
    /** Words that have to be there. */
    needed(column: string, most: number, like: string): string {
      const typed = words(column, most);
      if (text(column) === "") wrong(column, `Empty: ${like}.`);
      return typed;
    },
    /** A number; null where the cell is empty or holds none, which is told. */
    number(column: string): number | null {
      const typed = text(column);
      if (typed === "") return null;
      if (/^[+-]?\d{1,3},\d{3}$/.test(typed)) {
        const [whole = "", rest = ""] = typed.split(",");
        return wrong(
          column,
          `${typed}: is that ${whole}.${rest} or ${whole}${rest}? Write it with a point, or without.`,
        );
      }
      if (PLAIN_NUMBER.test(typed)) return Number(typed.replace(",", "."));
      return wrong(column, `"${typed}" is no number: write one such as 2.72, without its unit.`);
    },
    /** A whole number from 0. */
    count(column: string, most = 1_000_000): number | null {
      const typed = text(column);
      if (typed === "") return null;
      if (/^\d{1,7}$/.test(typed) && Number(typed) <= most) return Number(typed);
      return wrong(column, `"${typed}" is no whole number from 0 to ${most}.`);
    },
    /** A day as 2026-11-29; null where there is none. */
    day(column: string): string | null {
      const typed = text(column);
      if (typed === "") return null;
      const [year, month, day] = typed.split("-").map(Number);
      const last =
        month === undefined
          ? 0
          : [4, 6, 9, 11].includes(month)
            ? 30
            : month === 2
              ? year !== undefined && isLeap(year)
                ? 29
                : 28
              : 31;
      const is = /^\d{4}-\d\d-\d\d$/.test(typed) && month !== undefined && month >= 1 && month <= 12;
      if (is && day !== undefined && day >= 1 && day <= last) return typed;
      return wrong(column, `"${typed}" is no day: write year, month and day as 2026-11-29.`);
    },
    /** One of a few words. */
    oneOf<Word extends string>(column: string, among: readonly Word[]): Word | null {
      const typed = text(column);
      const found = among.find((word) => word === typed);
      return found ?? wrong(column, `${typed === "" ? "Empty" : `"${typed}"`}: one of ${among.join(", ")}.`);
    },
    /** The lines of a cell that holds several things. */
    lines: (column: string): string[] =>
      text(column)
        .split(/\r?\n/)
        .map((line) => line.trim())
        .filter((line) => line !== ""),
    row: <Row>(value: Row): ReadRow<Row> => (faults.length === 0 ? { ok: true, value } : { ok: false, faults }),
  };
}
export type Reader = ReturnType<typeof reader>;

const isLeap = (year: number): boolean => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;

/** A number as text that reads back as the same number. */
export const numberText = (value: number | null | undefined): string => (value == null ? "" : String(value));
