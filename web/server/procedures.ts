import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { assemble, IncludeFault, procedureSchema } from "@averin/core";
import { type Database } from "./database.ts";
import { keepProcedure } from "./stores/shop.ts";

/** So many faults of one file are shown; the rest is told by `./averin procedures check`. */
const MOST_SHOWN = 5;

/** The files of a folder that hold procedures. */
const shippedFiles = (folder: string): string[] =>
  readdirSync(folder)
    .filter((file) => file.endsWith(".json"))
    .sort();
const readJson = (file: string): unknown => JSON.parse(readFileSync(file, "utf8")) as unknown;

/** The pieces that procedures share, by name. */
export function sharedPieces(folder: string): Map<string, unknown> {
  const shared = path.join(folder, "shared");
  return new Map(shippedFiles(shared).map((file) => [file.replace(/\.json$/, ""), readJson(path.join(shared, file))]));
}

/** The id of the step, point or entry that a path leads into, for whoever looks for it in the file. */
function named(body: unknown, at: readonly PropertyKey[]): string {
  const [list, index] = at;
  const lists = body as Record<PropertyKey, { id?: unknown }[] | undefined>;
  const id = typeof index === "number" && list !== undefined ? lists[list]?.[index]?.id : undefined;
  return typeof id === "string" ? ` (${id})` : "";
}

/** What a procedure's shape has wrong, line by line: file, place, the step's own name, and what would be right. */
function shapeFaults(name: string, body: unknown): string[] {
  const parsed = procedureSchema.safeParse(body);
  if (parsed.success) return [];
  return parsed.error.issues.map(
    (issue) => `${name}: ${issue.path.join(".") || "$"}${named(body, issue.path)}: ${issue.message}`,
  );
}

/** A procedure's file with its shared pieces put in, or what is wrong with it, line by line. */
export type Whole = { file: string; body: unknown; faults: string[] };

/** A procedure as a file holds it, made whole and looked over; what the file itself has wrong is a fault like any other. */
export function wholeProcedure(file: string, pieces: ReadonlyMap<string, unknown>): Whole {
  const name = path.basename(file);
  try {
    const body = assemble(readJson(file), pieces);
    return { file: name, body, faults: shapeFaults(name, body) };
  } catch (error) {
    if (error instanceof SyntaxError)
      return { file: name, body: null, faults: [`${name}: not JSON: ${error.message}`] };
    if (error instanceof IncludeFault) return { file: name, body: null, faults: [`${name}: spine: ${error.message}`] };
    throw error;
  }
}

/** Every procedure of a folder, whole. */
export function wholeProcedures(folder: string): Whole[] {
  const pieces = sharedPieces(folder);
  return shippedFiles(folder).map((file) => wholeProcedure(path.join(folder, file), pieces));
}

/**
 * Takes the procedures of a folder into the shop. A file that cannot be followed is not taken: what is wrong is kept for
 * whoever opens a job, and jobs go on with the version they began with.
 */
export async function takeProcedures(db: Database, folder: string): Promise<void> {
  await db.procedureFaults.destroy({ where: {} });
  for (const { file, body, faults } of wholeProcedures(folder)) {
    if (faults.length === 0) await keepProcedure(db, body);
    else await db.procedureFaults.create({ file, message: faults.slice(0, MOST_SHOWN).join("\n") });
  }
}
