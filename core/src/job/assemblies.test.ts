import { chainFigures, figure, jobOn, limit, part, SHAFT_AS_IT_CAME, shop, torque, word } from "../../testingShop.ts";
import { TestJob } from "../../testing.ts";
import { lead, technician } from "../../testingBench.ts";
import { questionOf, stepOf } from "../procedure/index.ts";
import {
  type Bench,
  interpret,
  isAnswered,
  judgeItem,
  limitAt,
  proposalFor,
  rechecksOf,
  tools,
  waitingSlots,
  walk,
  RELEASE_WORD,
} from "./index.ts";
import { costByLife, dearerThan, estimateFor, figuresMissing, slot, suggestTurn } from "../task/index.ts";

// Every figure here is invented.
/** What the line says to something typed at a job as it stands. */
const answerTo = (job: TestJob, typed: string) => {
  const task = walk(job.shop, job.state).find((t) => waitingSlots(job.shop, job.state, t).length > 0);
  if (!task) throw new Error("nothing waits");
  const waiting = waitingSlots(job.shop, job.state, task);
  return interpret(typed, {
    bench: job.shop,
    state: job.state,
    waiting,
    by: job.by,
    here: task,
    aim: null,
    ...tools(job.shop, task),
  });
};

const AXLE = ["wheel-nut", "axle-nut", "caliper-bolt", "ball-joint", "shock-bolt", "arm-bolt"].map(torque);
const COUNTS = { "wheel-nuts": 4, "caliper-bolts": 2, "arm-bolts": 2 };
const ANSWERS: Record<string, string[]> = {
  "do:raise": ["left", "", "ball", "caliper"],
  "off:ball-joint-nut": ["none"],
  "inspect:shaft-body:found": ["sound"],
  ...SHAFT_AS_IT_CAME,
  "off:shaft": ["", "maker", "marks", "driven"],
  "off:joint-out": ["", "none", "stays"],
  "inspect:drive-seal:found": ["whole"],
  "inspect:hub-seal-lip:found": ["whole"],
  "inspect:hub-bearing-feel:found": ["smooth"],
  "inspect:final-oil:found": ["clean"],
  "inspect:final-oil-after:left": ["clean"],
  "measure:tail-length-in:left": ["20 18"],
  "measure:tail-length-out:left": ["20 18"],
  "inspect:joint-inside-out:found": ["clean"],
  "inspect:tracks-out:found": ["smooth"],
  "measure:joint-play-out:found": ["0.2"],
  "verify:strike": ["inner"],
  "verify:ribs-out": ["6"],
  "fit:bare-shaft": ["", "fold", "fold", "maker"],
  "do:lip-out": ["", "out"],
  "verify:tail-out": ["clock"],
  "verify:tail-out-small": ["clock"],
  "decide:shaft": ["1; O. Brand: go ahead", "1; judged by hand and eye"],
};

describe("the outboard joint", () => {
  const bench = shop(
    "axle-joint-outboard",
    [
      ...AXLE,
      limit("joint-play-out", { kind: "max", serviceMax: 0.5 }),
      ...[figure("boot-in-ribs", 5), figure("boot-out-ribs", 6), figure("joint-life", 700), figure("boot-life", 100)],
      figure("whole-shaft-life", 500),
    ],
    [
      ...[part("joint-outboard", "141.00"), part("boot-outboard", "19.80"), part("boot-band", "2.10")],
      ...[part("outboard-ring", "1.40"), part("joint-grease", "6.50"), part("whole-shaft", "212.00")],
    ],
  );
  const at = (task: string | null, other: Record<string, string[]> = {}): TestJob =>
    new TestJob(bench, technician, COUNTS).until(task, { ...ANSWERS, ...other });

  test("is struck on its inner race only: another place is asked back with what it does, and nothing comes off before", () => {
    const job = at("verify:strike");
    const before = job.events.length;
    expect(job.type("cage")).toBe("cage: the cage cracks and spills the balls. It must be inner race.");
    expect(job.type("hammer")).toBe("Say which: 1 inner race, 2 cage, 3 bell.");
    expect(job.events).toHaveLength(before);
    expect(job.offer({ type: "part_removed", entry: "joint-out" })).toMatchObject({
      error: { lacks: { what: "gate", id: "strike-first" } },
    });
    expect(job.type("1")).toMatch(/\? inner race, right$/);
  });

  test("what cannot be undone is asked once more, with what must be true before", () => {
    const job = at("off:joint-out");
    const answer = answerTo(job, "");
    expect(answer).toMatchObject({
      kind: "sure",
      question: expect.stringMatching(/^This cannot be undone\. .* The drift stands on the inner race\.$/),
    });
    expect(answerTo(at("off:ring-out"), "")).toMatchObject({ kind: "drafts" });
  });

  test("one that is not made to come off stays on: nothing of it is taken off, and its ways are spoken against", () => {
    const job = at("decide:shaft", { "off:shaft": ["", "maker", "marks", "stays"] });
    expect(walk(bench, job.state).map((task) => task.id)).not.toContain("off:joint-out");
    const ways = questionOf(bench.procedure, "repair")?.ways ?? [];
    expect(ways.map((way) => way.against.map((a) => a.because))).toEqual([
      ["the outboard joint does not come off this shaft"],
      [expect.stringMatching(/does not come off/), expect.stringMatching(/^water, grit or rust/)],
      [],
    ]);
    job.until(null, { ...ANSWERS, "decide:shaft": ["3; O. Brand: a whole one", ""] });
    expect(job.open).toEqual([]);
  });

  test("ends at its release when all is done", () => {
    const outboard = { "inspect:boot-survey-in:found": ["good"], "inspect:boot-survey-out:found": ["torn", "weeks"] };
    const job = at(null, { ...outboard, "decide:joint-out": ["1; judged by hand and eye"] });
    expect(job.open).toEqual([]);
    job.keep({ type: "job_released", said: RELEASE_WORD });
  });

  test("ways are set side by side by what an hour of their life costs", () => {
    const job = at("decide:shaft");
    const repair = questionOf(bench.procedure, "repair") ?? (undefined as never);
    // (141 + 19.8 + 4.2 + 1.4 + 6.5 + 130 min · 60) / 700; (19.8 + 4.2 + 1.4 + 6.5 + 120) / 100; (212 + 90) / 500.
    const byLife = costByLife(bench, job.state, repair);
    expect(byLife?.get("joint and boot")).toEqual({ perLife: expect.closeTo(302.9 / 700, 6), best: true });
    expect(byLife?.get("boot only")).toEqual({ perLife: expect.closeTo(151.9 / 100, 6), best: false });
    const without = { ...bench, specs: bench.specs.filter((s) => s.key !== "boot-life") };
    expect(costByLife(without, job.state, repair)).toBeNull();
  });

  test("a dearer way says by how much, and how much longer it has to last; one without all its prices says nothing", () => {
    const job = at("decide:shaft");
    const repair = questionOf(bench.procedure, "repair") ?? (undefined as never);
    // The pin has no price yet: no sum is all of it.
    expect(dearerThan(bench, job.state, repair).size).toBe(0);
    const priced = { ...bench, parts: [...bench.parts, part("cotter-pin", "0.50")] };
    // The sums of the test before and a pin each: 303.40 and 302.50 against 152.40.
    const dearer = dearerThan(priced, job.state, repair);
    expect([...dearer.keys()]).not.toContain("boot only");
    expect(dearer.get("joint and boot")).toEqual({ than: "boot only", more: "151.00", percent: 99.1, times: 1.99 });
    expect([...dearer.values()][1]).toEqual({ than: "boot only", more: "150.10", percent: 98.5, times: 1.98 });
    expect(dearerThan({ ...priced, labour: null }, job.state, repair).size).toBe(0);
  });

  test("a part that turns out to be worn besides is in the sum, and the owner is asked again", () => {
    const job = at("decide:joint-out", { "decide:shaft": ["2; O. Brand: the boot", "1; judged by hand and eye"] });
    const boot = questionOf(bench.procedure, "repair")?.ways[1] ?? (undefined as never);
    expect(estimateFor(bench, job.state, boot)?.total).toBe("151.90");
    job.type("2", "judged by hand and eye");
    expect(estimateFor(bench, job.state, boot)?.total).toBe("292.90");
    expect(job.open.map((point) => point.text)).toContain(
      "estimate is now 292.90 TFC; O. Brand agreed to 151.90: ask the owner again, then Change",
    );
  });
});

test("a shaft rebuilt at both ends: each tail is looked at from its own end, boots before both joints", () => {
  const bench = shop("axle-rebuild", [...AXLE, figure("boot-in-ribs", 5), figure("boot-out-ribs", 6)]);
  const job = new TestJob(bench, lead, COUNTS).until(null, {
    ...ANSWERS,
    "off:shaft": ["", "maker", "marks"],
    "off:band-in-large": ["", "wire"],
    "off:cup": ["", "balls", "snap"],
    "off:boot-in": ["", "driven"],
    "off:joint-out": ["", "none"],
    "fit:bare-shaft": ["", "fold", "fold", "fold", "fold", "maker"],
    "inspect:joint-inside:found": ["clean"],
    "inspect:tracks:found": ["smooth"],
    "measure:joint-play:found": ["0.1"],
    "verify:ribs": ["5"],
    "verify:cage-way": ["the middle"],
    "do:lip-in": ["", "in"],
    "verify:tail": ["anti"],
    "verify:tail-small": ["anti"],
  });
  const fitted = job.events.flatMap((e) => (e.body.type === "part_fitted" ? [e.body.entry] : []));
  const place = (entry: string): number => fitted.indexOf(entry);
  expect(place("boot-out")).toBeLessThan(place("joint-out"));
  expect(place("boot-in")).toBeLessThan(place("race"));
  expect(place("boot-out")).toBeLessThan(place("race"));
  expect(job.state.bySlot.has(slot.ask("seen-from").key)).toBe(true);
  expect(job.state.bySlot.has(slot.ask("seen-from-out").key)).toBe(true);
});

describe("the countershaft", () => {
  const bench = shop("countershaft-nut", [
    ...["guard-bolt", "shaft-nut", "rear-axle"].map(torque),
    limit("spline-play", { kind: "max", serviceMax: 0.8 }),
    figure("spline-clearance", 0.25),
  ]);
  const at = (task: string, other: Record<string, string[]> = {}): TestJob =>
    new TestJob(bench, technician, { "guard-bolts": 3 }).until(task, {
      "measure:slack-stand:found": ["60"],
      "inspect:nut-found:found": ["loose"],
      "inspect:teeth-front:found": ["even"],
      "inspect:under-nut:found": ["rocks", "worn"],
      "inspect:spacer-gap:left": ["none"],
      "compute:spline-fit": ["4.6 4.2 4.05"],
      "inspect:shaft-splines:found": ["stepped"],
      "measure:spline-old:found": ["0.9"],
      "inspect:output-seal:found": ["dry"],
      "measure:spline-new:left": ["0.2"],
      ...other,
    });

  test("a loose new sprocket is refused; one that fits tells whose wear it was", () => {
    const job = at("compute:spline-fit");
    expect(job.type("4.6 4.4 4.05")).toMatch(/^The new sprocket has 0\.35 mm of play, at most 0\.25: .* is refused\./);
    expect(job.type("4.6 4.0 4.05")).toMatch(/narrower than the shaft's spline/);
    expect(job.type("4.6 4.2")).toMatch(/^Three widths in mm/);
    expect(job.type("4.6 4.2 4.05")).toMatch(/play 0\.55 mm with the old, 0\.15 mm with the new$/);
  });

  test("a worn shaft is a part of its own: it is proposed, not the sprocket; left, its owner's word is asked", () => {
    const job = at("inspect:shaft-splines:found", { "measure:spline-old:found": ["0.3"] });
    job.type("narrow");
    const proposed = (part: string) => {
      const found = bench.procedure.spine.find(({ id }) => id === part);
      return found?.kind === "part" ? proposalFor(bench, job.state, found, 1).decision : null;
    };
    expect([proposed("output-shaft"), proposed("front-sprocket")]).toEqual(["renew", "keep"]);
    job.until("decide:output-shaft", { "inspect:output-seal:found": ["dry"] });
    expect(job.type("leave")).not.toMatch(/^output shaft: left/);
  });

  test("a nut that came loose gets the day on which it is looked at again", () => {
    const job = at("inspect:shaft-splines:found");
    job.keep({ type: "question_answered", question: "nut-date", word: "a week", reason: null });
    expect(rechecksOf(bench, job.state)).toContainEqual(
      expect.objectContaining({ id: "shaft-nut-again", days: 7, due: null }),
    );
  });

  test("a figure that is not on file is named, for whoever has the book", () => {
    expect(figuresMissing(bench, "slack-to-set")).toContain("swing-arm");
    expect(figuresMissing(bench, "spline-fit")).toEqual([]);
  });
});

describe("conditions of readings", () => {
  const tight = limit(
    "chain-slack-stand",
    { kind: "range", serviceMin: 6, serviceMax: 13 },
    { condition: "at the tightest" },
  );
  const specs = Object.entries(chainFigures).map(([key, value]) => figure(key, value));
  const bench = shop("chain-slack-check", [...specs, tight, torque("rear-axle")]);
  const at = (task: string): TestJob =>
    new TestJob(bench, technician, {}).until(task, {
      "measure:slack-stand:found": ["60"],
      "measure:axle-marks:left": ["31 31.4"],
    });

  test("a limit at the tightest judges nothing that is read on the stand", () => {
    const job = at("measure:slack-stand:found");
    const point = bench.procedure.points.find((p) => p.id === "slack-stand");
    if (point?.kind !== "measure") throw new Error("no such point");
    expect(limitAt(bench, job.state, point, null)).toEqual({ spec: null, elsewhere: "at the tightest" });
    job.type("10");
    expect(judgeItem(job.state, point, 1, "found")?.verdict).toBeNull();
    const here = {
      ...bench,
      specs: bench.specs.map((s) => (s === tight ? { ...tight, condition: "on the stand" } : s)),
    };
    expect(limitAt(here as Bench, job.state, point, null).spec?.key).toBe("chain-slack-stand");
  });

  test("slack that fits the tightest better than the stand is asked back before it is kept", () => {
    const job = at("adjust:set-slack");
    expect(answerTo(job, "12")).toMatchObject({
      kind: "sure",
      question: expect.stringMatching(
        /^12: that is nearer to the 10 mm that remain at the tightest .* Was it read on the stand\?$/,
      ),
    });
    expect(answerTo(job, "33")).toMatchObject({ kind: "drafts" });
  });
});

describe("wheels", () => {
  test("one leg stays free until the fork was bounced; no signature passes it", () => {
    const bench = shop("front-wheel-fork", [...["front-axle", "pinch-bolt"].map(torque), word("axle-leg", "left")]);
    const job = jobOn(bench, lead, { "front-spacer": 2, "front-valve-cap": 1 }).until("do:bounce", {
      "inspect:fork-found:found": ["sticks"],
      "measure:tire-front:found": ["90"],
      "inspect:axle-slides:found": ["slides"],
      "inspect:wheel-bearings:found": ["smooth"],
    });
    const pull = { type: "torque_applied" as const, entry: "pinch-free", place: 1, pass: 1, text: "25", wrench: "B" };
    expect(job.offer(pull)).toMatchObject({ error: { lacks: { what: "gate", id: "free-leg-first" } } });
    expect(job.offer({ type: "gate_passed", gate: "free-leg-first", reason: "x" }).ok).toBe(false);
    // Which leg holds the axle is the machine's; only that one is named.
    expect(walk(bench, job.state).flatMap(({ title }) => /leg first/.exec(title)?.input ?? [])).toEqual([
      "Left leg first, right leg free",
    ]);
    job.until("inspect:fork-left:left", { "do:bounce": ["binds", "settled"] });
    job.type("smooth");
    expect(job.type("pinched")).toMatch(/pinched askew$/);
  });

  test("a rim is brought to a new one's runout, no more than a quarter turn at a time", () => {
    const bench = shop("spokes-tires", [limit("rim-side", { kind: "max", serviceMax: 2, standardMax: 0.5 })]);
    const job = new TestJob(bench, technician, { "valve-cap": 2 }).until("adjust:true-front", {
      ...{ "measure:tire-front:found": ["90"], "measure:tire-rear:found": ["90"], "off:wheels": ["", "settled"] },
      ...{ "inspect:spokes-front:found": ["even"], "inspect:spokes-rear:found": ["even"] },
      ...{ "measure:hop-front:found": ["0.3"], "measure:hop-rear:found": ["0.3"] },
    });
    const step = stepOf(bench.procedure, "true-front");
    if (step?.kind !== "adjust") throw new Error("no such step");
    expect(job.type("2.6")).toMatch(/2\.6 mm, more than 2\.0$/);
    job.type("1");
    job.type("2.4");
    // 0.2 mm a quarter turn: to 0.5 it would be nine and a half.
    expect(suggestTurn(job.state, step)).toBe(1);
    job.type("");
    job.type("0.4");
    expect(isAnswered(bench, job.state, slot.adjust("true-front"))).toBe(true);
  });

  test("a pressure is judged and told in its own unit", () => {
    const bench = shop("spokes-tires", [limit("tire-front", { kind: "range", serviceMin: 90, serviceMax: 105 })]);
    const job = new TestJob(bench, technician, { "valve-cap": 2 }).until("measure:tire-front:found", {});
    expect(job.type("70")).toBe("front tire pressure: past limit by 20.00 kPa");
    // A psi is 6.894757 kPa (NIST SP 811).
    const other = new TestJob(bench, technician, { "valve-cap": 2 }).until("measure:tire-front:found", {});
    expect(other.type("14 psi")).toMatch(/^front tire pressure: (serviceable|near limit)/);
  });
});
