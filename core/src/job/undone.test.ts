import { ANSWERS, bench, jobAt } from "../../testingBench.ts";
import { isAnswered, isEvent, nextTask, setAside, walk } from "./index.ts";
import { slot } from "../task/index.ts";

// Every figure in this file is invented.
const said = (job: ReturnType<typeof jobAt>, question: string, word: string) =>
  job.offer({ type: "question_answered", question, word, reason: "looked again" });
const decided = (job: ReturnType<typeof jobAt>, part: string, decision: "renew" | "leave", reason: string) =>
  job.offer({ type: "decision_taken", part, item: 0, decision, reason });
const undoesOf = (answer: ReturnType<typeof said>): string[] =>
  answer.ok && "undoes" in answer.value ? (answer.value.undoes ?? []) : [];

describe("a change after parts are in again", () => {
  test("going deeper sets aside what has to come out again, and asks for it in the right order", () => {
    const job = jobAt("torque:cover-bolts", { "off:judder": ["", "1", "stay"] });
    const answer = said(job, "deeper", "go deeper");
    const undoes = undoesOf(answer);
    expect(undoes).toEqual(expect.arrayContaining(["fit:pack:1", "off:cover", "fit:spring:1", "pull:plate-bolts:1:1"]));
    if (!answer.ok) throw new Error("refused");
    job.append(answer.value);
    // The cover comes off before anything under it is asked for: never the hub nut beneath a fitted pack.
    expect(job.task?.id).toBe("off:cover-bolts");
    const order = walk(bench, job.state)
      .filter((task) => task.slots.some((s) => !isAnswered(bench, job.state, s)))
      .map((task) => task.id);
    expect(order.indexOf("off:pack")).toBeLessThan(order.indexOf("off:hub-nut"));
    // What was done stays readable, as set aside.
    const fitted = job.events.find((event) => isEvent(event, "part_fitted"));
    expect(setAside(bench, job.state).has(fitted?.id ?? "")).toBe(true);
  });

  test("what it undoes is told before it is taken", () => {
    const job = jobAt("torque:cover-bolts", { "off:judder": ["", "1", "stay"] });
    const at = walk(bench, job.state).find((task) => task.id === "off:judder");
    const ask = at?.slots.find((s) => s.key === slot.ask("deeper").key);
    if (!ask) throw new Error("not asked");
    const line = job.interpretAt("go", [ask]);
    expect(line).toMatchObject({
      kind: "change",
      undoes: expect.stringMatching(/Sets aside \d+ lines, kept in the log: /),
    });
    expect(line).not.toMatchObject({ undoes: expect.stringMatching(/Nothing recorded is set aside/) });
  });

  test("a part decided to be new after the old one went in comes out again; struck, it is in again", () => {
    const job = jobAt("torque:cover-bolts");
    const answer = decided(job, "spring", "renew", "changed his mind");
    if (!answer.ok) throw new Error(answer.error.message);
    expect("undoes" in answer.value && answer.value.undoes).toEqual(
      expect.arrayContaining(["fit:spring:1", "off:spring", "off:cover", "pull:plate-bolts:1:2"]),
    );
    const line = job.append(answer.value);
    expect(job.state.bySlot.has("fit:spring:1")).toBe(false);
    // What lies deeper than the springs stays in.
    expect(job.state.bySlot.has("fit:pack:1")).toBe(true);
    const strike = job.offer({ type: "struck", event: line.id });
    if (!strike.ok) throw new Error(strike.error.message);
    job.append(strike.value);
    expect(job.state.bySlot.has("fit:spring:1")).toBe(true);
  });

  test("other plates than the stack was built with: it is built, checked and fitted anew", () => {
    const job = jobAt("torque:plate-bolts");
    const answer = decided(job, "friction", "renew", "burnt smell");
    if (!answer.ok) throw new Error(answer.error.message);
    job.append(answer.value);
    for (const key of ["build:stack", "check:stack:count", "fit:pack:1"]) expect(job.state.bySlot.has(key)).toBe(false);
  });

  test("nothing is undone where nothing is in yet, or where the same goes in", () => {
    const early = jobAt("decide:steel");
    expect(undoesOf(said(early, "deeper", "go deeper"))).toEqual([]);
    const job = jobAt("torque:cover-bolts");
    const answer = decided(job, "spring", "leave", "owner declined");
    expect(answer.ok && "undoes" in answer.value).toBe(false);
  });
});

test("a soak that was passed over is asked again once new plates are decided on; passed over again, a lead answers for it", () => {
  const job = jobAt("start:soak");
  job.type("half");
  job.type("/", "not reachable now");
  job.until("decide:friction", {
    ...ANSWERS,
    "measure:friction-thickness:found": ["2.6 2.6 2.6", "2.6 2.6 2.6", "2.6 2.6 2.6"],
  });
  expect(job.type("2")).toMatch(/renew/);
  expect(nextTask(bench, job.state, walk(bench, job.state))?.id).toBe("start:soak");
  job.type("/", "maker asks for no check");
  expect(job.task?.id).not.toBe("start:soak");
  expect(job.open.map((point) => point.text)).toContain("soak the new plates: skipped, maker asks for no check");
});
