import { bench, Job, jobAt, lead, technician } from "../../testingBench.ts";
import { uuid } from "../../testing.ts";
import { type Draft, RELEASE_WORD } from "./index.ts";

// Every figure in this file is invented. Each refusal says what would be right, and changes nothing.
type Case = [string, () => Job, Draft, string, string | RegExp];

const fresh = (): Job => new Job();
const measuring = (): Job => jobAt("measure:friction-thickness:found");
const reading = (more: object): Draft => ({
  ...{ type: "reading_taken", point: "friction-thickness", item: 1, place: 1, phase: "found" },
  ...{ text: "2.86", gauge: "caliper" },
  ...more,
});
const deep = { "off:judder": ["", "1", "go"] };

const CASES: Case[] = [
  ["a part that is none", fresh, { type: "part_removed", entry: "flywheel" }, "entry", /is no part of this job/],
  ["a part off twice", measuring, { type: "part_removed", entry: "cover" }, "entry", "That is off already."],
  [
    "a bolt of a group that is only counted",
    fresh,
    { type: "fastener_out", entry: "plate-bolts", place: 1, lengthMm: 20, under: null },
    "entry",
    /no group of fasteners with places of their own/,
  ],
  [
    "a bolt beyond the last",
    fresh,
    { type: "fastener_out", entry: "cover-bolts", place: 5, lengthMm: 20, under: null },
    "place",
    "There are 4; 5 is not one of them.",
  ],
  [
    "a bolt out twice",
    measuring,
    { type: "fastener_out", entry: "cover-bolts", place: 1, lengthMm: 20, under: null },
    "place",
    "cover bolt 1 is out already.",
  ],
  [
    "pieces that nobody counts",
    fresh,
    { type: "pieces_counted", piece: "cover-bolt", way: "apart", count: 1 },
    "piece",
    /is not counted in this job/,
  ],
  [
    "far too many pieces",
    fresh,
    { type: "pieces_counted", piece: "cover-dowel", way: "apart", count: 40 },
    "count",
    "There are 2; 40 cannot be right.",
  ],
  [
    "a question that is not asked",
    fresh,
    { type: "question_answered", question: "colour", word: "red", reason: null },
    "question",
    /is not asked in this job/,
  ],
  [
    "an answer that is not offered",
    fresh,
    { type: "question_answered", question: "soak-time", word: "a week", reason: null },
    "word",
    /one of film, half hour, one hour, few hours, overnight/,
  ],
  [
    "an answer to what is answered",
    measuring,
    { type: "question_answered", question: "soak-time", word: "film", reason: null },
    "reason",
    "Answered already: half hour. Say why it is changed, or strike that line.",
  ],
  ["a clock for nothing", fresh, { type: "wait_started", wait: "stack" }, "wait", /is nothing to wait for/],
  [
    "a clock without a time",
    fresh,
    { type: "wait_started", wait: "soak" },
    "wait",
    "Say first how long it is to take.",
  ],
  [
    "the end of a clock that never ran",
    fresh,
    { type: "wait_ended", wait: "soak" },
    "wait",
    "That clock was never started.",
  ],
  ["a point that is not measured", fresh, reading({ point: "steel-colour" }), "point", /is no measured point/],
  ["a plate beyond the last", fresh, reading({ item: 4 }), "item", "There are 3 here; 4 is not one of them."],
  ["a place beyond the last", fresh, reading({ place: 4 }), "place", /has 3 places; 4 is not one/],
  ["a proof read as found", fresh, reading({ point: "pack-height" }), "phase", /^.* is read as left\.$/],
  ["a gauge that the shop has not", fresh, reading({ gauge: "tape" }), "gauge", /is no gauge of this shop/],
  ["a unit of something else", fresh, reading({ text: "2.86 nm" }), "text", /nm.*length/],
  ["less than nothing", fresh, reading({ text: "-1" }), "text", "Friction plate thickness cannot be below 0."],
  [
    "a word for what is measured",
    fresh,
    { type: "finding_recorded", point: "steel-warp", item: 1, word: "silver" },
    "point",
    /is no inspected point/,
  ],
  [
    "a word that is not graded",
    fresh,
    { type: "finding_recorded", point: "steel-colour", item: 1, word: "green" },
    "word",
    /one of silver, dark, brown, blue/,
  ],
  [
    "a finding on a plate beyond the last",
    fresh,
    { type: "finding_recorded", point: "steel-colour", item: 3, word: "blue" },
    "item",
    "There are 2 here; 3 is not one of them.",
  ],
  [
    "a decision about what is not decided",
    fresh,
    { type: "decision_taken", part: "cover", item: 0, decision: "keep", reason: "x" },
    "part",
    /Nothing is decided about/,
  ],
  [
    "one of a set",
    fresh,
    { type: "decision_taken", part: "spring", item: 1, decision: "keep", reason: "x" },
    "item",
    "Springs are decided as a set: item 0.",
  ],
  [
    "all of what is decided one by one",
    fresh,
    { type: "decision_taken", part: "steel", item: 0, decision: "keep", reason: "x" },
    "item",
    "Steel plates are decided one by one.",
  ],
  [
    "keeping what nothing is known of, without a word",
    fresh,
    { type: "decision_taken", part: "spring", item: 0, decision: "keep", reason: null },
    "reason",
    /Say why: nothing is proposed/,
  ],
  [
    "leaving without a word",
    () => jobAt("decide:friction"),
    { type: "decision_taken", part: "friction", item: 0, decision: "leave", reason: null },
    "reason",
    /Say why: the proposal is keep/,
  ],
  ["a stack that is none", fresh, { type: "build_accepted", step: "soak", counts: {} }, "step", /is no stack/],
  [
    "a mix that was not offered",
    () => jobAt("build:stack"),
    { type: "build_accepted", step: "stack", counts: { "2.0": 7 } },
    "counts",
    /not one of the ways offered/,
  ],
  [
    "a check before there is a build",
    fresh,
    { type: "pack_checked", step: "stack", check: "count", values: [3, 2] },
    "step",
    /Take a build first/,
  ],
  [
    "half plates",
    () => jobAt("check:stack"),
    { type: "pack_checked", step: "stack", check: "count", values: [2.5, 2] },
    "values",
    /^Two counts/,
  ],
  ["a part that is none, in", fresh, { type: "part_fitted", entry: "flywheel", item: 1 }, "entry", /is no part/],
  [
    "a part that nobody took off",
    fresh,
    { type: "part_fitted", entry: "basket", item: 1 },
    "entry",
    /"basket" is no part of this job/,
  ],
  [
    "a count of what is one",
    () => jobAt("fit:judder"),
    { type: "part_fitted", entry: "judder", item: 1, count: 3 },
    "count",
    "Only fasteners are counted in.",
  ],
  [
    "a pull of no fastener",
    fresh,
    { type: "torque_applied", entry: "cover", place: 1, pass: 1, text: "5", wrench: "A" },
    "entry",
    /is no group of fasteners/,
  ],
  [
    "a pass beyond the last",
    () => jobAt("torque:plate-bolts"),
    { type: "torque_applied", entry: "plate-bolts", place: 1, pass: 3, text: "5", wrench: "A" },
    "pass",
    "There are 2 passes.",
  ],
  [
    "a wrench that the shop has not",
    () => jobAt("torque:plate-bolts"),
    { type: "torque_applied", entry: "plate-bolts", place: 1, pass: 1, text: "5", wrench: "Z" },
    "wrench",
    /is no wrench of this shop/,
  ],
  [
    "no torque at all",
    () => jobAt("torque:plate-bolts"),
    { type: "torque_applied", entry: "plate-bolts", place: 1, pass: 1, text: "0", wrench: "A" },
    "text",
    "A torque must be above 0 N·m.",
  ],
  [
    "a lock on what has none",
    fresh,
    { type: "fastener_locked", entry: "plate-bolts", place: 1, pastDeg: null },
    "entry",
    /Nothing locks/,
  ],
  [
    "degrees for a tab",
    () => jobAt("lock:hub-nut", deep),
    { type: "fastener_locked", entry: "hub-nut", place: 1, pastDeg: 20 },
    "pastDeg",
    "Only a castle nut goes on to a slot.",
  ],
  ["a step that is none", fresh, { type: "step_confirmed", step: "stack" }, "step", /is no step to confirm/],
  ["a caution where there is none", fresh, { type: "caution_shown", task: "off:spring" }, "task", /has no caution/],
  [
    "a skip of nothing",
    fresh,
    { type: "slot_skipped", slot: "read:x", reason: "y" },
    "slot",
    /is nothing that this job asks/,
  ],
  [
    "a skip of what is answered",
    measuring,
    { type: "slot_skipped", slot: "off:cover", reason: "y" },
    "slot",
    "That is answered already: strike it first.",
  ],
  [
    "a photo of nothing",
    fresh,
    { type: "photo_taken", photo: uuid(7), task: "off:x", caption: "" },
    "task",
    /is no step/,
  ],
  ["a stroke through nothing", fresh, { type: "struck", event: uuid(99) }, "event", "That line is not in this job."],
  [
    "a stroke through the first line",
    fresh,
    { type: "struck", event: uuid(0) },
    "event",
    "That line cannot be struck.",
  ],
  [
    "a release with work open",
    fresh,
    { type: "job_released", said: RELEASE_WORD },
    "$",
    /open: .* Clear them, or a lead signs for each\.$/,
  ],
];

test.each(CASES)("%s", (_, at, draft, path, message) => {
  const job = at();
  job.by = lead;
  const before = job.events.length;
  const answer = job.offer(draft);
  if (answer.ok) throw new Error(`accepted: ${JSON.stringify(answer.value)}`);
  expect(answer.error.path).toBe(path);
  expect(answer.error.message).toMatch(message instanceof RegExp ? message : new RegExp(`^${escaped(message)}$`));
  expect(job.events).toHaveLength(before);
});

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");

test("no refusal shouts, blames or leaves the reader alone", () => {
  for (const [, at, draft] of CASES) {
    const job = at();
    job.by = lead;
    const answer = job.offer(draft);
    const message = answer.ok ? "" : answer.error.message;
    expect(message).not.toMatch(/!|error|invalid|success|oops/i);
    expect(message).toMatch(/[.:…]$|[.]$/);
  }
});

test("only a lead signs, and only a technician or a lead works; the counter may look", () => {
  const job = measuring();
  const key = job.open[0]?.key ?? "";
  job.by = technician;
  expect(job.offer({ type: "open_point_signed", key, reason: "x" })).toMatchObject({
    error: { message: "Only a lead signs for an open point." },
  });
  job.by = { id: "c", name: "Counter", roles: ["counter"] };
  for (const [, , draft] of CASES) {
    expect(job.offer(draft)).toMatchObject({
      error: { message: expect.stringMatching(/Only a technician or a lead/) },
    });
  }
});

test("a job that was not opened takes nothing", () => {
  const job = new Job(bench);
  job.events = [];
  expect(job.offer({ type: "noted", text: "x" })).toMatchObject({
    error: { message: "This job has not been opened." },
  });
});
