import { bench, jobAt, lead } from "../../../testingBench.ts";
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

// A hub nut holds a clutch together: 70 N·m on the bench's machine, invented, as every wrench here is.
const deep = { "off:judder": ["", "1", "go"] };
const atNut = (wrenches = bench.wrenches, specs = bench.specs) =>
  jobAt("torque:hub-nut", deep, { ...bench, wrenches, specs }, lead);
const nutPulls = (job: ReturnType<typeof jobAt>) =>
  job.events.flatMap(({ body }) => ("entry" in body && body.entry === "hub-nut" && "pass" in body ? [body] : []));
const small = { id: "S", name: "Wrench S", minNm: 10, maxNm: 40, calibrationDue: null, lengthMm: null };

test("Enter alone tightens nothing that holds a clutch, a wheel or a brake; the click has a letter of its own", () => {
  const job = atNut();
  expect(help(job)).toMatchObject({
    words: ["k"],
    hint: expect.stringMatching(/^k: the wrench clicked at its setting; or the value/) as string,
  });
  expect(job.type("")).toBe("Enter alone tightens no hub nut: type k where the wrench clicked at 70, or what it read.");
  expect(nutPulls(job)).toEqual([]);
  expect(job.type("k")).toMatch(/^hub nut 1, pass 1: 70\.0 N·m, in band$/);
});

test("through a multiplier the wrench is set to less, and what arrives is judged", () => {
  // 70 N·m through 4:1 of which 90 % arrives: 70 / 3.6 = 19.4 on the wrench, as finely as one is set.
  const job = atNut([{ ...small, multiplier: { ratio: 4, efficiencyPercent: 90 } }]);
  expect(job.type("k")).toBe("hub nut 1, pass 1: 69.8 N·m, in band, 19.4 on the wrench, ×3.6 through its multiplier");
  expect(nutPulls(job)).toMatchObject([{ text: "19.4", valueNm: expect.closeTo(69.84, 2) as number }]);
  const read = atNut([{ ...small, multiplier: { ratio: 4, efficiencyPercent: 90 } }]);
  // 25 × 3.6 = 90 N·m.
  expect(read.type("25", "so")).toMatch(/90\.0 N·m, above band/);
});

test("a wrench that sits on the nut itself comes before one with a multiplier", () => {
  const geared = { ...small, id: "G", name: "Wrench G", multiplier: { ratio: 4, efficiencyPercent: 90 } };
  const job = atNut([geared, ...bench.wrenches]);
  job.type("k");
  expect(nutPulls(job)).toMatchObject([{ wrench: { id: "B" }, text: "70" }]);
});

test("beyond the wrench it is clicked at the most and leaned on: a lead says by which day it is torqued anew", () => {
  const job = atNut([{ ...small, multiplier: null }]);
  expect(job.type("k")).toMatch(/30 more than Wrench S reaches. Use a bigger one, or a multiplier\.$/);
  expect(help(job).hint).toContain("; 40 leaned: beyond the wrench");
  expect(job.type("40 leaned")).toBe(
    "hub nut 1, pass 1: clicked at 40 N·m with Wrench S, then leaned on, not measured; its figure is 70 N·m",
  );
  job.keep({ type: "fastener_locked", entry: "hub-nut", place: 1, pastDeg: null });
  const point = openPoints(job.shop, job.state).find(({ task }) => task === "torque:hub-nut");
  expect(point).toMatchObject({ hard: false, dated: true });
  const sign = { type: "open_point_signed", key: point?.key ?? "", reason: "bigger wrench is ordered" } as const;
  expect(job.offer(sign)).toMatchObject({
    error: { path: "on", message: "Say by which day it is done again, then why: 2026-11-23 and a few words." },
  });
  expect(job.offer({ ...sign, on: "2026-11-01" })).toMatchObject({ error: { path: "on", code: "range" } });
  job.keep({ ...sign, on: "2026-12-03" });
  expect(rechecksOf(job.shop, job.state)).toContainEqual(
    expect.objectContaining({
      what: expect.stringMatching(/^Torque again: hub nut 1: clicked at 40/) as string,
      days: 10,
    }),
  );
});

test("what a wrench here reaches is pulled, not leaned on; and nothing is leaned on past its figure", () => {
  expect(atNut().type("60 leaned")).toBe("Wrench B reaches it: set 70 N·m.");
  const job = atNut([{ ...small, maxNm: 69, multiplier: null }]);
  expect(job.type("90 leaned")).toBe("Wrench S is set from 10 to 69 N·m: type what it clicked at.");
  expect(nutPulls(job)).toEqual([]);
});

test("by angle is kept as degrees, judged by no figure, and signed for", () => {
  const job = atNut();
  expect(job.type("20 N·m + 90°")).toBe("hub nut 1, pass 1: tightened by angle, 20 N·m + 90°; its figure is 70 N·m");
  expect(nutPulls(job)).toMatchObject([{ how: "by angle", deg: 90, valueNm: null }]);
  expect(atNut().type("900 deg")).toBe("Degrees after snug are above 0 and at most 720, such as 90 deg.");
});

test("with no figure on file what the wrench was set to is kept, and judged by nothing", () => {
  const specs = bench.specs.filter(({ key }) => key !== "hub-nut-torque");
  const job = atNut(bench.wrenches, specs);
  expect(help(job).hint).toMatch(/^what the wrench was set to, or 90 deg/);
  expect(job.type("")).toMatch(/^No torque on file: enter it here or on the machine's page, with its source; or type/);
  expect(job.type("300")).toMatch(/^No wrench here covers 300 N·m/);
  expect(job.type("65")).toBe("hub nut 1, pass 1: tightened to 65 N·m with Wrench B; no figure on file");
});
