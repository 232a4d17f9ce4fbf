import { isLate, type JobAtHand, nextAcross, nextFor, spanWords, waitsFor } from "./index.ts";

// Every time in this file is invented.
const NOW = Date.parse("2026-11-23T12:00:00.000Z");
const ago = (hours: number): string => new Date(NOW - hours * 3_600_000).toISOString();
const job = (id: string, more: Partial<JobAtHand>): JobAtHand => ({
  id,
  stage: "measure",
  next: "measure",
  needs: "technician",
  clocks: [],
  stop: null,
  since: ago(1),
  promised: null,
  assigned: null,
  ...more,
});

test("a job says what it waits for and how long", () => {
  expect(waitsFor(job("a", { since: ago(19) }), NOW)).toEqual({
    for: "a technician",
    ms: 19 * 3_600_000,
    kind: "technician",
  });
  expect(waitsFor(job("a", { needs: "lead", since: ago(3) }), NOW).for).toBe("a lead's signature");
  expect(waitsFor(job("a", { stop: "a roller is missing" }), NOW).kind).toBe("stop");
  const soaking = job("a", { needs: "clock", clocks: [{ title: "Soak", endsAt: ago(-0.5) }] });
  expect(waitsFor(soaking, NOW)).toEqual({ for: "the clock", ms: 1_800_000, kind: "clock" });
  expect(waitsFor(soaking, NOW + 3_600_000)).toMatchObject({ kind: "clock over", ms: 1_800_000 });
  expect(waitsFor(job("a", { stage: "released" }), NOW).kind).toBe("nobody");
});

test("what frees most waiting comes first; released jobs do not come", () => {
  const order = nextAcross(
    [
      job("fresh", { since: ago(0.2) }),
      job("soaking", { needs: "clock", clocks: [{ title: "Soak", endsAt: ago(-2) }] }),
      job("done", { stage: "released" }),
      job("old", { since: ago(19) }),
      job("soaked", { needs: "clock", clocks: [{ title: "Soak", endsAt: ago(1) }] }),
      job("sign", { needs: "lead" }),
      job("stopped", { stop: "x" }),
    ],
    NOW,
  );
  expect(order.map(({ job: { id } }) => id)).toEqual(["stopped", "sign", "soaked", "old", "fresh", "soaking"]);
});

test("nobody is sent to sign what is not theirs, and nothing is out of sight", () => {
  const jobs = [
    job("sign", { needs: "lead" }),
    job("call", { needs: "owner" }),
    job("bench", {}),
    job("stop", { stop: "x" }),
  ];
  const ids = (roles: string[]) => {
    const { mine, others } = nextFor(jobs, NOW, { id: "me", roles });
    expect(mine.length + others.length).toBe(jobs.length);
    return mine.map(({ job: { id } }) => id);
  };
  expect(ids(["technician"])).toEqual(["stop", "call", "bench"]);
  expect(ids(["lead"])).toEqual(["stop", "sign", "call", "bench"]);
  expect(ids(["counter"])).toEqual(["call"]);
  expect(ids([])).toEqual([]);
});

test("what was promised for the earliest day comes first of its kind, and what is somebody else's waits for them", () => {
  const jobs = [
    job("old", { since: ago(40) }),
    job("friday", { promised: "2026-11-27" }),
    job("late", { promised: "2026-11-20" }),
    job("sign", { needs: "lead", promised: "2026-12-24", assigned: { id: "other", name: "O" } }),
    job("theirs", { promised: "2026-11-01", assigned: { id: "other", name: "O" } }),
    job("mine", { promised: "2026-11-28", assigned: { id: "me", name: "M" } }),
  ];
  const { mine, others } = nextFor(jobs, NOW, { id: "me", roles: ["technician", "lead"] });
  expect(mine.map(({ job: { id } }) => id)).toEqual(["sign", "late", "friday", "mine", "old"]);
  expect(others.map(({ job: { id } }) => id)).toEqual(["theirs"]);
  expect(jobs.filter((one) => isLate(one, "2026-11-23")).map(({ id }) => id)).toEqual(["late", "theirs"]);
  expect(isLate(job("ended", { promised: "2026-11-20", stage: "released" }), "2026-11-23")).toBe(false);
});

test("spans in words that are read at a glance", () => {
  expect([30_000, 119 * 60_000, 120 * 60_000, 47 * 3_600_000, 50 * 3_600_000].map(spanWords)).toEqual([
    "0 min",
    "119 min",
    "2 h",
    "47 h",
    "2 days",
  ]);
});
