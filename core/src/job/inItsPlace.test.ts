import { ANSWERS, bench, Job, jobAt, lead } from "../../testingBench.ts";
import { slot } from "../task/lines.ts";
import { draftsOf, inItsPlace, interpret, nextTask, openPoints, slotsInHand, tools, walk } from "./index.ts";

// Readings here are invented.
const KEY = slot.read("friction-thickness", 1, 2, "found").key;

/** What a line typed at a place that was gone to on purpose comes to. */
function meantAt(job: Job, aim: string, text: string, reason = "looked again") {
  const task = walk(job.shop, job.state).find((one) => one.slots.some(({ key }) => key === aim));
  if (!task) throw new Error(`${aim} is nowhere`);
  const waiting = slotsInHand(job.shop, job.state, task, true, aim);
  expect(waiting[0]?.key).toBe(aim);
  const answer = interpret(text, {
    bench: job.shop,
    state: job.state,
    waiting,
    by: job.by,
    here: task,
    aim,
    ...tools(job.shop, task),
  });
  const drafts = draftsOf(answer, reason);
  if (drafts === null) throw new Error(JSON.stringify(answer));
  return { answer, ...inItsPlace(job.shop, job.state, aim, drafts, job.by) };
}
const typedAt = (...at: Parameters<typeof meantAt>) => meantAt(...at).drafts;

test("a reading eight places back is replaced by typing: the old one is struck and stays readable, both by name", () => {
  const job = new Job();
  job.until("inspect:friction-lining:found", ANSWERS);
  const drafts = typedAt(job, KEY, "2.81");
  expect(drafts.map(({ type }) => type)).toEqual(["struck", "reading_taken"]);
  for (const draft of drafts) job.keep(draft);
  const kept = job.state.bySlot.get(KEY) ?? [];
  expect(kept.map(({ body }) => (body.type === "reading_taken" ? body.text : ""))).toEqual(["2.81"]);
  expect([...job.state.struck.keys()]).toHaveLength(1);
});

test("typed where a place waits, nothing is struck", () => {
  const job = new Job();
  job.until("measure:friction-thickness:found", ANSWERS);
  const aim = job.aim?.key ?? "";
  expect(typedAt(job, aim, "2.81").map(({ type }) => type)).toEqual(["reading_taken"]);
});

/** Goes to a place and types there: what is kept, and how the job tells it then. */
function replaced(job: Job, key: string, text: string): string[] {
  const before = (job.state.bySlot.get(key) ?? []).length;
  expect(before).toBeGreaterThan(0);
  const drafts = typedAt(job, key, text);
  const last = drafts[drafts.length - 1];
  for (const draft of drafts) job.keep(draft);
  expect((job.state.bySlot.get(key) ?? []).length).toBe(before);
  return [...drafts.map(({ type }) => type), JSON.stringify(last)];
}

test("anything answered is replaced in its place: a finding, a decision, a bolt that came out, a pull", () => {
  const job = jobAt(null, {}, bench, lead);
  expect(replaced(job, slot.find("friction-lining", 2).key, "gl")).toEqual([
    ...["struck", "finding_recorded", expect.stringContaining("glazed")],
  ]);
  expect(replaced(job, slot.out("cover-bolts", 2).key, "30")).toEqual([
    ...["struck", "fastener_out", expect.stringContaining('"lengthMm":30')],
  ]);
  expect(replaced(job, slot.pull("plate-bolts", 1, 2).key, "10.4")).toEqual([
    ...["struck", "torque_applied", expect.stringContaining("10.4")],
  ]);
});

test("a decision changed after the pack is in: what that undoes is told before it is kept, and it is open again then", () => {
  const job = jobAt("torque:cover-bolts", {}, bench, lead);
  const key = slot.decide("friction", 0).key;
  const { drafts, undoes, answer } = meantAt(job, key, "2");
  expect(answer.kind).toBe("reason");
  expect(drafts.map(({ type }) => type)).toEqual(["struck", "decision_taken"]);
  expect(undoes).toMatch(/^Sets aside \d+ lines, kept in the log: /);
  for (const draft of drafts) job.keep(draft);
  expect(openPoints(job.shop, job.state).some(({ group }) => group === "fit")).toBe(true);
});

test("the last is struck of this step; of another one it is said which, and asked", () => {
  const job = jobAt("inspect:friction-lining:found");
  const { shop, state, by } = job;
  const tasks = walk(shop, state);
  const at = (here: ReturnType<typeof nextTask>, aim: string | null = null) =>
    interpret("-", { bench: shop, state, waiting: [], by, here, aim, gauge: null, wrench: null });
  const asked = at(nextTask(shop, state, tasks));
  expect(asked).toMatchObject({
    kind: "sure",
    question: expect.stringMatching(
      /^Nothing of yours stands at this step\. The last before it is at step \d+, .*Is that/,
    ),
  });
  const measured = tasks.find(({ slots }) => slots.some(({ key }) => key === KEY)) ?? null;
  expect(at(measured)).toMatchObject({ kind: "strike", event: { body: { type: "reading_taken", item: 3, place: 3 } } });
  expect(at(measured, KEY)).toMatchObject({ kind: "strike", event: { body: { item: 1, place: 2 } } });
  // A colleague's line at that place is not passed over for one of one's own elsewhere.
  const other = { ...by, id: "other", name: "Other" };
  const answer = interpret("-", {
    ...{ bench: shop, state, waiting: [], by: other, here: measured, aim: KEY, gauge: null, wrench: null },
  });
  expect(answer).toMatchObject({ kind: "strike", event: { body: { item: 1, place: 2 } } });
  const enter = interpret("", {
    ...{ bench: shop, state, waiting: measured?.slots.slice(1, 2) ?? [], by, here: measured, aim: KEY },
    ...{ gauge: null, wrench: null },
  });
  expect(enter).toMatchObject({
    kind: "refused",
    message: expect.stringMatching(/^It stands as it is: type what is right/),
  });
});
