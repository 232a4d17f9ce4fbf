import { lead } from "../../../testingBench.ts";
import { jobOn, shop, word } from "../../../testingShop.ts";
import { eventSentence, openPoints, RELEASE_WORD } from "../../job/index.ts";
import { seenRight } from "./step.ts";
import { doStepOf } from "../../procedure/index.ts";

const bench = shop("sled-brake", [word("pads-out", "out of their saddle")]);
const atRag = () =>
  jobOn(bench, lead).until("do:dry-check", {
    ...{ "off:pads": ["", "closed"], "measure:pad-thickness:found": ["5 5"], "measure:disc-runout:found": ["0.1"] },
    ...{ "measure:disc-thickness:found": ["5 5 5 5"], "measure:disc-clearance:found": ["9"] },
    ...{ "inspect:hose:found": ["sound"], "decide:pads": ["keep; seen"] },
  });
const open = (job: ReturnType<typeof atRag>): string[] =>
  openPoints(job.shop, job.state).flatMap(({ task, text }) => (task === "do:dry-check" ? [text] : []));

test("a proof is answered by what was seen, never by Enter alone", () => {
  const job = atRag();
  const before = job.events.length;
  expect(job.type("")).toBe("Say what you saw: 1 dry, 2 damp, 3 wet.");
  expect(job.type("fine")).toBe("Say what you saw: 1 dry, 2 damp, 3 wet.");
  expect(job.offer({ type: "step_confirmed", step: "dry-check" })).toMatchObject({ error: { path: "saw" } });
  expect(job.offer({ type: "step_confirmed", step: "park-off-pads", saw: "dry" })).toMatchObject({ ok: false });
  expect(job.events).toHaveLength(before);
  job.type("dry");
  expect(open(job)).toEqual([]);
});

test("what was not right is kept as it was seen, says what mends it, and waits until another is seen", () => {
  const job = atRag();
  expect(job.type("w")).toBe(
    "dry at every joint: wet. That joint is open: new washers, torque, bled, then wiped and held again.",
  );
  expect(open(job)).toEqual(["dry at every joint: wet"]);
  expect(job.task?.id).toBe("do:dry-check");
  expect(job.offer({ type: "job_released", said: RELEASE_WORD }).ok).toBe(false);
  job.type("1");
  expect(open(job)).toEqual([]);
  // Both stay readable.
  const said = job.events
    .map((event) => eventSentence(job.shop, job.state, event))
    .filter((line) => /every joint/.test(line));
  expect(said).toEqual([expect.stringMatching(/: wet\./), "dry at every joint: dry"]);
});

test("every shipped proof of that kind has something right, and each wrong answer says what mends it", () => {
  expect(seenRight(doStepOf(bench.procedure, "dry-check"))).toBe("dry");
  expect(seenRight(doStepOf(bench.procedure, "still"))).toBe("");
});
