import { procedureSchema } from "../procedure/index.ts";
import { specSchema } from "../spec/index.ts";
import { shippedBody } from "../../testingProcedures.ts";
import { TestJob } from "../../testing.ts";
import { findUnit, likelySlip } from "../quantity/index.ts";
import { ANSWERS, bench, Job, jobAt, technician } from "../../testingBench.ts";
import { jobOn } from "../../testingShop.ts";
import { type Bench, factsOf, judgeItem, pullList } from "./index.ts";
import { computeStepOf, patternOf, stackCapacity, stackChecks, stackPick } from "../task/index.ts";

// Thicknesses, torques and plates in this file are invented.
const step = computeStepOf(bench, "stack") ?? (undefined as never);

describe("four separate checks of the pack", () => {
  const twoKinds = { "measure:steel-thickness:found": ["2.3 1.6"] };
  const checks = (job: Job) => Object.fromEntries(stackChecks(bench, job.state, step).map((c) => [c.check, c.ok]));

  test("each names its own mistake, and none stands in for another", () => {
    const job = jobAt("check:stack", twoKinds).typeAll("");
    const [first, second] = (stackChecks(bench, job.state, step)[2]?.text ?? "").split(" ");
    expect(first).not.toBe(second);
    expect(job.type("3 1")).toBe("count wrong: 1 steel too few");
    expect(checks(job)).toEqual({ count: false, thicknesses: null, order: null, facing: null });
    expect(job.type("3 2")).toBe("count: right");
    expect(job.type(`${second} ${first}`)).toBe(`order wrong: steel 1 is ${second} mm; ${first} mm goes there`);
    expect(checks(job)).toEqual({ count: true, thicknesses: true, order: false, facing: null });
    expect(job.type(`${first} ${first}`)).toBe(
      `thicknesses wrong: 1 of ${first} mm too many, 1 of ${second} mm too few`,
    );
    expect(job.type(`${first} ${second}`)).toBe("thicknesses and order: right");
    expect(job.type("2")).toBe("facing wrong: steel 2 the other way round: turn");
    expect(job.open.map((p) => p.text)).toContain("facing: steel 2 the other way round: turn");
    expect(job.type("")).toBe("facing: right");
    expect(job.task?.id).toBe("measure:pack-height:left");
  });

  test("none is confirmed by Enter alone where a figure is wanted", () => {
    const job = jobAt("check:stack").typeAll("");
    expect(job.type("")).toMatch(/Count them and type both/);
    job.type("3 2");
    expect(job.type("")).toMatch(/The gauge tells, not the list/);
    expect(job.type("2")).toMatch(/2 thicknesses, one for each steel/);
    job.type("2 2");
    expect(job.type("7")).toMatch(/1 to 2/);
  });
});

describe("which used plates stay", () => {
  test("the choice nearest to target over used and new together; what is set aside is renewed with that reason", () => {
    const job = jobAt("build:stack", { "measure:steel-thickness:found": ["1.98 1.62"] });
    const pick = stackPick(bench, job.state, step);
    expect(pick).toMatchObject({ ok: true, value: { feasible: true } });
    if (!pick.ok) return;
    // By hand: the frictions' means add to 8.563 mm and the target is 12.8, so the steels should add to 4.237; of all pairs 2.0 + 2.0 is nearest.
    expect(pick.value).toMatchObject({ setAside: [1, 2], counts: { "2.0": 2 } });
    expect(job.type("0")).toMatch(/^stack taken: 12\.56 mm/);
    expect(job.events.filter((e) => e.body.type === "decision_taken").slice(-2)).toMatchObject([
      { body: { item: 1, decision: "renew", reason: "set aside so that the stack comes to its height" } },
      { body: { item: 2, decision: "renew" } },
    ]);
    expect(job.task?.id).toBe("check:stack");
  });
});

describe("what the pack carries", () => {
  const capacity = (job: Job) => {
    const answer = stackCapacity(job.shop, job.state, step);
    if (!answer.ok) throw new Error(answer.error.message);
    return answer.value;
  };

  test("falls in a straight line as the springs stretch with the wear", () => {
    const { curve, clampN, demandNm } = capacity(jobAt("build:stack"));
    // By hand: springs 43.55 mean, installed 34: 2 · 20 · 9.55 = 382 N; 6 faces · 0.12 · 382 · 62.5 mm = 17.19 N·m.
    expect(clampN).toBeCloseTo(382, 6);
    expect(curve[0]?.capacityNm).toBeCloseTo(17.19, 6);
    expect(demandNm).toBe(15);
    const last = curve[curve.length - 1];
    // Wear to the limit 2.7 of three linings: 8.5633 − 8.1 = 0.4633 mm, each 40 N less clamp a millimetre.
    expect(last?.wearMm).toBeCloseTo(0.4633, 4);
    expect(last?.capacityNm).toBeCloseTo(17.19 - 0.4633 * 40 * 6 * 0.12 * 0.0625, 3);
  });

  test("says at what wear it no longer carries the engine", () => {
    const specs = bench.specs.map((s) => (s.key === "engine-torque" && s.kind === "figure" ? { ...s, value: 5.6 } : s));
    // By hand: 16.8 N·m wanted of 17.19; each mm of wear costs 40 · 6 · 0.12 · 0.0625 = 1.8 N·m: 0.2167 mm.
    expect(capacity(jobAt("build:stack", {}, { ...bench, specs })).slipsAtMm).toBeCloseTo(0.39 / 1.8, 6);
    expect(capacity(jobAt("build:stack")).slipsAtMm).toBeNull();
  });

  test("names what the book lacks", () => {
    const specs = bench.specs.filter((s) => s.key !== "spring-rate");
    const job = jobAt("build:stack", {}, { ...bench, specs });
    expect(stackCapacity(job.shop, job.state, step)).toMatchObject({
      error: { message: "Not worked out: the book has no spring-rate." },
    });
  });
});

describe("the pattern of heat along the pack", () => {
  const counts = { friction: 6, steel: 5, "plate-bolts": 4, "cover-bolts": 4, spring: 2, "cover-dowel": 2 };
  const point = bench.procedure.points.find((p) => p.id === "steel-colour");
  const pattern = (words: string) => {
    const job = new Job();
    job.events = [{ ...job.events[0], body: { ...job.events[0]?.body, counts } } as never];
    words.split(" ").forEach((word, i) => {
      job.keep({ type: "finding_recorded", point: "steel-colour", item: i + 1, word });
    });
    return point?.kind === "inspect" ? (patternOf(job.state, point)?.where ?? null) : null;
  };

  test.each([
    ["blue brown silver silver silver", "outerEnd"],
    ["silver dark silver brown blue", "innerEnd"],
    ["silver brown blue silver silver", "middle"],
    ["silver silver blue silver silver", "one"],
    ["brown blue brown brown blue", "all"],
    ["blue silver silver silver blue", "scattered"],
    ["silver dark silver silver dark", null],
    ["blue blue silver silver", null],
  ])("%s: %s", (words, where) => {
    expect(pattern(words)).toBe(where);
  });
});

describe("a reading off by a known ratio is asked back", () => {
  test("the gauge read inches; Enter takes the correction, which keeps what was typed", () => {
    const job = jobAt("measure:friction-thickness:found");
    expect(job.type(".112")).toBe(".112 mm? Did the gauge read inches: 2.84 mm.");
    expect(job.events.at(-1)?.body.type).not.toBe("reading_taken");
    expect(job.type(".112", "take")).toBe("friction 1, place 1: serviceable, 28 % of its wear used");
    expect(job.events.at(-1)?.body).toMatchObject({
      text: "0.112 in",
      unit: "in",
      valueInBase: expect.closeTo(2.8448, 9),
    });
    expect(job.type("2.86 .113", "take")).toMatch(/^friction 1, place 3/);
    expect(job.type("286")).toBe("286 mm? Was the point left out: 2.86 mm.");
  });

  test("a plate past its limit is believed", () => {
    const job = jobAt("measure:friction-thickness:found");
    expect(job.type("2.5")).toMatch(/past limit by 0.20 mm/);
    expect(job.type("3.1")).toMatch(/right part\\?/);
  });

  test("the wrench read another unit", () => {
    const job = jobAt("torque:plate-bolts");
    expect(job.type("44")).toBe("44 N·m? Did the wrench read inch-pounds: 4.97 N·m.");
    expect(job.type("3.7 ftlb")).toMatch(/in band/);
    // A unit that was typed is not guessed at; that nobody pulls so is asked all the same.
    expect(job.type("3.7 inlb")).toBe("3.7 inlb: that is beyond belief here, where 1.67 to 15 N·m is met. Is it so?");
    expect(job.type("7")).toMatch(/above band/);
  });

  // Ratios from the units' definitions (NIST SP 811, Appendix B), as rounded in use.
  test.each([
    ["mm", 0.112, 2.6, 3.1, "in", 25.4],
    ["N.m", 87, 9, 11, "lbf.in", 0.113],
    ["N.m", 50, 64, 72, "lbf.ft", 1.356],
    ["lbf.in", 50, 64, 72, "lbf.ft", 12],
    ["lbf.in", 7, 6.5, 7.5, "N.m", 8.851],
    ["N.m", 7, 64, 72, "kgf.m", 9.807],
  ])("%s %d between %d and %d: %s", (unit, typed, min, max, other, ratio) => {
    const slip = likelySlip(typed, findUnit(unit) ?? (undefined as never), { min, max });
    expect(slip).toMatchObject({ kind: "unit", unit: { name: other } });
    expect(slip?.kind === "unit" ? slip.ratio : 0).toBeCloseTo(ratio, 3);
  });
});

describe("the entry line's other keys", () => {
  test("repeats the last reading, notes, asks for a photo", () => {
    const job = jobAt("measure:friction-thickness:found");
    expect(job.type("..")).toMatch(/no reading here to repeat/);
    job.type("2.86");
    expect(job.type("..")).toMatch(/^friction 1, place 2/);
    expect(job.type("# oil smells burnt")).toBe("noted: oil smells burnt");
    expect(job.type("#")).toMatch(/Write the note/);
    expect(job.type("@")).toBe("photo");
    expect(job.state.notes.map((n) => n.body.text)).toEqual(["oil smells burnt"]);
  });
});

describe("a pack with steels at both ends", () => {
  const procedure = procedureSchema.parse(shippedBody("clutch-disc-spring"));
  const source = { grade: "shop rule", book: "test book", edition: "1", page: "1", checkedBy: null };
  const specs = [
    ...bench.specs.filter((s) => s.key !== "stack-height"),
    specSchema.parse({ kind: "height", key: "stack-height", label: "x", source, heightMm: { min: 10.8, max: 11.6 } }),
    specSchema.parse({
      kind: "limit",
      key: "disc-height",
      label: "x",
      source,
      limit: { kind: "min", serviceMin: 5.9 },
    }),
    specSchema.parse({
      kind: "torque",
      key: "holder-bolt-torque",
      label: "x",
      source,
      targetNm: 8,
      tolerancePercent: 10,
    }),
  ];
  const shop = { ...bench, procedure, specs };
  const counts = { "cover-bolts": 4, "holder-bolts": 4, friction: 2, steel: 3, "cover-dowel": 2 };
  const answers = {
    "off:cover": ["", "", "good"],
    "off:spring-holder": ["2", ""],
    "off:pack": ["", "stay"],
    "measure:friction-thickness:found": ["2.86 2.86 2.86", "2.84 2.84 2.84"],
    "inspect:friction-lining:found": ["s s"],
    "measure:steel-thickness:found": ["1.6 1.98 1.6"],
    "measure:steel-warp:found": ["0.05 0.3 0.06"],
    "inspect:steel-colour:found": ["s s s"],
    "measure:disc-height:found": ["6.2 6.2 6.2"],
    "inspect:push-rod-state:found": ["s"],
    "off:gasket": ["", "1"],
    "measure:basket-notch:found": ["0.2"],
    "inspect:basket-fingers:found": ["s"],
    "inspect:hub-grooves:found": ["s"],
    "check:stack": ["", "3 2", "1.6 2 1.6", ""],
    "measure:pack-height:left": ["10.9"],
    "fit:spring-holder": ["2", ""],
    "measure:lever-play:found": ["11"],
  };
  const job = (task: string, hardest = "highest number"): TestJob => {
    const begun = new TestJob(shop, technician, counts);
    const [opened, ...rest] = begun.events;
    if (opened?.body.type !== "job_opened") throw new Error("no opening");
    const config = { ...opened.body.config, "disc-step-hardest": hardest };
    begun.events = [{ ...opened, body: { ...opened.body, config } }, ...rest];
    return begun.until(task, answers);
  };

  test("the steels are chosen although they stand outermost, and go in between the frictions", () => {
    const built = job("check:stack");
    // By hand: frictions 5.70, kept steels 1.6 + 1.6; 10.8 to 11.6 wants a third of 1.9 to 2.7: only 2.0 fits.
    expect(built.state.events.at(-1)?.body).toMatchObject({
      type: "build_accepted",
      counts: { "2.0": 1 },
      outer: [{ origin: "kept" }, { origin: "new", thicknessMm: 2 }, { origin: "kept" }],
      inner: [{ origin: "kept" }, { origin: "kept" }],
    });
    expect(pullList(shop, built.state).map((l) => [l.quantity, l.name])).toContainEqual([1, "Steel plates 2.0 mm"]);
    expect(built.typeAll("", "3 2").type("2 1.6 1.6")).toBe("order wrong: steel 1 is 2 mm; 1.6 mm goes there");
    const hand = job("fit:pack");
    const names = ["", "", "", "", ""].map((line) => hand.type(line).split(":")[0]);
    expect(names).toEqual(["steel 3", "friction 2", "steel 2", "friction 1", "steel 1"]);
  });

  test("the step the spring stood in is asked while anybody can still tell, and kept beside the one it goes into", () => {
    const done = job("fit:gasket");
    expect([...factsOf(done.shop, done.state)]).toEqual(
      expect.arrayContaining([
        ["step-found", "step 2"],
        ["step-left-high", "step 2"],
      ]),
    );
    // What a step does is told as this machine numbers them; where nobody knows, nothing is told of it.
    const told = (hardest: string): string =>
      JSON.stringify(job("fit:spring-holder", hardest).aim ?? "").replaceAll('"', "");
    expect(told("highest number")).toContain("step-left-high");
    expect(told("lowest number")).toContain("step-left-low");
    expect(told("not known yet")).toContain("step-left-unknown");
  });
});

describe("a friction plate of another kind at the end of the pack", () => {
  const made = { "innermost-friction": "of another kind", "outermost-friction": "as the others" };
  const own = { key: "friction-inner-thickness", label: "inner", limit: { kind: "min", serviceMin: 2.2 } };
  const source = { grade: "shop rule", book: "test book", edition: "1", page: "1", checkedBy: null };
  const word = ([key, said]: [string, string]) =>
    specSchema.parse({ kind: "word", key, label: key, source, word: said });
  const limited = specSchema.parse({ kind: "limit", ...own, source });
  const stored = { ...(bench.parts[0] ?? (undefined as never)), id: "odd", role: "friction-inner", thicknessMm: 2.6 };
  const odd: Bench = {
    ...bench,
    specs: [...bench.specs, ...Object.entries(made).map(word), limited],
    parts: [...bench.parts, stored],
  };
  const counts = { "cover-bolts": 4, "plate-bolts": 4, spring: 2, friction: 3, steel: 2, "cover-dowel": 2 };
  const thin = { "measure:friction-thickness:found": ["2.86 2.86 2.87", "2.85 2.86 2.86", "2.31 2.30 2.32"] };
  const at = (task: string, shop = odd, more: Record<string, string[]> = {}): TestJob =>
    jobOn(shop, technician, counts).until(task, { ...ANSWERS, ...thin, ...more });

  test("is judged by its own limit, and no part is proposed that is not to blame", () => {
    const job = at("inspect:friction-lining:found");
    const point = job.shop.procedure.points.find(({ id }) => id === "friction-thickness");
    if (point?.kind !== "measure") throw new Error("no such point");
    const judged = [1, 2, 3].map((item) => judgeItem(job.state, point, item, "found"));
    expect(judged.map((one) => one?.spec?.key)).toEqual(["friction-thickness", "friction-thickness", own.key]);
    expect(judged.map((one) => one?.verdict)).toEqual(["serviceable", "serviceable", "serviceable"]);
    // The same plate as one of the common kind is past its limit.
    const common = { ...odd, specs: [...bench.specs, word(["innermost-friction", "as the others"])] };
    expect(judgeItem(at("inspect:friction-lining:found", common).state, point, 3, "found")?.verdict).toBe("past");
  });

  test("without a limit on file it is kept, and a limit that comes later for the others judges nothing of it", () => {
    const bare = { ...odd, specs: odd.specs.filter(({ key }) => key !== own.key && key !== "friction-thickness") };
    const job = at("inspect:friction-lining:found", bare);
    const shop = { ...bare, specs: odd.specs.filter(({ key }) => key !== own.key) };
    const later = new TestJob(shop, technician, counts);
    later.events = job.events;
    later.keep({ type: "limit_found", point: "friction-thickness" });
    const point = shop.procedure.points.find(({ id }) => id === "friction-thickness");
    if (point?.kind !== "measure") throw new Error("no such point");
    const verdicts = [1, 2, 3].map((item) => judgeItem(later.state, point, item, "found")?.verdict);
    expect(verdicts).toEqual(["serviceable", "serviceable", null]);
  });

  test("renewed with the set, it is pulled by its own number and judged as a new one by its own limit", () => {
    const renewed = {
      "inspect:friction-lining:found": ["g g g"],
      "decide:friction": ["", "old oil"],
      "measure:friction-thickness:left": ["2.95 2.95 2.6"],
    };
    const job = at("check:stack", odd, renewed);
    const pulled = pullList(job.shop, job.state).filter(({ row }) => row === "friction");
    expect(pulled.map(({ role, quantity, part }) => [role, quantity, part?.id])).toEqual([
      ["friction-inner", 1, "odd"],
      ["friction", 2, "p0"],
    ]);
    const built = job.events.map(({ body }) => body).find((body) => body.type === "build_accepted");
    const outer = built?.type === "build_accepted" ? built.outer : [];
    expect(outer.map(({ thicknessMm }) => thicknessMm)).toEqual([2.95, 2.95, 2.6]);
  });
});

test("a word of the machine is typed in small letters too, whatever it is written with", () => {
  const source = { grade: "shop rule", book: "test book", edition: "1", page: "1", checkedBy: null };
  const known = Object.entries({ "clutch-release": "arm in the cover", "spring-washers": "none" }).map(([key, word]) =>
    specSchema.parse({ kind: "word", key, label: key, source, word }),
  );
  const job = jobOn({ ...bench, specs: [...bench.specs, ...known] }, technician, {
    "cover-bolts": 4,
    "cover-dowel": 2,
  });
  const [opened, ...rest] = job.events;
  if (opened?.body.type !== "job_opened") throw new Error("no opening");
  const { "cover-seal": _, ...config } = opened.body.config;
  job.events = [{ ...opened, body: { ...opened.body, config } }, ...rest];
  job.until("off:plate-bolts", { "measure:lever-play:found": ["11"], "off:cover": ["", "2", "good"] });
  expect(job.type("o-r")).toBe("Seal of the clutch cover: O-ring");
  expect(job.task?.id).toBe("off:seal");
});
