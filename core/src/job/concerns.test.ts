import { ANSWERS, bench, type Job, jobAt, lead, technician } from "../../testingBench.ts";
import { spec } from "../../testingShop.ts";
import { slot } from "../task/index.ts";
import {
  type Concern,
  concernsOf,
  type DraftOf,
  followedWords,
  isAsked,
  openPoints,
  pullList,
  rechecksOf,
  seenWell,
  skipSays,
  standingOf,
  summarise,
  unsigned,
} from "./index.ts";

// Findings on the basket, about which nothing is decided while it stays in; every figure is invented.
const found = (word: string, leads: "keep" | "watch" | "renew" | "stop"): Job => {
  const job = jobAt("do:arm-engaged");
  job.append({
    ...{ type: "finding_recorded", point: "basket-fingers", item: 1, word },
    ...{ means: "as found", leads },
  });
  return job;
};
const concern = (job: Job): Concern => {
  const [one] = concernsOf(job.shop, job.state).filter(({ row }) => row === "basket-fingers");
  if (!one) throw new Error("nothing is found there");
  return one;
};
const follow = (job: Job, way: DraftOf<"followed_up">["way"], more: Partial<DraftOf<"followed_up">> = {}) =>
  job.offer({
    ...({ type: "followed_up", event: concern(job).event, way, words: "as it was said" } as const),
    ...{ meter: null, on: null, count: null, now: null, later: null },
    ...more,
  });
const kept = (job: Job, way: DraftOf<"followed_up">["way"], more: Partial<DraftOf<"followed_up">> = {}): Job => {
  const answer = follow(job, way, more);
  if (!answer.ok) throw new Error(answer.error.message);
  job.append(answer.value);
  return job;
};
const refusal = (job: Job, way: DraftOf<"followed_up">["way"], more: Partial<DraftOf<"followed_up">> = {}): string => {
  const answer = follow(job, way, more);
  return answer.ok ? "taken" : answer.error.message;
};
const back = (job: Job): string[] => rechecksOf(job.shop, job.state).map(({ what }) => what);

/** A word of the point that leads where it is asked for, by the procedure itself. */
const wordFor = (leads: string): string => {
  const point = bench.procedure.points.find(({ id }) => id === "basket-fingers");
  const finding = point?.kind === "inspect" ? point.findings.find((f) => f.leads === leads) : undefined;
  if (!finding) throw new Error(`no finding leads to ${leads}`);
  return finding.word;
};
const worn = (): Job => found(wordFor("renew"), "renew");

test("what was found and followed by nothing comes back at the machine's next job", () => {
  const job = worn();
  expect(followedWords(concern(job))).toBeNull();
  expect(back(job)).toContainEqual(expect.stringMatching(/^basket fingers/i));
});

test("put right, it is looked at once more; both findings stay in the log", () => {
  const job = worn();
  const before = job.events.length;
  kept(job, "put right");
  expect(concernsOf(job.shop, job.state).some(({ row }) => row === "basket-fingers")).toBe(false);
  expect(unsigned(job.state, openPoints(job.shop, job.state)).some(({ task }) => task.includes("basket-fingers"))).toBe(
    true,
  );
  expect(job.events.length).toBe(before + 1);
});

test("put right and not looked at again, no reason answers for it: a lead does", () => {
  const job = kept(worn(), "put right");
  const skipped = slot.find("basket-fingers", 1);
  job.append({ type: "slot_skipped", slot: skipped.key, reason: "not reachable now" });
  expect(skipSays(job.shop, job.state, skipped)).toBe("open");
});

test("a reading past its limit on something nobody decides about: every place that was read is read once more", () => {
  const job = jobAt("inspect:friction-lining:found", ANSWERS, bench, lead);
  const read = (place: number) => slot.read("basket-notch", 1, place, "found").key;
  job.append({
    ...{ type: "reading_taken", point: "basket-notch", item: 1, place: 1, phase: "found", text: "0.9", unit: "mm" },
    ...{ value: 0.9, valueInBase: 0.9, gauge: bench.gauges[0], condition: "", under: null },
    spec: spec("limit", "basket-notch", { limit: { kind: "max", serviceMax: 0.5 } }),
  } as never);
  const [found] = concernsOf(job.shop, job.state).filter(({ row }) => row === "basket-notch");
  expect(found).toMatchObject({ weight: "renew", slots: [read(1)] });
});

test("a work that it led to and that was dropped answers for nothing; what was cleared for work does not come back", () => {
  const job = worn();
  const { event } = concern(job);
  job.append({
    ...{ type: "work_added", work: "w2", procedure: { id: "x", version: 1, hash: "x" }, position: null },
    ...{ counts: {}, config: {}, because: "x", from: event },
  });
  expect(followedWords(concern(job))).toBe("another work of this job");
  job.append({ type: "work_dropped", work: "w2", reason: "later" });
  expect(followedWords(concern(job))).toBeNull();
  // As jobs of before have it.
  const stopped = found(wordFor("renew"), "stop");
  stopped.append({ type: "stop_cleared", event: concern(stopped).event, reason: "filed smooth" });
  expect(back(stopped).some((what) => /^basket fingers/i.test(what))).toBe(false);
});

test("what a lead signed for although it waited comes back at the next job", () => {
  const job = jobAt("do:short-ride", ANSWERS, bench, lead);
  const [waits] = job.open.filter(({ task }) => task === "do:short-ride");
  job.keep({ type: "open_point_signed", key: waits?.key ?? "", reason: "owner rides it in" });
  expect(back(job)).toContainEqual(expect.stringMatching(/: left open, owner rides it in$/));
});

test("renewed, it is on the pull list with its place and number until it is fitted", () => {
  const job = kept(worn(), "renew", { words: "fingers, all six", count: 6 });
  expect(pullList(job.shop, job.state)).toContainEqual(
    expect.objectContaining({ name: "fingers, all six", quantity: 6, why: concern(job).text }),
  );
  expect(openPoints(job.shop, job.state)).toContainEqual(
    expect.objectContaining({
      group: "fit",
      text: expect.stringMatching(/renew 6: fingers, all six; to be fitted/) as string,
    }),
  );
});

test("a watch ends at a meter or a day ahead, and comes back there", () => {
  const job = found(wordFor("watch"), "watch");
  expect(refusal(job, "watch", { meter: 10 })).toBe("The meter stands at 10 h: a watch ends after that.");
  expect(refusal(job, "watch", { on: "2026-11-23" })).toBe("2026-11-23 is past: a watch ends after 2026-11-23.");
  expect(refusal(job, "leave", { meter: 50 })).toBe("Only a watch ends at a meter or a day.");
  kept(job, "watch", { meter: 45.5, on: "2027-01-02" });
  expect(rechecksOf(job.shop, job.state)).toContainEqual(
    expect.objectContaining({ id: "point-basket-fingers", due: 45.5, days: 40 }),
  );
});

test("what stops the work is neither watched, left nor put off", () => {
  const job = found(wordFor("renew"), "stop");
  for (const way of ["watch", "leave", "later work"] as const)
    expect(refusal(job, way)).toMatch(/^It stops the work: .*handed back\.$/);
  expect(refusal(job, "put right")).toBe("taken");
});

test("the owner is asked with both prices; his yes opens it again, his no leaves it", () => {
  const job = kept(worn(), "ask owner", { now: "45.00", later: "220.00", words: "slips when they are gone" });
  expect(isAsked(concern(job))).toBe(true);
  const word = (agreed: boolean) =>
    job.keep({ type: "owner_said", event: concern(job).event, name: "N. Orr", by: "phone", words: "his own", agreed });
  word(true);
  expect(isAsked(concern(job))).toBe(false);
  word(false);
  expect(isAsked(concern(job))).toBe(false);
  expect(followedWords(concern(job))).toBe("N. Orr (phone): his own; not now");
  expect(
    job.offer({ type: "followed_up", event: job.events[0]?.id ?? "", way: "leave", words: "x" } as never),
  ).toMatchObject({
    error: { message: "That is not found here any more: look at it again." },
  });
});

test("nobody was asked: there is nothing to answer", () => {
  const job = worn();
  const said = {
    type: "owner_said",
    event: concern(job).event,
    name: "N",
    by: "phone",
    words: "w",
    agreed: true,
  } as const;
  expect(job.offer(said)).toMatchObject({ error: { message: "The owner was asked nothing about that." } });
});

test("looked at and well, what stood there from before stands no longer", () => {
  expect(seenWell(worn().shop, worn().state)).not.toContain("point-basket-fingers");
  const well = jobAt(null, ANSWERS, bench, lead);
  expect(seenWell(well.shop, well.state)).toEqual(
    expect.arrayContaining(["point-steel-colour", "passed-steel-colour"]),
  );
});

describe("a job that is not finished", () => {
  test("parked, nothing is worked at until it is gone on with; a stop stays open meanwhile; no day that is past", () => {
    const stopped = found(wordFor("renew"), "stop");
    stopped.keep({ type: "job_parked", reason: "parts", on: null });
    expect(stopped.state.parked?.body.standing).toContain("Not to be used. Basket fingers: grooved, as found");
    expect(summarise(stopped.shop, stopped.state)).toMatchObject({
      stage: "parked",
      stop: "Basket fingers: grooved, as found",
    });
    const job = jobAt("do:arm-engaged", ANSWERS, bench, technician);
    expect(job.offer({ type: "job_parked", reason: "parts", on: "2026-11-01" })).toMatchObject({
      error: { message: expect.stringMatching(/is past/) as string },
    });
    job.keep({ type: "job_parked", reason: "parts are on order", on: "2027-01-15" });
    expect(summarise(job.shop, job.state)).toMatchObject({ stage: "parked", needs: "nobody" });
    expect(() => job.type("1")).toThrow(/parked: parts are on order\. Go on with it first/);
    job.keep({ type: "noted", text: "shelf 3" });
    job.keep({ type: "job_resumed" });
    expect(summarise(job.shop, job.state).stage).not.toBe("parked");
  });

  test("handed back apart: what is off and not proven stands at its head, and comes back first", () => {
    const job = jobAt("fit:pack", ANSWERS, bench, lead);
    const standing = standingOf(job.shop, job.state);
    expect(standing[0]).toMatch(/^Off the machine: .*cover/);
    expect(standing.join()).toMatch(/more points? (is|are) open/);
    job.keep({ type: "job_handed_back", said: "hand back", words: "not to be started" });
    expect(summarise(job.shop, job.state)).toMatchObject({ stage: "handed back", needs: "nobody", stop: null });
    expect(job.state.releases.at(-1)?.body.rechecks[0]).toEqual({
      ...{ id: "handed-back", what: "Handed back, not released: not to be started", due: null, days: null },
    });
    expect(job.offer({ type: "noted", text: "x" })).toMatchObject({ ok: false });
    job.keep({ type: "job_reopened", reason: "came back" });
    expect(summarise(job.shop, job.state).stage).toBe("together");
  });
});
