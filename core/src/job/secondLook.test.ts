import type { TestJob } from "../../testing.ts";
import { lead, technician } from "../../testingBench.ts";
import { jobOn, shop, word } from "../../testingShop.ts";
import type { Draft } from "./index.ts";
import { openPoints, secondLooks } from "./index.ts";

// The brake of a sled, its lever pumped; no figure is needed.
const bench = shop("sled-brake", [word("pads-out", "with the caliper")]);
const pumped = (hands?: number): TestJob => {
  const job = jobOn(hands === undefined ? bench : { ...bench, hands });
  job.append({ type: "step_confirmed", step: "pump", caution: null });
  return job;
};
const seen: Draft = { type: "second_look", task: "do:pump", saw: "stands firm", well: true };
const open = (job: TestJob) => openPoints(job.shop, job.state).filter(({ key }) => key === "second:do:pump");

test("what another person looks at is asked for once it is done, and no signature clears it", () => {
  const job = jobOn(bench);
  expect(open(job)).toEqual([]);
  expect(job.offer(seen)).toMatchObject({ error: { message: expect.stringMatching(/it is done first/) as string } });
  const done = pumped();
  expect(open(done)).toMatchObject([{ hard: true, group: "prove" }]);
  done.by = lead;
  expect(done.offer({ type: "open_point_signed", key: "second:do:pump", reason: "x" })).toMatchObject({ ok: false });
});

test("whoever did it does not look at it; another does, in words", () => {
  const job = pumped();
  expect(job.offer(seen)).toMatchObject({
    error: { message: expect.stringMatching(/did it: another person looks/) as string },
  });
  job.by = lead;
  expect(job.keep(seen).body).toMatchObject({ saw: "stands firm", own: false });
  expect(open(job)).toEqual([]);
});

test("it is not so: it is done once more, and looked at once more", () => {
  const job = pumped();
  job.by = lead;
  job.keep({ ...seen, well: false, saw: "sinks" });
  expect(secondLooks(job.shop, job.state)).toEqual([]);
  job.by = technician;
  job.append({ type: "step_confirmed", step: "pump", caution: null });
  expect(open(job)).toHaveLength(1);
});

test("in a shop with one person the look is their own, and marked so", () => {
  const job = pumped(1);
  expect(job.keep(seen).body).toMatchObject({ own: true });
  expect(open(job)).toEqual([]);
});
