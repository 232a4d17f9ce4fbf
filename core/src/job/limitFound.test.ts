import { bench, Job, jobAt, technician } from "../../testingBench.ts";
import { pointOf } from "../procedure/index.ts";
import { type Bench, complete, eventSentence, judgedOtherwise, judgeItem } from "./index.ts";

// Every limit here is invented.
const KEY = "friction-thickness";
/** The same shop with another limit for the frictions, or with none. */
const withLimit = (serviceMin: number | null): Bench => ({
  ...bench,
  specs: bench.specs.flatMap((spec) => {
    if (spec.key !== KEY || spec.kind !== "limit") return [spec];
    return serviceMin === null ? [] : [{ ...spec, limit: { ...spec.limit, serviceMin } }];
  }),
});
const point = () => {
  const found = pointOf(bench.procedure, KEY);
  if (found?.kind !== "measure") throw new Error(`${KEY} is no measured point`);
  return found;
};
const said = (shop: Bench, job: Job) => complete(shop, job.state, { type: "limit_found", point: KEY }, technician);
const verdict = (job: Job) => judgeItem(job.state, point(), 3, "found")?.verdict;

test("what was read before any limit was on file is judged by the one that came", () => {
  const job = jobAt("inspect:friction-lining:found", {}, withLimit(null));
  expect(verdict(job)).toBeNull();
  expect(judgedOtherwise(bench, job.state, point())).toEqual([null]);
  const answer = said(bench, job);
  if (!answer.ok) throw new Error(answer.error.message);
  const line = job.append(answer.value);
  expect(verdict(job)).toBe("serviceable");
  expect(eventSentence(bench, job.state, line)).not.toContain("it was");
  expect(judgedOtherwise(bench, job.state, point())).toEqual([]);
  expect(said(bench, job)).toMatchObject({
    error: { message: expect.stringMatching(/nothing that was read/) as string },
  });
});

test("a limit that is another by now judges what was read by the old one, by a line that tells both", () => {
  const job = jobAt("inspect:friction-lining:found");
  expect([verdict(job), judgedOtherwise(bench, job.state, point())]).toEqual(["serviceable", []]);
  const stricter = withLimit(2.88);
  // Until somebody says so, what was kept stays judged by what it was kept with.
  expect(verdict(job)).toBe("serviceable");
  const answer = said(stricter, job);
  if (!answer.ok) throw new Error(answer.error.message);
  const line = job.append(answer.value);
  expect(verdict(job)).toBe("past");
  expect(eventSentence(stricter, job.state, line)).toMatch(/judged by .*2\.88.*; it was .*2\.7/);
  // Struck, the old limit holds again; what is read after it brings its own.
  job.keep({ type: "struck", event: line.id });
  expect(verdict(job)).toBe("serviceable");
});

test("the same figures from another source judge nothing anew", () => {
  const job = jobAt("inspect:friction-lining:found");
  const elsewhere: Bench = {
    ...bench,
    specs: bench.specs.map((spec) => ({ ...spec, source: { ...spec.source, page: "another page" } })),
  };
  expect(judgedOtherwise(elsewhere, job.state, point())).toEqual([]);
});
