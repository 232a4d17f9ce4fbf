import { technician } from "../../testingBench.ts";
import { jobOn, limit, shop, spec } from "../../testingShop.ts";
import type { TestJob } from "../../testing.ts";
import { type Worn, wearTrends, wornPoints } from "./index.ts";

// Slides of a machine that nobody makes: 8 mm new, renewed at 1 mm above their line.
const SPECS = [
  spec("count", "slide-screw-count", { count: 2 }),
  limit("slide-left", { kind: "min", serviceMin: 1, standardMin: 8 }),
];
const COUNTS = { slide: 2, "slide-screws": 2 };

/** A job at this meter in which the left slide was read at its four stations. */
function readAt(meter: number, readings: readonly number[]): TestJob {
  const job = jobOn(shop("slides-renewal", SPECS), technician, COUNTS);
  const [opened, ...rest] = job.events;
  if (opened?.body.type !== "job_opened") throw new Error("not opened");
  job.events = [{ ...opened, body: { ...opened.body, meter: { unit: "mi", value: meter } } }, ...rest];
  job.append({
    type: "question_answered",
    question: "slides-by",
    word: "gauge",
    reason: null,
    means: "",
    preset: null,
    agreed: null,
    estimate: null,
  });
  readings.forEach((value, i) =>
    job.keep({
      type: "reading_taken",
      point: "slide-left",
      item: 1,
      place: i + 1,
      phase: "found",
      text: String(value),
      gauge: "caliper",
    }),
  );
  return job;
}
const worn = (job: TestJob): Worn[] => wornPoints(job.shop, job.state);

test("the worst place of a job is what it read; without a meter nothing is told", () => {
  expect(worn(readAt(1200, [6, 5.2, 5.8, 5]))).toMatchObject([
    {
      name: "Slide, left rail",
      part: "slide",
      meter: 1200,
      meterUnit: "mi",
      read: { value: 5, limit: 1, kind: "min" },
      fresh: false,
    },
  ]);
  const unread = readAt(1200, [6, 6, 6, 6]);
  const [opened, ...rest] = unread.events;
  if (opened?.body.type !== "job_opened") throw new Error("not opened");
  unread.events = [{ ...opened, body: { ...opened.body, meter: { unit: "mi", value: null } } }, ...rest];
  expect(worn(unread)).toEqual([]);
});

test("two jobs make a line to the limit, and a third gives it bounds", () => {
  const read = [readAt(1000, [7, 7, 7, 7]), readAt(1500, [6, 6, 6, 5]), readAt(2000, [5, 4, 4, 3.2])].flatMap(worn);
  // From 7 at 1000 to 5 at 1500: 1 mm is reached 1000 mi further on.
  expect(wearTrends(read.slice(0, 2))).toMatchObject([{ reaches: 2500, readings: 2, low: null, high: null }]);
  const [three] = wearTrends(read);
  expect(three).toMatchObject({ readings: 3, value: 3.2, at: 2000 });
  expect(three?.low).toBeLessThan(three?.reaches ?? 0);
  expect(three?.high).toBeGreaterThan(three?.reaches ?? Infinity);
});

test("what went in new begins anew, and so does what reads better than both gauges can be off", () => {
  const before = [readAt(1000, [7, 7, 7, 7]), readAt(1500, [3, 3, 3, 3])].flatMap(worn);
  const renewed = readAt(2000, [7.5, 7.5, 7.5, 7.5]);
  expect(wearTrends([...before, ...worn(renewed)])).toEqual([]);
  const after = [...before, ...worn(renewed), ...worn(readAt(2500, [6.5, 6.5, 6.5, 6.5]))];
  expect(wearTrends(after)).toMatchObject([{ readings: 2, reaches: 5250 }]);
  // Renewed and not read: what the old one was tells nothing of it, until the new one is read twice.
  const went = before.map((one, i) => (i === 1 ? [one, { ...one, read: null, fresh: true }] : [one])).flat();
  expect(wearTrends(went)).toEqual([]);
  const slide = readAt(1500, [3, 3, 3, 3]);
  slide.append({
    type: "decision_taken",
    part: "slide",
    item: 0,
    decision: "renew",
    reason: null,
    proposed: null,
    because: "worn",
  });
  const left = worn(slide).filter(({ name }) => name === "Slide, left rail");
  expect(left.map(({ read, fresh }) => [read?.value ?? null, fresh])).toEqual([
    [3, false],
    [null, true],
  ]);
});

test("what does not move, or moves away from its limit within its doubt, is told no meter", () => {
  const still = [readAt(1000, [5, 5, 5, 5]), readAt(1500, [5, 5, 5, 5])].flatMap(worn);
  expect(wearTrends(still)).toEqual([]);
  const one = worn(readAt(1000, [5, 5, 5, 5]));
  expect(wearTrends([...one, ...one])).toEqual([]);
});

test("how far two are apart wears towards nothing", () => {
  const limits = [
    limit("shock-gap-difference", { kind: "max", serviceMax: 6 }),
    limit("runner-left", { kind: "min", serviceMin: 3 }),
  ];
  const job = jobOn(shop("sweep-sled-season", limits), technician, {});
  const said = { reason: null, means: "", preset: null, agreed: null, estimate: null };
  job.append({ type: "question_answered", question: "gauges", word: "gauges", ...said });
  const read = { type: "reading_taken", item: 1, phase: "found" } as const;
  job.keep({ ...read, point: "shock-gap", place: 1, text: "50", gauge: "rule" });
  job.keep({ ...read, point: "shock-gap", place: 2, text: "52", gauge: "rule" });
  job.keep({ ...read, point: "runner-mm-left", place: 1, text: "6", gauge: "caliper" });
  expect(worn(job).map(({ name }) => name)).toEqual(["Runner at its thinnest, left"]);
});
