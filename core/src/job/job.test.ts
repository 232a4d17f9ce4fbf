import fc from "fast-check";
import { ANSWERS, bench, COUNTS, Job, jobAt, lead, technician } from "../../testingBench.ts";
import { openedJob, uuid } from "../../testing.ts";
import {
  type Bench,
  eventSentence,
  fold,
  foldOn,
  interpret,
  type JobEvent,
  pullList,
  pullListTotal,
  summarise,
  walk,
  RELEASE_WORD,
} from "./index.ts";
import { pullsOf, wrenchFor } from "../task/index.ts";

const opened = openedJob(bench.procedure, COUNTS);
const measuring = (shop: Bench = bench): Job => jobAt("measure:friction-thickness:found", {}, shop);
const built = (): Job => jobAt("fit:judder");

test("the work runs down the spine, is measured and decided, and comes back up", () => {
  const tasks = walk(bench, fold([opened]));
  expect(tasks.map((task) => task.id)).toMatchInlineSnapshot(`
   [
     "start:soak",
     "do:make-safe",
     "do:make-room",
     "measure:lever-play:found",
     "do:cable-slack",
     "off:cover-bolts",
     "off:cover",
     "off:gasket",
     "off:plate-bolts",
     "off:spring",
     "off:pressure-plate",
     "off:lifter",
     "off:pack",
     "off:judder",
     "measure:friction-thickness:found",
     "inspect:friction-lining:found",
     "measure:steel-thickness:found",
     "measure:steel-warp:found",
     "inspect:steel-colour:found",
     "measure:basket-notch:found",
     "inspect:basket-fingers:found",
     "inspect:hub-grooves:found",
     "measure:spring-length:found",
     "decide:spring",
     "decide:friction",
     "decide:steel",
     "build:stack",
     "check:stack",
     "measure:pack-height:left",
     "fit:judder",
     "fit:pack",
     "fit:lifter",
     "fit:pressure-plate",
     "fit:spring",
     "fit:plate-bolts",
     "torque:plate-bolts",
     "do:plate-moves",
     "fit:gasket",
     "fit:cover",
     "fit:cover-bolts",
     "torque:cover-bolts",
     "do:arm-engaged",
     "do:cable-on",
     "away:pedal-wedge",
     "measure:lever-play:left",
     "do:oil-level",
     "do:short-ride",
   ]
  `);
  const order = (stage: string): string[] =>
    tasks
      .filter((t) => t.stage === stage && t.kind !== "torque" && !/^(do|measure):/.test(t.id))
      .flatMap((t) => (t.entry ? [t.entry] : []));
  expect(order("together")).toEqual(order("apart").reverse());
});

describe("the entry line", () => {
  test("answers each reading with what, where and how far", () => {
    const job = measuring();
    expect(job.type("2.80")).toBe("friction 1, place 1: serviceable, 50 % of its wear used");
    expect(job.type("2.95 2.92")).toBe("friction 1, place 3: serviceable, 50 % of its wear used");
    expect(job.type("2.95")).toBe("friction 2, place 1: new range");
    expect(job.type("3.1")).toBe("friction 2, place 2: new range; one reading above the new range: right part?");
    expect(job.type(".104in")).toBe(
      "friction 2, place 3: past limit by 0.06 mm; one reading above the new range: right part?",
    );
    expect(job.type("2.70")).toMatch(/^friction 3, place 1: can't call: within ±0\.\d+ mm of the limit$/);
  });

  test("keeps what was typed, the unit, the gauge and the limit with it", () => {
    const job = measuring().typeAll(".104in");
    expect(job.events.at(-1)?.body).toMatchObject({
      type: "reading_taken",
      text: ".104in",
      value: 0.104,
      unit: "in",
      gauge: { id: "caliper", permissibleError: 0.01 },
      spec: { key: "friction-thickness", source: { book: "test book" } },
    });
    const later: Bench = { ...bench, specs: [] };
    expect(eventSentence(later, job.state, job.events.at(-1) as JobEvent)).toMatch(/past limit/);
  });

  test("refuses whole lines, and nothing is kept of them", () => {
    const job = measuring();
    const before = job.events.length;
    expect(job.type("1 2 3 4 5 6 7 8 9 10")).toMatch(/10 values for 9 places left: nothing is kept/);
    expect(job.type("2.8 2.9x")).toMatch(/unit/);
    expect(job.type("")).toMatch(/Type the reading/);
    expect(job.type("-2.8")).toMatch(/below 0/);
    expect(job.events.slice(before).filter((e) => e.body.type !== "reading_taken")).toEqual([]);
  });

  test("strikes the last of one's own, which stays readable; then the place is asked again", () => {
    const job = measuring().typeAll("2.8");
    job.by = lead;
    expect(job.type("-")).toBe("There is nothing of yours to strike.");
    job.by = technician;
    expect(job.type("-")).toBe("struck: 2.8 at friction 1, place 1");
    expect(job.aim?.key).toBe("read:friction-thickness:1:1:found");
    expect(
      job.events.filter((e) => e.body.type === "reading_taken" && e.body.point === "friction-thickness"),
    ).toHaveLength(1);
    expect(job.type("-")).toMatch(/^struck: Hub rubbers and basket bearing/);
    expect(job.offer({ type: "struck", event: uuid(0) })).toMatchObject({ ok: false, error: { code: "conflict" } });
  });

  test("skips with a reason by number or in words, and the skip stays open", () => {
    const job = measuring();
    job.type("/", "2");
    job.type("/", "plate is glued");
    expect(job.aim?.key).toBe("read:friction-thickness:1:3:found");
    expect(job.open.map((p) => p.text)).toEqual(
      expect.arrayContaining([
        "friction 1, place 1: skipped, gauge not at hand",
        "friction 1, place 2: skipped, plate is glued",
      ]),
    );
  });

  test("words by number or first letters, several at once; an unclear one says what there is", () => {
    const job = jobAt("inspect:friction-lining:found");
    expect(job.type("x")).toBe('"x" is not one of: 1 sound, 2 glazed, 3 flaking.');
    expect(job.type("s 2 fl")).toBe("friction 3: flaking, lining lifting, cracked or missing");
    job.until("inspect:steel-colour:found", ANSWERS);
    expect(job.type("b")).toMatch(/"b" is not one of/);
  });

  test("goes on and to a step by number", () => {
    const { state, task } = new Job();
    const run = (line: string) =>
      interpret(line, {
        bench,
        state,
        waiting: task?.slots ?? [],
        gauge: null,
        wrench: null,
        by: technician,
        here: task ?? null,
        aim: null,
      });
    expect(run("*12")).toEqual({ kind: "go", task: 12, item: null });
    expect(run("*.4")).toEqual({ kind: "go", task: null, item: 4 });
    expect(run("*7.2")).toEqual({ kind: "go", task: 7, item: 2 });
    expect(run("+")).toEqual({ kind: "next" });
    expect(run("7")).toMatchObject({ kind: "refused" });
  });
});

describe("decisions", () => {
  test("are proposed from the worst, with the reason; the set goes together", () => {
    const job = jobAt("decide:friction", {
      "measure:friction-thickness:found": ["2.86 2.86 2.6", "2.85 2.86 2.86", "2.84 2.85 2.84"],
    });
    // Worn past its limit it is no bare keep: it is left, with its reason and a lead.
    expect(job.type("1")).toMatch(
      /^It is not kept \(friction 1: past limit by 0\.10 mm; friction plates are renewed as a set\)/,
    );
    expect(job.type("3")).toBe("why? friction 1: past limit by 0.10 mm; friction plates are renewed as a set");
    expect(
      job.offer({ type: "decision_taken", part: "friction", item: 0, decision: "leave", reason: null }),
    ).toMatchObject({ error: { code: "missing", path: "reason" } });
    expect(job.type("", "")).toBe("friction plates: renew");
    expect(job.task?.id).toBe("decide:steel");
  });

  test("nothing is proposed where nothing is known, and no limit on file is no pass", () => {
    const bare: Bench = { ...bench, specs: bench.specs.filter((s) => s.key !== "spring-length") };
    const job = jobAt("measure:spring-length:found", {}, bare);
    expect(job.type("43.6")).toBe("spring 1: no limit on file: kept, not judged");
    job.type("43.5");
    job.until("decide:spring", ANSWERS).type("");
    expect(job.type("")).toMatch(/Nothing is proposed \(spring 1: no limit on file/);
    job.type("1", "judged by hand");
    expect(job.open.map((p) => p.text)).toContain("spring free length 1–2: no limit on file: kept, not judged");
  });

  test("several decisions in one line, each kept by itself; what takes a reason is said by itself, and nothing is kept then", () => {
    const job = jobAt("decide:steel");
    expect(job.type("1 2")).toMatch(/^steel 2: renew is not what is proposed .* say it by itself\. Nothing is kept\.$/);
    expect(job.type("1 1 1")).toBe("3 words for 2 left: nothing is kept.");
    const before = job.events.length;
    expect(job.type("all")).toBe("steel 2: keep");
    const taken = job.events.slice(before).map(({ body }) => body);
    expect(taken).toMatchObject([
      { type: "decision_taken", item: 1, decision: "keep" },
      { type: "decision_taken", item: 2, decision: "keep" },
    ]);
  });
  test("bolts that are alike come out in one word, each in its own place; where they differ each is looked at", () => {
    const job = jobAt("off:cover-bolts");
    expect(job.type("all")).toMatch(/^They are not alike: each is looked at as it comes out\./);
    const [first, ...others] = job.shop.specs.map((spec) =>
      spec.kind === "places"
        ? { ...spec, places: spec.places.map((one) => ({ ...one, lengthMm: 25, under: null })) }
        : spec,
    );
    const same = jobAt("off:cover-bolts", {}, { ...job.shop, specs: first ? [first, ...others] : [] });
    const before = same.events.length;
    same.type("all");
    const out = same.events.slice(before).flatMap(({ body }) => (body.type === "fastener_out" ? [body] : []));
    expect(out.map(({ place, lengthMm }) => [place, lengthMm])).toEqual([1, 2, 3, 4].map((place) => [place, 25]));
  });
  test("a part left is told and signed for", () => {
    const job = jobAt("decide:spring").typeAll("");
    job.type("3", "owner declined");
    expect(job.open.map((p) => p.text)).toContain("springs: left as it is, owner declined");
  });
});

describe("the stack", () => {
  test("asks for what is missing, then offers; all kept is only added up", () => {
    const job = jobAt("build:stack");
    expect(job.type("")).toBe("stack taken: 12.53 mm, −0.27 off target");
  });

  test("new steels are chosen, laid thin outermost, and pulled with single-use parts by themselves", () => {
    const job = jobAt("build:stack", { "measure:steel-warp:found": ["0.3 0.3"] });
    expect(job.type("")).toMatch(/^stack taken/);
    const build = job.state.events.at(-1)?.body;
    expect(build).toMatchObject({
      counts: { "2.0": 2 },
      inner: [
        { item: 1, origin: "new" },
        { item: 2, origin: "new" },
      ],
    });
    const lines = pullList(bench, job.state);
    expect(lines.map((l) => [l.quantity, l.role, l.why])).toEqual([
      [2, "steel", "the accepted stack"],
      [1, "gasket", "single use"],
    ]);
    expect(pullListTotal(lines)).toBe("14.40 TFC");
  });

  test("a build is taken again when what it rested on has changed", () => {
    const job = built();
    expect(job.task?.id).toBe("fit:judder");
    job.by = lead;
    job.keep({ type: "decision_taken", part: "steel", item: 2, decision: "renew", reason: "scratched" });
    expect(job.task?.id).toBe("build:stack");
  });

  test("without a height on file it says so", () => {
    const bare: Bench = { ...bench, specs: bench.specs.filter((s) => s.key !== "stack-height") };
    expect(jobAt("build:stack", {}, bare).type("")).toMatch(/No stack height on file/);
  });
});

describe("going together", () => {
  test("each part needs those below it in", () => {
    const job = built();
    expect(job.offer({ type: "part_fitted", entry: "lifter", item: 1 })).toMatchObject({
      error: {
        code: "conflict",
        message: "Lifter, washer and bearing cannot go in yet: first judder spring and seat.",
      },
    });
    expect(job.offer({ type: "part_fitted", entry: "pack", item: 2 })).toMatchObject({ ok: false });
    expect(job.type("")).toBe("judder spring and seat: in, seat as found, dish of the spring to the engine");
    expect(["", "", "", "", ""].map((line) => job.type(line))).toEqual([
      "friction 3: in",
      "steel 2: in, sharp edge outward, all the same way",
      "friction 2: in",
      "steel 1: in, sharp edge outward, all the same way",
      "friction 1: in",
    ]);
    expect(job.offer({ type: "part_fitted", entry: "pack", item: 1 })).toMatchObject({
      error: { message: "Plate pack 1 is in already." },
    });
  });

  test("torque goes in a star in stages; missed and out-of-band pulls stand out", () => {
    const job = jobAt("fit:plate-bolts");
    expect(
      job.offer({ type: "torque_applied", entry: "plate-bolts", place: 1, pass: 1, text: "5", wrench: "A" }),
    ).toMatchObject({ error: { message: "Start every plate bolt by hand before any is tightened." } });
    job.typeAll("", "");
    expect(job.task?.slots.map((s) => (s.kind === "pull" ? `${s.place}/${s.pass}` : ""))).toEqual([
      "1/1",
      "3/1",
      "2/1",
      "4/1",
      "1/2",
      "3/2",
      "2/2",
      "4/2",
    ]);
    expect(job.type("")).toBe("plate bolt 1, pass 1: 5.0 N·m, in band");
    expect(job.type("44 inlb")).toBe("plate bolt 3, pass 1: 5.0 N·m, in band");
    expect(job.type("7")).toBe("plate bolt 2, pass 1: 7.0 N·m, above band: 40 % more");
    expect(job.type("4.4")).toBe("plate bolt 4, pass 1: 4.4 N·m, below band: 12 % less");
    expect(job.open.filter((p) => p.key.startsWith("band:")).map((p) => p.text)).toEqual([
      "plate bolt 2, pass 1: above band, 7.0 of 5.0 N·m, 40 % more",
      "plate bolt 4, pass 1: below band, 4.4 of 5.0 N·m, 12 % less",
    ]);
    // A bolt below its band may be pulled on; one above has felt it, whatever follows.
    job.keep({ type: "torque_applied", entry: "plate-bolts", place: 4, pass: 1, text: "5", wrench: "A" });
    job.keep({ type: "torque_applied", entry: "plate-bolts", place: 2, pass: 1, text: "5", wrench: "A" });
    const entry = bench.procedure.spine.find((e) => e.id === "plate-bolts");
    const verdicts =
      entry?.kind === "fasteners"
        ? pullsOf(job.shop, job.state, entry)
            .slice(0, 4)
            .map((p) => p.verdict)
        : [];
    expect(verdicts).toEqual(["in band", "above band", "in band", "in band"]);
  });

  test("the passes are the book’s where it says them, and stay those that the group was begun in", () => {
    const inPasses = (passesPercent: number[]) => ({
      ...bench,
      specs: bench.specs.map((spec) =>
        spec.kind === "torque" && spec.key === "plate-bolt-torque" ? { ...spec, passesPercent } : spec,
      ),
    });
    const passes = (job: Job) => [...new Set(job.task?.slots.flatMap((s) => (s.kind === "pull" ? [s.pass] : [])))];
    const three = jobAt("torque:plate-bolts", {}, inPasses([30, 60, 100]));
    expect(passes(three)).toEqual([1, 2, 3]);
    expect(three.type("")).toBe("plate bolt 1, pass 1: 3.0 N·m, in band");
    // The book is changed meanwhile: what was begun goes on as it was begun.
    const after = new Job(inPasses([25, 50, 75, 100]), technician);
    after.events = three.events;
    expect(passes(after)).toEqual([1, 2, 3]);
    expect(after.type("")).toBe("plate bolt 3, pass 1: 3.0 N·m, in band");
  });

  test("a wrench that cannot says so before the step", () => {
    const job = jobAt("torque:plate-bolts");
    expect(
      job.offer({ type: "torque_applied", entry: "plate-bolts", place: 1, pass: 1, text: "5", wrench: "B" }),
    ).toMatchObject({
      error: {
        code: "range",
        path: "wrench",
        message: "Wrench B covers 20 to 110 N·m; this needs 10. Use another wrench.",
      },
    });
    const entry = bench.procedure.spine.find((e) => e.id === "plate-bolts");
    if (entry?.kind !== "fasteners") throw new Error("no bolts");
    expect(wrenchFor({ ...bench, wrenches: [] }, entry).sentence).toMatch(/no wrench is on file/);
    expect(wrenchFor({ ...bench, specs: [] }, entry)).toMatchObject({
      best: null,
      sentence: expect.stringMatching(/No torque on file/),
    });
  });
});

describe("release", () => {
  test("what is left is signed for by a lead, each with a reason; then the job is closed", () => {
    const job = jobAt(null);
    expect(job.task).toBeNull();
    expect(summarise(bench, job.state)).toMatchObject({
      stage: "ready",
      next: "a lead signs what is left",
      needs: "lead",
      open: 1,
    });
    expect(job.open.map((p) => p.text)).toEqual(["basket finger notches: no limit on file: kept, not judged"]);
    expect(job.offer({ type: "job_released", said: RELEASE_WORD })).toMatchObject({ error: { code: "conflict" } });
    const key = job.open[0]?.key ?? "";
    expect(job.offer({ type: "open_point_signed", key, reason: "looked at" })).toMatchObject({
      error: { message: "Only a lead signs for an open point." },
    });
    job.by = lead;
    job.keep({ type: "open_point_signed", key, reason: "looked at" });
    job.by = technician;
    job.keep({ type: "job_released", said: RELEASE_WORD });
    expect(job.offer({ type: "struck", event: job.events.at(-1)?.id ?? "" })).toMatchObject({
      error: { message: expect.stringMatching(/released and closed/) },
    });
    expect(summarise(bench, job.state).stage).toBe("released");
  });

  test("a signature holds only for what was signed", () => {
    const job = new Job(bench, lead);
    const point = job.open.find((p) => p.task === "measure:friction-thickness:found");
    job.keep({ type: "open_point_signed", key: point?.key ?? "", reason: "later" });
    expect(job.open.some((p) => p.task === "measure:friction-thickness:found")).toBe(false);
    job.until("measure:friction-thickness:found", ANSWERS).type("2.8");
    expect(job.open.some((p) => p.task === "measure:friction-thickness:found")).toBe(true);
  });

  test("the counter may look, not work", () => {
    const job = new Job(bench, { id: "c", name: "Counter", roles: ["counter"] });
    expect(job.offer({ type: "step_confirmed", step: "make-safe" })).toMatchObject({
      error: { message: expect.stringMatching(/technician or a lead/) },
    });
  });
});

test("a state with one line more is what the whole log comes to, for any log", () => {
  const { events: plain } = jobAt("fit:lifter");
  fc.assert(
    fc.property(fc.array(fc.nat(plain.length - 2), { maxLength: 4 }), (picks) => {
      const job = new Job();
      job.events = plain;
      // A line struck in the middle is typed again: its slot is opened and closed.
      for (const event of picks.flatMap((i) => plain[i + 1] ?? [])) {
        job.append({ type: "struck", event: event.id });
        const undoes =
          event.body.type === "finding_recorded" ? { undoes: [...job.state.bySlot.keys()].slice(0, 3) } : {};
        job.append({ ...event.body, ...undoes });
      }
      let state = fold([]);
      job.events.forEach((event, i) => {
        state = foldOn(state, event);
        if (i % 7 === 0 || i > plain.length - 3) expect(state).toEqual(fold(job.events.slice(0, i + 1)));
      });
      expect([...state.bySlot.keys()]).toEqual([...fold(job.events).bySlot.keys()]);
    }),
    { numRuns: 15 },
  );
});

test("what is struck is as if it had never been, for any log", () => {
  const { events: plain } = jobAt("fit:lifter");
  fc.assert(
    fc.property(fc.array(fc.nat(plain.length - 2), { maxLength: 8 }), (picks) => {
      const job = new Job();
      job.events = plain;
      const targets = [...new Set(picks)].map((i) => plain[i + 1]).filter((e): e is JobEvent => e !== undefined);
      for (const target of targets) job.append({ type: "struck", event: target.id });
      const gone = new Set(targets.map((t) => t.id));
      const without = fold(plain.filter((e) => !gone.has(e.id)));
      expect([...job.state.bySlot.entries()]).toEqual([...without.bySlot.entries()]);
      expect(job.state.events).toHaveLength(plain.length + targets.length);
    }),
    { numRuns: 25 },
  );
});
