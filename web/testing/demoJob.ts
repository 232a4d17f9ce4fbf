import { readFileSync } from "node:fs";
import path from "node:path";
import {
  type Bench,
  type Cells,
  figuresKnown,
  figuresTable,
  gaugesTable,
  partsTable,
  procedureSchema,
  type Table,
  wrenchesTable,
} from "@averin/core";
import { shippedBody } from "../../core/testingProcedures.ts";
import { TestJob } from "../../core/testing.ts";

// The invented shop and its jobs as they were typed.
const root = path.join(__dirname, "../..");
const read = (file: string) => JSON.parse(readFileSync(path.join(root, file), "utf8"));
const typed: { mark: string; answers: Record<string, string[]> }[] = read("demo/jobs.json").jobs;
const procedure = procedureSchema.parse(shippedBody("clutch-coil-spring"));
const known = figuresKnown(procedure);
/** The rows of a demo file that a job on the first bike is judged by. */
const rowsOf = <Row>(table: Table<Row>): Row[] =>
  (read(`demo/${table.id}.json`).rows as Cells[]).flatMap((cells) => {
    const row = table.read(cells, known);
    return row.ok ? [row.value] : [];
  });
const MODEL = "Grindal 300";
const NO_LINKS = { positions: [], instead: [], holds: [] };
export const bench: Bench = {
  procedure,
  specs: rowsOf(figuresTable).flatMap(({ model, spec }) => (model === MODEL ? [spec] : [])),
  gauges: rowsOf(gaugesTable).map(({ putAwayOn: _, ...gauge }) => ({ id: gauge.name, ...gauge })),
  wrenches: rowsOf(wrenchesTable).map(({ putAwayOn: _, ...wrench }) => ({ id: wrench.name, ...wrench })),
  parts: rowsOf(partsTable).flatMap(({ fits, ...part }) =>
    fits.some(({ model }) => model.endsWith(MODEL)) ? [{ ...part, ...NO_LINKS, id: part.number }] : [],
  ),
  presets: {},
  overruled: [],
  otherBuilds: [],
  labour: null,
};
const counts = { friction: 9, steel: 8, spring: 5, "plate-bolts": 5, "cover-bolts": 6, "cover-dowel": 2 };
const lead = { id: "t", name: "Tobin Hask", roles: ["lead", "technician"] };

/** For tests: what was typed in the first demo job, by step. */
export const answers: Record<string, string[]> = typed[0]?.answers ?? {};

/** For tests: the first demo job, worked on to a task, with other answers where a test has its own. */
export const jobAt = (task: string | null, other: Record<string, string[]> = {}, shop: Bench = bench): TestJob =>
  new TestJob(shop, lead, counts).until(task, { ...answers, ...other });
