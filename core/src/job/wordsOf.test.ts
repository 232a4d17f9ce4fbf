import { procedureSchema } from "../procedure/index.ts";
import { TestJob } from "../../testing.ts";
import { shippedBody } from "../../testingProcedures.ts";
import type { Bench } from "./bench.ts";
import { wordsOf } from "./wordsOf.ts";

const bench: Bench = {
  procedure: procedureSchema.parse(shippedBody("clutch-coil-spring")),
  ...{ specs: [], overruled: [], otherBuilds: [], gauges: [], wrenches: [], parts: [], presets: {}, labour: null },
};
const words = (job: TestJob): string[] => wordsOf(job.shop, job.state).split(" ");

test("a job is found by its work, machine, owner, complaint, day, by who worked at it and by what was noted", () => {
  const job = new TestJob(bench, { id: "m", name: "Mira Orr", roles: ["technician"] }, {});
  expect(words(job)).not.toContain("mira");
  const note = job.keep({ type: "noted", text: "Owner rang: noise is back" });
  expect(words(job)).toEqual(
    expect.arrayContaining(["clutch", "maker", "owner", "slips", "2026-11-23", "mira", "rang"]),
  );
  // Each word once, and what was struck is not found by.
  expect(new Set(words(job)).size).toBe(words(job).length);
  job.keep({ type: "struck", event: note.id });
  expect(words(job)).toContain("mira");
});

test("a figure that was read is no word to look for", () => {
  const job = new TestJob(bench, { id: "m", name: "Mira Orr", roles: ["technician"] }, {});
  const before = words(job);
  job.append({ type: "caution_shown", task: "x", text: "hot oil" });
  expect(words(job)).not.toContain("hot");
  expect(words(job).length).toBe(before.length + 2);
});
