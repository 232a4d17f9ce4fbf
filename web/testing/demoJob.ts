import { readFileSync } from "node:fs";
import path from "node:path";
import { type Bench, procedureSchema, specSchema } from "@averin/core";
import { shippedBody } from "../../core/testingProcedures.ts";
import { TestJob } from "../../core/testing.ts";

// The invented shop and its jobs as they were typed.
const root = path.join(__dirname, "../..");
const read = (file: string) => JSON.parse(readFileSync(path.join(root, file), "utf8"));
const demo = read("demo/shop.json");
const typed: { mark: string; answers: Record<string, string[]> }[] = read("demo/jobs.json").jobs;
const book = demo.books[0];
const specs = book.specs.map(({ source: page, ...spec }: { source: string }) =>
  specSchema.parse({ ...spec, source: { ...book.source, page } }),
);
export const bench: Bench = {
  procedure: procedureSchema.parse(shippedBody("clutch-coil-spring")),
  specs,
  gauges: demo.gauges,
  wrenches: demo.wrenches,
  parts: book.parts,
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
