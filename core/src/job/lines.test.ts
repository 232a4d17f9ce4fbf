import fc from "fast-check";
import { ANSWERS, bench, Job, jobAt } from "../../testingBench.ts";
import { fold, openPoints, RELEASE_WORD, resumeSentence, summarise, unsigned, walk } from "./index.ts";

// Every figure in this file is invented.
describe("what the line says where it cannot take what was typed", () => {
  const deep = { "off:judder": ["", "1", "go"] };
  test.each<[string, Record<string, string[]>, string, string | RegExp]>([
    ["start:soak", {}, "x", "Say which: 1 film, 2 half hour, 3 one hour, 4 few hours, 5 overnight."],
    ["start:soak", {}, "9", /^Say which/],
    ["do:make-room", {}, "12", "Enter alone confirms; - strikes the last, / skips."],
    ["off:cover-bolts", {}, "25 25 25 25 25", "5 lengths for 4 places left: nothing is kept."],
    ["off:cover-bolts", {}, "long", /is no length: type 25, or 25 washer, or several/],
    ["off:plate-bolts", {}, "four", "Enter alone confirms; - strikes the last, / skips."],
    ["measure:friction-thickness:found", {}, "", "Type the reading, such as 2.94, then Enter."],
    ["inspect:friction-lining:found", {}, "", "Say which: 1 sound, 2 glazed, 3 flaking."],
    ["inspect:friction-lining:found", {}, "s s s s", "4 words for 3 left: nothing is kept."],
    ["inspect:hub-rubbers:found", deep, "q", '"q" is not one of: 1 whole, 2 flaking, 3 split.'],
    ["decide:friction", {}, "maybe", "Say one of: 1 keep, 2 renew, 3 leave."],
    ["build:stack", {}, "9", /^Say 1 to \d, or Enter for the first\.$/],
    ["check:stack", { "check:stack": [""] }, "9", /^Say which: 1 outward, 2 inward\.$/],
    ["fit:cover-bolts", {}, "7", "4 are still out; 7 cannot be in."],
    ["torque:plate-bolts", {}, "-", /^struck: /],
    ["lock:hub-nut", deep, "x", "Enter alone: it is locked."],
  ])("%s, %j: %j", (task, other, typed, said) => {
    const job = jobAt(task, other);
    const answer = job.type(typed);
    expect(answer).toMatch(
      said instanceof RegExp ? said : new RegExp(`^${said.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")}$`),
    );
  });

  test("fasteners that are only counted take their number, out and in", () => {
    const job = jobAt("off:plate-bolts");
    job.type("3");
    expect(job.open.map((p) => p.text)).toContain("pressure-plate bolts: 3 of 4 came out; 1 may lie inside");
    job.typeAll("-", "4");
    expect(job.open.filter((p) => p.text.includes("may lie inside"))).toEqual([]);
    const together = jobAt("fit:plate-bolts");
    together.typeAll("", "3");
    expect(together.open.map((p) => p.text)).toContain("pressure-plate bolts: 4 out, 3 in; find 1");
  });

  test("a task that was skipped is asked again when it is gone to on purpose", () => {
    const job = jobAt("measure:basket-notch:found");
    job.type("/", "2");
    expect(job.task?.id).not.toBe("measure:basket-notch:found");
    expect(job.open.map((p) => p.text)).toContain("basket finger notches: skipped, gauge not at hand");
    job.keep({
      ...{ type: "reading_taken", point: "basket-notch", item: 1, place: 1, phase: "found" },
      ...{ text: "0.2", gauge: "caliper" },
    });
    expect(job.open.some((p) => p.text.includes("skipped"))).toBe(false);
  });
});

describe("whatever is typed, in whatever order", () => {
  // Lines that people type, right ones and wrong ones, at every kind of place.
  const lines = fc.constantFrom(
    ...["", "", "", "1", "2", "3", "0", "2.86", "2.86 2.85 2.84", ".112", "286", "s", "s s s", "go", "stay", "good"],
    ...["-", "/", "+", "..", "# note", "*3", "*3.2", "@", "3 2", "2 2", "25 25 washer", "44", "4.9", "10", "half", "x"],
  );

  test("nothing breaks, numbers run on, and what is open is only ever closed by doing it", () => {
    fc.assert(
      fc.property(fc.array(lines, { minLength: 5, maxLength: 60 }), (typed) => {
        const job = new Job();
        for (const line of typed) {
          try {
            job.type(line, "reason");
          } catch (error) {
            // A refusal by the core is thrown by the test's hand; anything else is a mistake of ours.
            if (!/^refused: /.test((error as Error).message)) throw error;
          }
        }
        expect(job.events.map((event) => event.number)).toEqual(job.events.map((_, i) => i + 1));
        const { open, stage } = summarise(bench, job.state);
        expect(open).toBe(unsigned(job.state, openPoints(bench, job.state)).length);
        if (open > 0) expect(job.offer({ type: "job_released", said: RELEASE_WORD }).ok).toBe(false);
        if (job.events.length > 1) expect(stage).not.toBe("released");
        expect(resumeSentence(bench, job.state)).not.toMatch(/undefined|NaN|null/);
      }),
      { numRuns: 40 },
    );
  });

  test("the list of work made step by step is the list made from the whole log", () => {
    const { events } = jobAt(null);
    for (let n = 1; n <= events.length; n += 7) {
      const step = walk(bench, fold(events.slice(0, n)));
      // Another bench object: nothing remembered from before can be found.
      const anew = walk({ ...bench }, fold(events.slice(0, n)));
      expect(step).toEqual(anew);
    }
  });

  test("a state is worked out once, and another state never gets its answer", () => {
    const { events } = jobAt("fit:pack", ANSWERS);
    const state = fold(events);
    expect(openPoints(bench, state)).toBe(openPoints(bench, state));
    const later = fold([...events]);
    expect(openPoints(bench, later)).toEqual(openPoints(bench, state));
    expect(openPoints({ ...bench, specs: [] }, later)).not.toEqual(openPoints(bench, state));
  });
});

test("what the packet of a new part says is kept with its fit; no stray word is, and none of what goes back as it was", () => {
  const job = jobAt("fit:gasket");
  job.type("dry");
  const before = job.events.length;
  expect(job.type("yes")).toMatch(/Enter alone confirms/);
  expect(job.type("lot")).toMatch(/Enter alone confirms/);
  expect(job.events).toHaveLength(before);
  expect(job.type("lot 0612")).toMatch(/^cover gasket: in, .*lot 0612$/);
  expect(job.events.at(-1)?.body).toMatchObject({ type: "part_fitted", entry: "gasket", packet: "lot 0612" });
  const old = jobAt("fit:cover");
  expect(old.type("lot 0612")).toMatch(/goes back as it was: only what is new here has a packet/);
});
