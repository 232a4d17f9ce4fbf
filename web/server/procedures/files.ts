import {
  assemble,
  HistoryFault,
  IncludeFault,
  type Procedure,
  procedureSchema,
  type SymptomSet,
  symptomSetSchema,
} from "@averin/core";
import { existsSync, readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { z } from "zod";
import { type MachineKind, machineKindSchema } from "../machines/kinds.ts";
import { type Synonyms, synonymsSchema } from "../words.ts";

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

/** What may be said of machines at a counter, by kind; a file that is none is told by its name and left out. */
export function symptomSets(folder: string): { sets: SymptomSet[]; faults: { file: string; fault: string }[] } {
  const own = path.join(folder, "symptoms");
  const sets: SymptomSet[] = [];
  const faults: { file: string; fault: string }[] = [];
  for (const file of existsSync(own) ? shippedFiles(own) : []) {
    try {
      const parsed = symptomSetSchema.safeParse(readJson(path.join(own, file)));
      if (parsed.success) sets.push(parsed.data);
      for (const { path: at, message } of parsed.error?.issues.slice(0, 1) ?? []) {
        faults.push({ file: `symptoms/${file}`, fault: `symptoms/${file}: ${at.join(".") || "$"}: ${message}` });
      }
    } catch (error) {
      faults.push({ file: `symptoms/${file}`, fault: `symptoms/${file}: not JSON: ${(error as Error).message}` });
    }
  }
  return { sets, faults };
}

const kindsSchema = z.object({ kinds: z.array(machineKindSchema).min(1) });

/** What a machine may be, as the folder has it. Throws where its file is none: it ships with Averin. */
export const machineKinds = (folder: string): MachineKind[] =>
  kindsSchema.parse(readJson(path.join(folder, "machines", "kinds.json"))).kinds;

const groupsSchema = z.object({ groups: synonymsSchema });

/** Words that people use for one thing, as the folder has them. Throws where its file is none: it ships with Averin. */
export const synonymsIn = (folder: string): Synonyms =>
  groupsSchema.parse(readJson(path.join(folder, "machines", "synonyms.json"))).groups;

/** Every procedure of a folder, whole. */
export function wholeProcedures(folder: string): Whole[] {
  const pieces = sharedPieces(folder);
  return shippedFiles(folder).map((file) => wholeProcedure(path.join(folder, file), pieces));
}
