import { ANSWERS, Job } from "../../testingBench.ts";
import { slot } from "../task/lines.ts";
import { inItsPlace, interpret, slotsInHand, tools, walk } from "./index.ts";

// Readings here are invented.
const KEY = slot.read("friction-thickness", 1, 2, "found").key;

/** A reading typed at a place that was gone to on purpose. */
function typedAt(job: Job, aim: string, text: string) {
  const task = walk(job.shop, job.state).find((one) => one.slots.some(({ key }) => key === aim));
  if (!task) throw new Error(`${aim} is nowhere`);
  const waiting = slotsInHand(job.shop, job.state, task, true, aim);
  expect(waiting[0]?.key).toBe(aim);
  const answer = interpret(text, {
    bench: job.shop,
    state: job.state,
    waiting,
    by: job.by.id,
    ...tools(job.shop, task),
  });
  if (answer.kind !== "drafts") throw new Error(JSON.stringify(answer));
  return inItsPlace(job.state, aim, answer.drafts);
}

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
