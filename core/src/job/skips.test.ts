import { TestJob } from "../../testing.ts";
import { shop } from "../../testingShop.ts";
import { slot } from "../task/index.ts";
import { ANSWERS, bench, jobAt, lead } from "../../testingBench.ts";
import { openPoints, rechecksOf, SKIP_REASONS, skipSays, unsigned } from "./index.ts";

// A small clutch; every figure is invented.
const skipAll = (reason: string) => {
  const job = jobAt("measure:steel-warp:found", ANSWERS, bench, lead);
  const waiting = job.task?.slots.length ?? 0;
  expect(job.type("//", reason)).toBe(`skipped: ${reason}`);
  return { job, waiting };
};
const open = (job: ReturnType<typeof jobAt>): string[] =>
  unsigned(job.state, openPoints(job.shop, job.state)).flatMap(({ key }) => (key.startsWith("skip:") ? [key] : []));
const back = (job: ReturnType<typeof jobAt>): string[] =>
  rechecksOf(job.shop, job.state).flatMap(({ id }) => (id.startsWith("passed-") ? [id] : []));

test("a whole step is passed over in one line, each place kept with the reason", () => {
  const { job, waiting } = skipAll("gauge not at hand");
  expect(waiting).toBeGreaterThan(1);
  expect(open(job)).toHaveLength(waiting);
  expect(back(job)).toEqual(["passed-steel-warp"]);
});

test("what is not fitted is nothing to sign for, and nothing to look at again", () => {
  const { job } = skipAll("not fitted");
  expect([open(job), back(job)]).toEqual([[], []]);
});

test("what nobody got at is an answer that needs no signature, and comes first the next time", () => {
  const { job } = skipAll("not reachable now");
  expect([open(job), back(job)]).toEqual([[], ["passed-steel-warp"]]);
});

test("renewed anyway: open until the part is decided to be renewed, then neither signed nor looked at again", () => {
  const { job, waiting } = skipAll("renewed anyway");
  expect(open(job)).toHaveLength(waiting);
  for (const item of [1, 2]) {
    job.append({
      ...{ type: "decision_taken", part: "steel", item, decision: "renew" },
      ...{ reason: "renewed as a precaution", proposed: null, because: "x" },
    });
  }
  expect([open(job), back(job)]).toEqual([[], []]);
});

test("no reason says away what no signature clears: the lock of a countershaft's nut", () => {
  const job = new TestJob(shop("countershaft-nut", []), lead, {});
  const lock = slot.lock("shaft-nut", 1);
  for (const reason of SKIP_REASONS) {
    job.append({ type: "slot_skipped", slot: lock.key, reason });
    expect(skipSays(job.shop, job.state, lock)).toBe("open");
  }
});

test("a reason says away no pull of a wrench and no part that goes in; only what never came off is not fitted", () => {
  const job = jobAt("torque:plate-bolts", ANSWERS, bench, lead);
  const [pull] = job.task?.slots ?? [];
  if (pull?.kind !== "pull") throw new Error("nothing is pulled there");
  for (const reason of SKIP_REASONS) {
    job.append({ type: "slot_skipped", slot: pull.key, reason });
    expect([reason, skipSays(job.shop, job.state, pull)]).toEqual([reason, "open"]);
  }
  const fresh = jobAt("off:cover-bolts", ANSWERS, bench, lead);
  const fit = slot.fit("gasket", 1);
  fresh.append({ type: "slot_skipped", slot: fit.key, reason: "not fitted" });
  expect(skipSays(fresh.shop, fresh.state, fit)).toBe("open");
  fresh.append({ type: "slot_skipped", slot: slot.off("gasket").key, reason: "not fitted" });
  expect(skipSays(fresh.shop, fresh.state, fit)).toBe("not fitted");
});
