import { readFileSync } from "node:fs";
import path from "node:path";
import { assemble, IncludeFault, procedureSchema, rehearse } from "@averin/core";
import { shapeFaults, sharedPieces, shippedFiles } from "../web/server/procedures.ts";
import { ROOT } from "./paths.ts";
import { Told } from "./told.ts";

const SHIPPED = path.join(ROOT, "procedures");

function read(file: string): unknown {
  let text: string;
  try {
    text = readFileSync(file, "utf8");
  } catch {
    throw new Told(`${file}: no such file, or it cannot be read.`);
  }
  try {
    return JSON.parse(text) as unknown;
  } catch (error) {
    throw new Told(`${file}: not JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** What is wrong with one procedure, line by line: its shape first, then what a rehearsal of it runs into. */
export function faultsOf(name: string, body: unknown): { faults: string[]; walks: number; lines: number } {
  let whole: unknown;
  try {
    whole = assemble(body, sharedPieces(SHIPPED));
  } catch (error) {
    if (!(error instanceof IncludeFault)) throw error;
    return { faults: [`${name}: spine: ${error.message}`], walks: 0, lines: 0 };
  }
  const shape = shapeFaults(name, whole);
  if (shape.length > 0) return { faults: shape, walks: 0, lines: 0 };
  const { faults, walks, lines } = rehearse(procedureSchema.parse(whole));
  return { faults: faults.map(({ at, message }) => `${name}: ${at}: ${message}`), walks, lines };
}

/** `./averin procedures check [FILE …]`: every procedure that ships, or those named, worked through in every way. */
export async function procedures(args: string[]): Promise<number> {
  const [what, ...files] = args;
  if (what !== "check") throw new Told("Use: ./averin procedures check [FILE …]");
  const chosen = files.length > 0 ? files : shippedFiles(SHIPPED).map((file) => path.join(SHIPPED, file));
  let wrong = 0;
  for (const file of chosen) {
    const name = path.basename(file);
    const started = Date.now();
    const { faults, walks, lines } = faultsOf(name, read(file));
    for (const fault of faults) process.stdout.write(`${fault}\n`);
    wrong += faults.length;
    const rate = Math.round((lines / Math.max(1, Date.now() - started)) * 1000);
    if (faults.length === 0) process.stdout.write(`${name}: whole; ${walks} walks, ${lines} lines, ${rate} a second\n`);
  }
  return wrong === 0 ? 0 : 1;
}
