import { bench as clutch, jobAt } from "../../testingBench.ts";
import { openPoints, unsigned } from "./index.ts";

// The day a gauge was due is invented; the test bench's clock stands at 2026-11-23.
const dueOn = (day: string) => ({
  ...clutch,
  gauges: clutch.gauges.map((gauge) => ({ ...gauge, calibrationDue: gauge.kind === "caliper" ? day : null })),
});
const overdue = (day: string) => {
  const job = jobAt("measure:friction-thickness:found", undefined, dueOn(day));
  job.type("2.86 2.86");
  const points = openPoints(job.shop, job.state).filter(({ text }) => text.includes("calibration overdue"));
  return { job, points };
};

test("a gauge that is overdue says so, once, and a lead answers for it; on its last day it is not overdue yet", () => {
  expect(overdue("2026-11-23").points).toEqual([]);
  const { job, points } = overdue("2026-11-22");
  expect(points.map(({ text, hard }) => [text, hard])).toEqual([
    ["caliper: calibration overdue since 2026-11-22, used 2 times here", false],
  ]);
  job.by = { ...job.by, roles: ["lead"] };
  job.keep({ type: "open_point_signed", key: points[0]?.key ?? "", reason: "checked against a block" });
  expect(unsigned(job.state, openPoints(job.shop, job.state)).map(({ text }) => text)).not.toContain(points[0]?.text);
  // Read with it once more, the signature holds no longer.
  job.type("2.86");
  const again = unsigned(job.state, openPoints(job.shop, job.state)).map(({ text }) => text);
  expect(again).toContain("caliper: calibration overdue since 2026-11-22, used 3 times here");
});
