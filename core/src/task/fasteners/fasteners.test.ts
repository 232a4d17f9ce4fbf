import { jobAt, lead } from "../../../testingBench.ts";
import { openPoints, unsigned, waitingSlots } from "../../job/index.ts";
import { rechecksOf } from "../../job/rechecks.ts";
import { lineHelp } from "../../job/line.ts";

// The plate bolts of the bench's clutch, in two passes; every figure is invented.
const pulls = (job: ReturnType<typeof jobAt>) =>
  job.events.flatMap(({ body }) => (body.type === "torque_applied" && body.entry === "plate-bolts" ? [body] : []));
const help = (job: ReturnType<typeof jobAt>) =>
  lineHelp(job.shop, job.state, job.task ? waitingSlots(job.shop, job.state, job.task) : []);

test("what is left of a pass is said in one word, each pull kept by itself; the first is pulled alone", () => {
  const job = jobAt("torque:plate-bolts");
  const before = job.events.length;
  expect(help(job).words).toEqual([]);
  expect(job.type("all")).toMatch(
    /^The first .+ is pulled by itself: its feel is known then\. "all" takes the others\.$/,
  );
  expect(job.events).toHaveLength(before);
  job.type("");
  const [first] = pulls(job);
  if (!first) throw new Error("no pull");
  expect(help(job)).toMatchObject({
    words: ["all"],
    hint: expect.stringMatching(/all: the \d+ left of this pass; feel: no wrench at hand$/) as string,
  });
  expect(job.type("all")).toMatch(/in band, said as a set$/);
  const done = pulls(job);
  expect(done.filter(({ pass }) => pass !== first.pass)).toEqual([]);
  expect(new Set(done.map(({ place }) => place)).size).toBe(done.length);
  expect(done.slice(1).every(({ set, valueNm }) => set === true && valueNm === first.valueNm)).toBe(true);
  expect(first.set).toBeUndefined();
});

test("one that stands out is never said with the others", () => {
  const job = jobAt("torque:plate-bolts");
  job.type("");
  const before = job.events.length;
  expect(job.type("60 all")).toMatch(/^60 is not inside .+ N·m: what stands out is said pull by pull\.$/);
  expect(job.type("much all")).toMatch(/^"much" is no torque: type all, or what each read, such as .+ all\.$/);
  expect(job.events).toHaveLength(before);
});

test("by feel is one word for what is left of a group: it proves nothing, a lead answers for it, and it comes back", () => {
  const job = jobAt("torque:plate-bolts", undefined, undefined, lead);
  const waiting = job.task ? waitingSlots(job.shop, job.state, job.task).length : 0;
  expect(waiting).toBeGreaterThan(2);
  const before = job.events.length;
  job.type("feel");
  expect(job.events.slice(before).filter(({ body }) => body.type === "slot_skipped")).toHaveLength(waiting);
  const left = openPoints(job.shop, job.state).filter(({ task }) => task === "torque:plate-bolts");
  // One word answers for all of them, as one word said it.
  expect(left).toMatchObject([
    { hard: false, text: `pressure-plate bolts: torque, ${waiting} pulls: skipped, tightened by feel` },
  ]);
  const [point] = left;
  job.keep({ type: "open_point_signed", key: point?.key ?? "", reason: "to the wrench on the bench" });
  const after = openPoints(job.shop, job.state).filter(({ task }) => task === "torque:plate-bolts");
  expect(unsigned(job.state, after)).toEqual([]);
  expect(rechecksOf(job.shop, job.state).map(({ what }) => what)).toContain(
    "Pressure-plate bolts: torque: passed over, tightened by feel",
  );
  expect(pulls(job)).toEqual([]);
});
