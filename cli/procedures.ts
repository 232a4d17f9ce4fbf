import { accessSync, constants, readFileSync } from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import {
  type Procedure,
  procedureJsonSchema,
  readThrough,
  rehearse,
  rehearseTogether,
  type WorkAsked,
} from "@averin/core";
import { z } from "zod";
import { sharedPieces, type Whole, wholeProcedure, wholeProcedures } from "../web/server/procedures/files.ts";
import { keepProcedures, offerNewest } from "../web/server/procedures/store.ts";
import { ROOT } from "./paths.ts";
import { onShopDatabase } from "./server/running.ts";
import { Told } from "./told.ts";

const SHIPPED = path.join(ROOT, "procedures");
const USE = `Use: ./averin procedures check [FILE …]
     ./averin procedures walk FILE [--machine WORDS.json] [--answers ANSWERS.json]
     ./averin procedures take FILE …
     ./averin procedures schema`;

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

/** Every procedure that ships, or those named, worked through in every way. */
function check(files: readonly string[]): number {
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
  if (files.length === 0) wrong += checkTogether(chosen.flatMap(({ procedure }) => procedure ?? []));
  return wrong === 0 ? 0 : 1;
}

const buildsSchema = z.object({ together: z.array(z.array(z.string())) });
const seconds = (from: number): string => ((Date.now() - from) / 1000).toFixed(1);

/** Every two works that one machine can have and that share a step: in the shop's presets, then with answers by pairs. */
function checkTogether(all: readonly Procedure[]): number {
  const { together } = buildsSchema.parse(JSON.parse(readFileSync(path.join(SHIPPED, "machines/builds.json"), "utf8")));
  let wrong = 0;
  for (const thorough of [false, true]) {
    const started = Date.now();
    let pairs = 0;
    let walks = 0;
    for (const [a, b] of pairsOf(all, together)) {
      const done = rehearseTogether([a, b], thorough);
      walks += done.walks;
      pairs += Number(done.walks > 0);
      const faults = new Set(
        done.faults.map(({ at, message }) => `${a.procedure.id} + ${b.procedure.id}: ${at}: ${message}`),
      );
      for (const fault of faults) process.stdout.write(`${fault}\n`);
      wrong += faults.size;
    }
    const how = thorough ? "with answers by pairs" : "in the shop’s presets";
    process.stdout.write(`${pairs} pairs of works ${how}: ${walks} walks, ${seconds(started)} s\n`);
  }
  return wrong;
}

/** Two works of one job: of two procedures, or of one at two places. */
function* pairsOf(
  all: readonly Procedure[],
  together: readonly (readonly string[])[],
): Generator<[WorkAsked, WorkAsked]> {
  const onOne = (a: Procedure, b: Procedure): boolean =>
    together.some((builds) => builds.includes(a.build) && builds.includes(b.build));
  for (const [i, a] of all.entries()) {
    for (const b of all.slice(i)) {
      if (!onOne(a, b) || (a === b && !a.positions)) continue;
      yield [
        { id: "w1", procedure: a, position: a.positions?.[0]?.word ?? null },
        { id: "w2", procedure: b, position: b.positions?.[a === b ? 1 : 0]?.word ?? null },
      ];
    }
  }
}

const answersSchema = z.record(z.string(), z.string());
const machineSchema = z.record(z.string(), z.union([z.string(), z.number()]));

/** What a JSON file says, by its schema; nothing where no file is named. Errors: Told, by file and place. */
function said<T>(file: string | undefined, schema: z.ZodType<T>, nothing: T): T {
  if (file === undefined) return nothing;
  const name = path.basename(file);
  let json: unknown;
  try {
    json = JSON.parse(readFileSync(readable(file), "utf8"));
  } catch (error) {
    if (error instanceof Told) throw error;
    throw new Told(`${name}: not JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
  const parsed = schema.safeParse(json);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0];
  throw new Told(`${name}: ${issue?.path.join(".") || "$"}: ${issue?.message ?? "not as it should be"}`);
}

/** One procedure laid out in plain sentences, for a person who knows the trade: exit 2 where something is wrong. */
function walked(args: string[]): number {
  try {
    const { values, positionals } = parseArgs({
      ...{ args, allowPositionals: true },
      options: { machine: { type: "string" }, answers: { type: "string" } },
    });
    const [file, ...more] = positionals;
    if (file === undefined || more.length > 0) throw new Told(USE);
    const { procedure, faults } = wholeProcedure(readable(file), sharedPieces(SHIPPED));
    if (procedure === null) throw new Told(faults.join("\n"));
    const told = {
      machine: said(values.machine, machineSchema, {}),
      answers: said(values.answers, answersSchema, {}),
    };
    const text = readThrough(procedure, told);
    if (!text.ok) {
      const from = [values.machine, values.answers].filter((one) => one !== undefined).map((one) => path.basename(one));
      throw new Told(`${from.join(", ")}: ${text.error.path}: ${text.error.message}`);
    }
    process.stdout.write(`${text.value.join("\n")}\n`);
    return 0;
  } catch (error) {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    return 2;
  }
}

/** Files taken into the shop, also while it runs: those that are whole and come to an end; the rest is told, and none is taken. */
async function take(files: readonly string[]): Promise<number> {
  if (files.length === 0) throw new Told(USE);
  const pieces = sharedPieces(SHIPPED);
  const chosen = files.map((file) => wholeProcedure(readable(file), pieces));
  const faults = chosen.flatMap((whole) => tried(whole).faults);
  if (faults.length > 0) throw new Told(`${faults.join("\n")}\nNothing was taken.`);
  const procedures = chosen.flatMap(({ procedure }) => procedure ?? []);
  await onShopDatabase(async (db) => {
    await keepProcedures(db, procedures);
    await offerNewest(db);
  });
  for (const { title, version } of procedures)
    process.stdout.write(`${title}, version ${version}: offered from now on\n`);
  return 0;
}

/** `./averin procedures check | walk | take | schema`. */
export async function procedures(args: string[]): Promise<number> {
  const [what, ...rest] = args;
  if (what === "check") return check(rest);
  if (what === "walk") return walked(rest);
  if (what === "take") return take(rest);
  if (what !== "schema" || rest.length > 0) throw new Told(USE);
  process.stdout.write(`${JSON.stringify(procedureJsonSchema(), null, 2)}\n`);
  return 0;
}
