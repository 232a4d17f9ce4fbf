import { ANSWERS, bench, jobAt } from "../../testingBench.ts";
import type { TestJob } from "../../testing.ts";
import { answerSentence, type Bench, interpret, tools, waitingSlots } from "./index.ts";

// Every figure in this file is invented.
function asked(job: TestJob, line: string) {
  const { shop, state, task } = job;
  if (!task) throw new Error("nothing waits");
  const waiting = waitingSlots(shop, state, task);
  return interpret(line, { bench: shop, state, waiting, by: job.by, here: task, aim: null, ...tools(shop, task) });
}
const measuring = () => jobAt("measure:friction-thickness:found");
const play = () => jobAt("measure:lever-play:left");
/** The lever's free play with a largest value alone, as some books have it. */
const loose: Bench = {
  ...bench,
  specs: bench.specs.map((s) =>
    s.key === "lever-play" && s.kind === "limit" ? { ...s, limit: { kind: "max", serviceMax: 12 } } : s,
  ),
};

describe("what is asked back", () => {
  test("a unit that was typed is never second-guessed, and a bad reading stays bad", () => {
    const job = jobAt("measure:lever-play:left", {}, loose);
    // 3/4 inch is 19.05 mm (NIST SP 811): past the limit of 12 mm, and taken as it was typed.
    expect(asked(job, '3/4"')).toMatchObject({ kind: "drafts" });
    expect(job.type('3/4"')).toMatch(/past limit by 7\.0?5? ?mm|past limit by 7/);
  });

  test("where the guess would judge it better, another key than Enter takes it", () => {
    expect(asked(measuring(), ".112")).toMatchObject({ kind: "slip", better: true, question: /inches: 2\.84 mm/ });
    expect(asked(measuring(), "286")).toMatchObject({ kind: "slip", better: false });
  });

  test.each([
    ["a steel of 30", "measure:steel-thickness:found", "30", { kind: "slip" }],
    ["a friction of 29.5", "measure:friction-thickness:found", "29.5", { question: /point left out: 2\.95 mm/ }],
    [
      "a friction thicker than any new one",
      "measure:friction-thickness:found",
      "3.4",
      { corrected: null, better: true },
    ],
    ["a spring of nothing", "measure:spring-length:found", "0", { corrected: null }],
    ["a lever that is loose by a hand's width", "measure:lever-play:left", "90", { kind: "slip" }],
  ])("%s is beyond belief, whether or not a slip explains it", (_, task, line, expected) => {
    const answer = asked(jobAt(task), line);
    expect(answer.kind).toBe("slip");
    const { question } = answer as { question: string };
    const { question: pattern, ...rest } = expected as { question?: RegExp };
    expect(answer).toMatchObject(rest);
    if (pattern) expect(question).toMatch(pattern);
  });

  test("what is worn, or set wrong, is believed", () => {
    for (const line of ["2.5", "2.0", "3.05"]) expect(asked(measuring(), line).kind).toBe("drafts");
    for (const line of ["4", "30"]) expect(asked(play(), line).kind).toBe("drafts");
  });

  test("a range of a few tenths takes the point that slipped, not another unit", () => {
    const shop: Bench = {
      ...bench,
      specs: bench.specs.map((s) =>
        s.key === "friction-thickness" && s.kind === "limit"
          ? { ...s, limit: { kind: "range" as const, serviceMin: 5.5, serviceMax: 5.8 } }
          : s,
      ),
    };
    const job = jobAt("measure:friction-thickness:found", {}, shop);
    expect(asked(job, "55")).toMatchObject({ question: expect.stringMatching(/point left out: 5\.5 mm/) });
    expect(asked(job, "18.1")).toMatchObject({ kind: "slip" });
  });
});

describe("the answer to a batch", () => {
  test("names every place that is not well, the worst first, each by its own name", () => {
    const job = measuring();
    const before = job.events.length;
    for (const line of ["2.72 2.71 2.71", "2.86 2.86 2.86", "2.60 2.61 2.62"]) job.type(line);
    const words = answerSentence(bench, job.state, job.events.slice(before));
    expect(words).toMatch(
      /^9 taken\. Not well: friction 3, place 1: past limit by 0\.10 mm.*; friction 1, place [23]: /,
    );
    expect(words).not.toMatch(/friction 2/);
  });

  test("where all is well the last one speaks", () => {
    const job = measuring();
    job.type("2.95 2.95 2.95");
    expect(answerSentence(bench, job.state, job.events.slice(-3))).toMatch(/^3 taken; friction 1, place 3: new range/);
  });

  test("a bolt of another length is said at once, also among several", () => {
    const job = jobAt("off:cover-bolts", { "off:cover": ANSWERS["off:cover"] ?? [] });
    const before = job.events.length;
    job.type("25 40 40 25");
    expect(answerSentence(bench, job.state, job.events.slice(before))).toMatch(
      /^4 taken\. Not well: cover bolt 2 out: 40 mm; the book says 25 mm/,
    );
  });
});

test("a setting read outside stays at its step until it is read inside, or left with a word", () => {
  const job = play();
  const here = (): string | undefined => job.task?.id;
  expect(job.type("30")).toMatch(/past limit/);
  expect(here()).toBe("measure:lever-play:left");
  job.type("29");
  expect(here()).toBe("measure:lever-play:left");
  job.type("12");
  expect(here()).not.toBe("measure:lever-play:left");
});
