import { shop } from "../../testingShop.ts";
import { TestJob } from "../../testing.ts";
import { technician } from "../../testingBench.ts";
import { openPoints, readiness, RELEASE_WORD, rechecksOf, summarise, unsigned, verdictOfRound } from "./index.ts";
import { spec } from "../../testingShop.ts";

// A snow machine as nobody makes it; what is found on it is invented.
const words = {
  "drive-case": "chain in oil",
  "shaft-drive": "variable belt",
  cooling: "liquid",
  "starts-by": "electric",
};
const more = { scratchers: "fitted", "track-studs": "plain", "parking-brake": "lever lock", reverse: "mechanical" };
const SPECS = Object.entries({ ...words, ...more }).map(([key, word]) => spec("word", key, { word }));
const COUNTS = [spec("count", "skid-wheel-count", { count: 4 }), spec("count", "cylinder-count", { count: 2 })];
const SWEEP = shop("sweep-sled-ride", [...SPECS, ...COUNTS]);

/** A sweep worked to its end: the first word of each point, which is well, where a test says no other. */
function swept(other: Readonly<Record<string, string>> = {}): TestJob & { lines: number } {
  const job = Object.assign(new TestJob(SWEEP, technician, {}), { lines: 0 });
  for (let task = job.task; task !== null; task = job.task) {
    const before = job.events.length;
    const point = /^inspect:(.+):/.exec(task.id)?.[1] ?? "";
    const [said = "", reason = ""] = (other[point] ?? (point === "" ? "" : "1")).split(";");
    const answer = job.type(/^wheels-/.test(point) && said === "1" ? "1*" : said, reason);
    job.lines += 1;
    if (job.events.length === before) throw new Error(`${task.id}: ${answer}`);
  }
  return job;
}
const verdict = (job: TestJob) => readiness(job.shop, job.state);

test("all well it is ready, in not more than sixty answers, and is released by whoever looked", () => {
  const job = swept();
  expect(verdict(job)).toEqual({ word: "ready", watched: [], keeps: [], notLooked: [], missed: 0 });
  expect(job.lines).toBeLessThanOrEqual(60);
  expect(job.open).toEqual([]);
  job.keep({ type: "job_released", said: RELEASE_WORD });
  expect(job.state.released).not.toBeNull();
});

test("nobody calls a machine ready whose bars, pads or axle nobody looked at; it is released, and shown so", () => {
  const begun = new TestJob(SWEEP, technician, {});
  expect(verdict(begun)).toMatchObject({ word: "not inspected", notLooked: [] });
  for (const core of ["bars", "pads", "rear-axle", "stop-switch", "arms-left", "wires"]) {
    const job = swept({ [core]: "/;no time" });
    const came = verdict(job);
    expect([core, came?.word, came && verdictOfRound(came)]).toEqual([core, "not inspected", "1 not inspected"]);
    job.keep({ type: "job_released", said: RELEASE_WORD });
  }
});

test("on the way it is looked at, not taken apart", () => {
  const job = new TestJob(SWEEP, technician, {});
  job.type("");
  expect(summarise(job.shop, job.state)).toMatchObject({ stage: "measure", next: "How it stands" });
});

test("what is watched goes with it, is told, and comes back", () => {
  const job = swept({ "slide-left": "near", sag: "loose" });
  expect(verdict(job)).toMatchObject({ word: "ready, with these watched", keeps: [] });
  expect(verdict(job)?.watched).toEqual([
    expect.stringMatching(/^slide, left: near/),
    expect.stringMatching(/^sag of the track: loose/),
  ]);
  expect(
    rechecksOf(job.shop, job.state)
      .map(({ what }) => what)
      .join(),
  ).toMatch(/slide, left: near/i);
});

test("what is past keeps it until it is put right and looked at once more", () => {
  const job = swept({ "ski-right": "split" });
  expect(verdict(job)).toMatchObject({
    word: "not ready",
    keeps: [expect.stringMatching(/^ski and its loop, right: split/)],
  });
  expect(unsigned(job.state, openPoints(job.shop, job.state))).not.toEqual([]);
  const found = job.events.find(({ body }) => body.type === "finding_recorded" && body.word === "split");
  const right = {
    type: "followed_up" as const,
    event: found?.id ?? "",
    way: "put right" as const,
    words: "ski renewed",
  };
  job.keep({ ...right, meter: null, on: null, count: null, now: null, later: null });
  expect(job.task?.id).toBe("inspect:ski-right:found");
  job.type("1");
  expect(verdict(job)).toMatchObject({ word: "ready", keeps: [] });
});

test("a stop keeps it, whoever signs; the engine is not started with a throttle that hangs", () => {
  const job = new TestJob(SWEEP, technician, {});
  while (job.task?.id !== "inspect:throttle:found") {
    const before = job.events.length;
    job.type(job.task?.id.startsWith("inspect") ? "1" : "");
    if (job.events.length === before) throw new Error(job.task?.id ?? "ended");
  }
  job.type("sticks");
  expect(verdict(job)).toMatchObject({ word: "not ready" });
  expect(job.offer({ type: "step_confirmed", step: "run" }).ok).toBe(false);
  expect(job.offer({ type: "job_released", said: RELEASE_WORD }).ok).toBe(false);
});

test("a stop holds the start: it counts as answered, what stands behind it as not looked at, and it ends not ready", () => {
  const job = swept({ wires: "smell" });
  expect(job.events.some(({ body }) => body.type === "step_confirmed" && body.step === "run")).toBe(false);
  const stop = "held by Wires, plugs, hoses at a glance; fuel by smell: smell, smells of fuel";
  expect(verdict(job)).toMatchObject({
    word: "not ready",
    notLooked: [`First start, Stop switch and tether, At idle, After running: ${stop}`],
    missed: 3,
  });
  expect(job.offer({ type: "step_confirmed", step: "run" })).toMatchObject({
    error: { message: expect.stringMatching(/^Not yet\. Wires.*Put it right and record what was done/) as string },
  });
  expect(job.open.map(({ group }) => group)).toEqual(["stop work"]);
  expect(job.offer({ type: "job_released", said: RELEASE_WORD }).ok).toBe(false);
  // Put right and found well, the start opens and the round goes on behind it.
  const event = job.events.find(({ body }) => body.type === "finding_recorded" && body.word === "smell")?.id ?? "";
  const none = { meter: null, on: null, count: null, now: null, later: null };
  job.keep({ type: "followed_up", way: "put right", event, words: "hose renewed", ...none });
  expect(verdict(job)).toMatchObject({ word: "not ready", keeps: [expect.stringMatching(/not looked at since$/)] });
  expect(job.offer({ type: "step_confirmed", step: "run" })).toMatchObject({
    error: { message: expect.stringMatching(/It was put right: look at it once more first/) as string },
  });
  job.type("1");
  expect(job.task?.id).toBe("do:run");
  job.type("");
  expect(job.task?.id).toBe("inspect:stop-switch:left");
});

test("found bad while it runs and put right, the start is done anew as its proof", () => {
  const job = swept({ "stop-switch": "dead" });
  const event = job.events.find(({ body }) => body.type === "finding_recorded" && body.word === "dead")?.id ?? "";
  const none = { meter: null, on: null, count: null, now: null, later: null };
  job.keep({ type: "followed_up", way: "put right", event, words: "switch renewed", ...none });
  expect(job.task?.id).toBe("do:run");
  job.type("");
  job.type("1");
  expect(verdict(job)).toMatchObject({ word: "ready", keeps: [] });
});

test("a cracked arm holds the ride, not a start", () => {
  const job = swept({ "arms-left": "5" });
  expect(job.events.some(({ body }) => body.type === "step_confirmed" && body.step === "run")).toBe(true);
  expect(verdict(job)).toMatchObject({ word: "not ready", notLooked: [] });
});

test("not looked at is an answer with its reason: no lead is asked, it is told, and it comes first the next time", () => {
  const job = swept({ lugs: "/;snow on it", rope: "1" });
  expect(job.open).toEqual([]);
  expect(verdict(job)).toMatchObject({ word: "ready", missed: 1, notLooked: ["Lugs of the track: snow on it"] });
  const came = verdict(job);
  expect(came && verdictOfRound(came)).toBe("ready, 1 not inspected");
  expect(
    rechecksOf(job.shop, job.state)
      .map(({ what }) => what)
      .join(),
  ).toMatch(/lugs of the track/i);
});
