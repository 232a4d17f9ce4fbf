import { readFileSync } from "node:fs";
import path from "node:path";
import { type Bench, procedureSchema, specSchema } from "@averin/core";
import { TestJob } from "../../core/testing.ts";

// The invented shop and its jobs as they were typed.
const root = path.join(__dirname, "../..");
const read = (file: string) => JSON.parse(readFileSync(path.join(root, file), "utf8"));
const shop = read("demo/shop.json");
const typed: { mark: string; lines: string[] }[] = read("demo/jobs.json").jobs;
const book = shop.books[0];
const specs = book.specs.map(({ source: page, ...spec }: { source: string }) =>
  specSchema.parse({ ...spec, source: { ...book.source, page } }),
);
export const bench: Bench = {
  procedure: procedureSchema.parse(read("procedures/clutch-coil-spring.json")),
  specs,
  gauges: shop.gauges,
  wrenches: shop.wrenches,
  parts: book.parts,
};
const counts = { friction: 9, steel: 8, spring: 5, "plate-bolts": 5, "cover-bolts": 6 };
const lead = { id: "t", name: "Tobin Hask", roles: ["lead", "technician"] };

/** For tests: a demo job, typed up to the line before the first one that this task would take. */
export function jobAt(task: string): TestJob {
  const job = new TestJob(bench, lead, counts);
  for (const line of typed[0]?.lines ?? []) {
    if (job.task?.id === task) return job;
    const [text = "", reason = ""] = line.split(";").map((part) => part.trim());
    job.type(text, reason);
  }
  if (job.task?.id !== task) throw new Error(`${task} is never reached`);
  return job;
}
