import { TestJob } from "../../../testing.ts";
import { bench as clutch, technician } from "../../../testingBench.ts";
import { shop, torque, word } from "../../../testingShop.ts";
import { type Bench, complete, concernsOf, fold, rememberedFigures, slotName, walk } from "../../job/index.ts";
import { countByEnter } from "../count/count.ts";
import { slot } from "../lines.ts";

// Counts and words are what somebody sees on an invented machine.

/** A job on a machine of which nothing is on file: neither how it is made nor how many there are of what. */
function unseen(on: Bench, known: Record<string, number> = {}): TestJob {
  const job = new TestJob(on, technician, {});
  const [opened, ...rest] = job.events;
  if (opened?.body.type !== "job_opened") throw new Error("no opening");
  // Of the clutch every word is on file: what is not is how many there are.
  const config = on === clutch ? opened.body.config : {};
  job.events = [{ ...opened, body: { ...opened.body, counts: known, config } }, ...rest];
  return job;
}
const fixed = { cover: 1, gasket: 1, "cover-dowel": 2, "pedal-wedge": 1, "lifter-washer": 1 };
const boltsOff = (job: TestJob) =>
  walk(job.shop, job.state)
    .find(({ id }) => id === "off:cover-bolts")
    ?.slots.map(({ key }) => key);

describe("how many there are, where nobody had it on file", () => {
  test("is counted before the first comes out, once, and there is a place for each from then on", () => {
    const job = unseen(clutch, fixed).until("off:cover-bolts", {
      "start:soak": ["film"],
      "measure:lever-play:found": ["11"],
    });
    expect(boltsOff(job)?.slice(0, 2)).toEqual(["many:cover-bolt-count", "out:cover-bolts:1"]);
    expect(job.type("")).toBe("Count them and type how many there are, such as 6.");
    expect(job.type("0")).toBe("None of them? / passes it: not fitted. Else type how many there are.");
    expect(job.type("61")).toMatch(/^Cover bolts: at most 60 are worked with; count them again\./);
    expect(job.type("5")).toBe("Cover bolts: 5 counted");
    expect(boltsOff(job)).toHaveLength(6);
    // In the same breath what they are; a word that says nothing of a fastener keeps neither.
    job.type("-");
    expect(job.type("5 M6x25 hex")).toMatch(/^"hex" says nothing of a fastener/);
    expect(job.state.counts["cover-bolts"]).toBeUndefined();
    expect(job.type("5 M6x25 h8")).toBe("Cover bolts: M6 × 25 mm, 8 mm socket");
    expect(job.state.counts["cover-bolts"]).toBe(5);
    expect(job.type("25 25 25 25 40")).toBe("cover bolt 5 out: 40 mm");
  });

  test("of a pack it is counted what came out; struck it is asked again, and the plates with it", () => {
    const job = unseen(clutch, fixed).until("off:pack", {
      "measure:lever-play:found": ["11"],
      ...{ "start:soak": ["film"], "off:cover-bolts": ["4", "25 25 25 25"], "off:cover": ["", "2", "good"] },
      "off:gasket": ["", "1"],
      ...{ "off:plate-bolts": ["4"], "off:spring": ["4"], "off:lifter": ["", "1", "1"] },
    });
    job.type("");
    expect(job.aim?.key).toBe("many:friction-count");
    job.type("3");
    job.type("2");
    expect(job.state.counts).toMatchObject({ friction: 3, steel: 2 });
    job.type("-");
    expect(job.state.counts.steel).toBeUndefined();
    expect(job.aim?.key).toBe("many:steel-count");
  });

  test("what was on file when the job began is not asked here: it is put right among the figures", () => {
    const job = new TestJob(clutch, technician, { "cover-bolts": 4 });
    const draft = { type: "number_counted", figure: "cover-bolt-count", count: 5, whose: "model" } as const;
    expect(job.offer(draft)).toMatchObject({ ok: false, error: { code: "conflict", path: "figure" } });
    expect(job.offer({ ...draft, figure: "moons" })).toMatchObject({ ok: false, error: { code: "unsupported" } });
  });
});

describe("small parts that come out", () => {
  test("are counted: Enter alone says of none how many there are, unless the machine has it on file", () => {
    const job = unseen(clutch, fixed).until("off:lifter", {
      "measure:lever-play:found": ["11"],
      ...{ "start:soak": ["film"], "off:cover-bolts": ["4", "25 25 25 25"], "off:cover": ["", "2", "good"] },
      ...{ "off:gasket": ["", "1"], "off:plate-bolts": ["4"], "off:spring": ["4"] },
    });
    job.type("");
    expect(job.type("")).toBe("Count them: type how many there are; 0 is an answer too.");
    // What usually is there is compared with, not said.
    expect(job.type("2")).toMatch(/^lifter washers, how many out: 2, should be 1$/);
    const kase = shop("belt-case", []);
    const known = new TestJob(kase, technician, { "cover-screw": 3 });
    expect(countByEnter(kase, known.state, slot.count("cover-screw", "apart"))).toBe(3);
    const unknown = unseen(kase, { "belt-cover": 1 });
    expect(countByEnter(kase, unknown.state, slot.count("cover-screw", "apart"))).toBeNull();
  });
});

describe("how the machine is made, where nobody had it on file", () => {
  const kase = shop("chaincase-service", [torque("case-lock"), torque("case-drain")]);
  const answers: Record<string, string[]> = { "measure:case-rock:found": ["9 9 8.5"] };

  test("is asked in the first step that turns on it; what hangs on it comes once it is said, and goes when it is struck", () => {
    const job = unseen(kase, { "pipe-spring": 3 });
    const asked = (): string[] =>
      walk(kase, job.state).flatMap(({ id, slots }) =>
        slots.flatMap((s) => (s.kind === "word" ? [`${id} ${s.figure}`] : [])),
      );
    expect(asked().some((one) => one.endsWith(" oil-level-by"))).toBe(true);
    const before = walk(kase, job.state).map(({ id }) => id);
    expect(before.some((id) => id.startsWith("inspect:level-"))).toBe(false);
    const level =
      asked()
        .find((one) => one.endsWith(" oil-level-by"))
        ?.split(" ")[0] ?? "";
    for (let line = 0; line < 40 && job.task?.id !== level; line += 1) {
      const before = job.events.length;
      if (job.aim?.kind === "word") job.type("1");
      else job.type(answers[job.task?.id ?? ""]?.shift() ?? "");
      expect(job.events.length).toBeGreaterThan(before);
    }
    while (job.aim?.kind === "word" && job.aim.figure !== "oil-level-by") job.type("1");
    expect(job.type("dipper")).toMatch(/^Say which: 1 sight window, 2 level plug, 3 stick\. .* asked again\.$/);
    expect(job.type("st")).toBe("Oil level is read by: stick");
    const stick = walk(kase, job.state).map(({ id }) => id);
    expect(stick).toContain("inspect:level-stick:found");
    job.type("-");
    expect(walk(kase, job.state).map(({ id }) => id)).not.toContain("inspect:level-stick:found");
  });

  test("is not asked where it is on file, and a word that is none is refused", () => {
    const known = shop("chaincase-service", [word("oil-level-by", "stick")]);
    const job = new TestJob(known, technician, {});
    const draft = { type: "word_said", figure: "oil-level-by", word: "stick", whose: "model" } as const;
    expect(job.offer(draft)).toMatchObject({ ok: false, error: { code: "conflict", path: "figure" } });
    expect(unseen(known).offer({ ...draft, word: "smell" })).toMatchObject({ ok: false, error: { code: "range" } });
    expect(unseen(known).offer({ ...draft, figure: "colour" })).toMatchObject({ error: { code: "unsupported" } });
  });
});

test("what was said and not struck is what the job leaves behind: for the model, or for this machine where it says so", () => {
  const job = unseen(clutch, fixed).until("off:cover-bolts", {
    "start:soak": ["film"],
    "measure:lever-play:found": ["11"],
  });
  job.type("5");
  job.type("25 25 25 25 40");
  job.until("off:plate-bolts", { "off:cover": ["", "2", "good"], "off:gasket": ["", "1"] });
  expect(job.type("4 here")).toBe("Pressure-plate bolts: 4 counted, this machine alone");
  expect(rememberedFigures(job.shop, job.state)).toEqual([
    { key: "cover-bolt-count", label: "Cover bolts", whose: "model", what: { kind: "count", count: 5 } },
    { key: "plate-bolt-count", label: "Pressure-plate bolts", whose: "machine", what: { kind: "count", count: 4 } },
  ]);
  job.type("-");
  expect(rememberedFigures(job.shop, fold(job.events)).map(({ key }) => key)).toEqual(["cover-bolt-count"]);
});

describe("several of one thing, each by its name", () => {
  const round = () =>
    unseen(shop("grease-round", []), { "grease-cap": 3 }).until("inspect:grease:found", {
      "do:still": ["", "spring"],
      "do:lift-plan": ["", "alone"],
      "off:plugs": ["", "3"],
    });

  test("their names count them, and each is asked for by its own from then on", () => {
    const job = round();
    expect(job.type("")).toBe(
      "Count them and type how many there are, such as 6; or the name of each, commas between.",
    );
    expect(job.type("2 spindle, front arm, hitch")).toMatch(/^2, and 3 names: put one of both right/);
    expect(job.type("spindle, spindle")).toMatch(/^Count them/);
    expect(job.type("spindle, front arm, hitch")).toBe(
      "Grease points of the machine: 3 counted (spindle, front arm, hitch)",
    );
    expect(job.aim && slotName(job.shop, job.state, job.aim)).toBe("spindle");
    expect(job.type("water")).toMatch(/^spindle: water/);
    expect(job.aim && slotName(job.shop, job.state, job.aim)).toBe("front arm");
    expect(concernsOf(job.shop, job.state).map(({ text }) => text)).toEqual([
      "grease points, spindle: water first; pumped until clean grease came",
    ]);
    expect(rememberedFigures(job.shop, job.state)).toContainEqual({
      ...{ key: "grease-points", label: "Grease points of the machine", whose: "model" },
      what: { kind: "count", count: 3, names: ["spindle", "front arm", "hitch"] },
    });
  });

  test("a draft with more names than there are is refused", () => {
    const job = round();
    const many = { type: "number_counted", figure: "grease-points", count: 2, whose: "model" } as const;
    expect(complete(job.shop, job.state, { ...many, names: ["a arm", "b arm", "c arm"] }, technician)).toMatchObject({
      ok: false,
      error: { path: "names" },
    });
  });
});
