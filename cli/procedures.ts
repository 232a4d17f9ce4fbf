import { accessSync, constants } from "node:fs";
import path from "node:path";
import { rehearse } from "@averin/core";
import { sharedPieces, type Whole, wholeProcedure, wholeProcedures } from "../web/server/procedures.ts";
import { ROOT } from "./paths.ts";
import { Told } from "./told.ts";

const SHIPPED = path.join(ROOT, "procedures");

function readable(file: string): string {
  try {
    accessSync(file, constants.R_OK);
    return file;
  } catch {
    throw new Told(`${file}: no such file, or it cannot be read.`);
  }
}

/** What a rehearsal of one procedure runs into; what cannot be followed at all is not rehearsed. */
function tried({ file, procedure, faults }: Whole): { faults: string[]; walks: number; lines: number } {
  if (procedure === null) return { faults, walks: 0, lines: 0 };
  const rehearsal = rehearse(procedure);
  return { ...rehearsal, faults: rehearsal.faults.map(({ at, message }) => `${file}: ${at}: ${message}`) };
}

/** `./averin procedures check [FILE …]`: every procedure that ships, or those named, worked through in every way. */
export async function procedures(args: string[]): Promise<number> {
  const [what, ...files] = args;
  if (what !== "check") throw new Told("Use: ./averin procedures check [FILE …]");
  const pieces = sharedPieces(SHIPPED);
  const chosen =
    files.length > 0 ? files.map((file) => wholeProcedure(readable(file), pieces)) : wholeProcedures(SHIPPED);
  let wrong = 0;
  for (const whole of chosen) {
    const started = Date.now();
    const { faults, walks, lines } = tried(whole);
    for (const fault of faults) process.stdout.write(`${fault}\n`);
    wrong += faults.length;
    const rate = Math.round((lines / Math.max(1, Date.now() - started)) * 1000);
    if (faults.length === 0) {
      process.stdout.write(`${whole.file}: whole; ${walks} walks, ${lines} lines, ${rate} a second\n`);
    }
  }
  return wrong === 0 ? 0 : 1;
}
