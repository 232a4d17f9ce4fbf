import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { assemble, HistoryFault, IncludeFault, type Procedure, procedureSchema } from "@averin/core";
import { type Database } from "./database.ts";
import { keepProcedures, offerNewest } from "./stores/shop.ts";

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

/** A procedure's file with its shared pieces put in and read once; or null, and what is wrong with it, line by line. */
export type Whole = { file: string; procedure: Procedure | null; faults: string[] };

/** What its shape has wrong is told by file, place, the step's own name, and what would be right. */
function readWhole(name: string, body: unknown): Whole {
  const parsed = procedureSchema.safeParse(body);
  if (parsed.success) return { file: name, procedure: parsed.data, faults: [] };
  const faults = parsed.error.issues.map(
    (issue) => `${name}: ${issue.path.join(".") || "$"}${named(body, issue.path)}: ${issue.message}`,
  );
  return { file: name, procedure: null, faults };
}

/** A procedure as a file holds it, made whole and looked over; what the file itself has wrong is a fault like any other. */
export function wholeProcedure(file: string, pieces: ReadonlyMap<string, unknown>): Whole {
  const name = path.basename(file);
  const faulty = (fault: string): Whole => ({ file: name, procedure: null, faults: [`${name}: ${fault}`] });
  try {
    return readWhole(name, assemble(readJson(file), pieces));
  } catch (error) {
    if (error instanceof SyntaxError) return faulty(`not JSON: ${error.message}`);
    if (error instanceof HistoryFault) return faulty(error.message);
    if (error instanceof IncludeFault) return faulty(`spine: ${error.message}`);
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
  const whole = wholeProcedures(folder);
  await keepProcedures(
    db,
    whole.flatMap(({ procedure }) => procedure ?? []),
  );
  const told = (file: string, faults: readonly string[]) => ({
    file,
    message: faults.slice(0, MOST_SHOWN).join("\n"),
  });
  const kept = (await offerNewest(db)).map(({ procedure, faults }) =>
    told(procedure, [`${procedure} is kept for its jobs and not offered for new ones.`, ...faults]),
  );
  const files = whole.flatMap(({ file, procedure, faults }) => (procedure ? [] : [told(file, faults)]));
  await db.write(async (transaction) => {
    await db.procedureFaults.destroy({ where: {}, transaction });
    await db.procedureFaults.bulkCreate([...files, ...kept], { transaction });
  });
}
