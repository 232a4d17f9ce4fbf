import type { Actor, CellFault, Cells, Figures } from "@averin/core";
import { setImmediate as breathe } from "node:timers/promises";
import type { At, Database } from "../database.ts";
import { knownFigures } from "../procedures/read.ts";
import { notFound, Refused } from "../refused.ts";
import { figures, models } from "./books.ts";
import { type Coding, fileOf, rowsIn, textOf } from "./files.ts";
import type { Kind } from "./kind.ts";
import { machines } from "./machines.ts";
import { parts } from "./parts.ts";
import { gauges, people, wrenches } from "./tools.ts";

/** Everything that goes in and out as a file, in the order in which one rests on another. */
export const KINDS: readonly Kind<never>[] = [models, figures, machines, parts, gauges, wrenches, people] as never[];
export const TABLES = KINDS.map(({ table }) => table);

/** The kind of a file by its name. Errors: not found. */
export function kindCalled(id: string): Kind<never> {
  const kind = KINDS.find(({ table }) => table.id === id);
  if (!kind) throw notFound("kind of file");
  return kind;
}

/** What is wrong in a file, and where: the line is a row's number in JSON. */
export type FileFault = CellFault & { line: number };
/** What becomes of each row of a file; so many of its faults as are told, and how many there are. */
export type Looked = {
  rows: number;
  fresh: number;
  same: number;
  changed: number;
  faults: FileFault[];
  faultCount: number;
  taken: boolean;
};

const MOST_FAULTS = 500;
/** After so many rows others get their turn, and how far it is is told. */
const A_TURN = 500;

/** How a file is taken: looked at only, or taken in; why its figures take the place of those on file. */
export type Asked = { take: boolean; reason: string; coding: Coding | null; by: Actor };

type Progress = (rows: number) => void;
type Sorted = { fresh: never[]; changed: never[]; same: number };

/** All rows of a kind as cells, in an order that depends on nothing but what they say. */
async function rowsOf(db: Database, kind: Kind<never>, known: Figures, transaction: At): Promise<[string, Cells][]> {
  const rows = await kind.all(db, transaction);
  return rows
    .map((row): [string, Cells] => [kind.table.key(row), kind.table.write(row, known)])
    .sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0));
}

/** What is on file of a kind as a file. */
export async function exported(db: Database, id: string, as: "csv" | "json"): Promise<Buffer> {
  const kind = kindCalled(id);
  const rows = await rowsOf(db, kind, await knownFigures(db, null), null);
  return fileOf(
    kind.table,
    rows.map(([, cells]) => cells),
    as,
  );
}

/**
 * Looks at a file, and takes it in where that is asked and nothing is wrong with any of its rows: all of it or nothing.
 * Errors: type where the file cannot be read at all, or is of another kind.
 */
export async function lookAtFile(
  db: Database,
  id: string,
  bytes: Buffer,
  asked: Asked,
  progress: Progress = () => undefined,
): Promise<Looked> {
  const kind = kindCalled(id);
  const known = await knownFigures(db, null);
  const { rows, lines, faults, count } = await readRows(kind, textOf(bytes, asked.coding), known, progress);
  const look = async (transaction: At): Promise<Sorted> => {
    const against = await kind.against(db, rows, transaction);
    for (const [i, row] of rows.entries()) {
      for (const fault of against(row)) faults.push({ line: lines[i] ?? 0, ...fault });
    }
    return sorted(kind, rows, lines, await rowsOf(db, kind, known, transaction), known, asked.reason, faults);
  };
  const { fresh, changed, same } =
    asked.take && faults.length === 0
      ? await db.write(async (transaction) => {
          faults.length = 0;
          const found = await look(transaction);
          if (faults.length === 0) await kind.keep(db, { ...found, by: asked.by, reason: asked.reason }, transaction);
          return found;
        })
      : await look(null);
  faults.sort((a, b) => a.line - b.line);
  return {
    ...{ rows: count, fresh: fresh.length, same, changed: changed.length },
    ...{ faults: faults.slice(0, MOST_FAULTS), faultCount: faults.length, taken: asked.take && faults.length === 0 },
  };
}

/** Every row that can be read, with its line, and what is wrong with the others. */
async function readRows(kind: Kind<never>, text: string, known: Figures, progress: Progress) {
  const rows: never[] = [];
  const lines: number[] = [];
  const faults: FileFault[] = [];
  const first = new Map<string, number>();
  let count = 0;
  for await (const { line, cells, damage } of rowsIn(kind.table, TABLES, text)) {
    count += 1;
    if (count % A_TURN === 0) {
      progress(count);
      await breathe();
    }
    if (damage !== null) {
      faults.push({ line, column: "", message: damage });
      continue;
    }
    const read = kind.table.read(cells, known);
    if (!read.ok) {
      faults.push(...read.faults.map((fault) => ({ line, ...fault })));
      continue;
    }
    const key = kind.table.key(read.value);
    const twin = first.get(key);
    if (twin !== undefined) {
      const [column] = kind.table.columns;
      faults.push({ line, column: column?.name ?? "", message: `The same stands on line ${twin} already.` });
      continue;
    }
    first.set(key, line);
    rows.push(read.value);
    lines.push(line);
  }
  progress(count);
  return { rows, lines, faults, count };
}

/** Rows that are new, that are on file as they are, and that are on file otherwise; what may not be otherwise is told. */
function sorted(
  { table, changes }: Kind<never>,
  rows: readonly never[],
  lines: readonly number[],
  onFile: readonly [string, Cells][],
  known: Figures,
  reason: string,
  faults: FileFault[],
): Sorted {
  const kept = new Map(onFile);
  const found: Sorted = { fresh: [], changed: [], same: 0 };
  for (const [i, row] of rows.entries()) {
    const before = kept.get(table.key(row));
    const cells = table.write(row, known);
    const other = before && table.columns.find(({ name }) => (before[name] ?? "") !== (cells[name] ?? ""))?.name;
    if (!before) found.fresh.push(row);
    else if (other === undefined) found.same += 1;
    else found.changed.push(row);
    if (!before || other === undefined || changes === "taken" || (changes === "for a reason" && reason !== ""))
      continue;
    const differs = `On file is ${before[other] || "nothing"}, here ${cells[other] || "nothing"}.`;
    const way = changes === "refused" ? "Change it on its own page, or leave the row out." : WHY;
    faults.push({ line: lines[i] ?? 0, column: other, message: `${differs} ${way}` });
  }
  return found;
}

const WHY = "Say why the file’s take the place of those on file, or leave the row out.";

/** Takes a file in whole. Errors: as `lookAtFile`; what is wrong with its first row where anything is. */
export async function takeFile(db: Database, id: string, bytes: Buffer, by: Actor): Promise<void> {
  const { faults } = await lookAtFile(db, id, bytes, { take: true, reason: "", coding: null, by });
  const [fault] = faults;
  if (!fault) return;
  throw new Refused(422, { code: "type", path: fault.column, message: `${id}, line ${fault.line}: ${fault.message}` });
}
