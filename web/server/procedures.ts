import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { assemble, procedureSchema } from "@averin/core";
import { type Database } from "./database.ts";
import { keepProcedure } from "./stores/shop.ts";

/** The files of a folder that hold procedures. */
export const shippedFiles = (folder: string): string[] =>
  readdirSync(folder)
    .filter((file) => file.endsWith(".json"))
    .sort();
export const readJson = (file: string): unknown => JSON.parse(readFileSync(file, "utf8")) as unknown;

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
export function shapeFaults(name: string, body: unknown): string[] {
  const parsed = procedureSchema.safeParse(body);
  if (parsed.success) return [];
  return parsed.error.issues.map(
    (issue) => `${name}: ${issue.path.join(".") || "$"}${named(body, issue.path)}: ${issue.message}`,
  );
}

/**
 * Takes the procedures of a folder into the shop. A file that cannot be followed is not taken: what is wrong is kept for
 * whoever opens a job, and jobs go on with the version they began with.
 */
export async function takeProcedures(db: Database, folder: string): Promise<void> {
  const pieces = sharedPieces(folder);
  await db.procedureFaults.destroy({ where: {} });
  for (const file of shippedFiles(folder)) {
    let faults: string[];
    try {
      const body = assemble(readJson(path.join(folder, file)), pieces);
      faults = shapeFaults(file, body);
      if (faults.length === 0) await keepProcedure(db, body);
    } catch (error) {
      if (!(error instanceof SyntaxError) && (error as Error).name !== "IncludeFault") throw error;
      faults = [`${file}: ${(error as Error).message}`];
    }
    if (faults.length > 0) await db.procedureFaults.create({ file, message: faults.slice(0, 5).join("\n") });
  }
}
