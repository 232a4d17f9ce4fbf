import { jobAt } from "../../testingBench.ts";
import { BREAK_MINUTES, handsOn, longestSteps, tookBefore } from "./index.ts";

// Times are invented.
const at = (minute: number): string => new Date(Date.parse("2026-11-23T10:00:00.000Z") + minute * 60_000).toISOString();

test("hands-on time is what lies between lines, breaks cut out; somebody may put it right, and the log stands beside", () => {
  const job = jobAt("off:cover");
  job.events = job.events.map((event) => ({ ...event, at: at(0) }));
  const type = (minute: number): void => {
    job.clock = at(minute);
    job.append({ type: "noted", text: "x" });
  };
  const removed = (minute: number): void => {
    job.clock = at(minute);
    job.append({ type: "part_removed", entry: "cover" } as never);
  };
  removed(7);
  type(7 + BREAK_MINUTES + 1);
  removed(7 + BREAK_MINUTES + 6);
  expect(handsOn(job.shop, job.state)).toEqual([{ work: "w1", minutes: 12, corrected: null, reckoned: null }]);
  job.keep({ type: "time_corrected", work: "w1", minutes: 30, reason: "washed parts meanwhile" });
  expect(handsOn(job.shop, job.state)[0]).toMatchObject({ minutes: 12, corrected: { minutes: 30 } });
  expect(job.offer({ type: "time_corrected", work: "w7", minutes: 30, reason: "x" })).toMatchObject({
    error: { message: "That is no work of this job." },
  });
});

test("a shop's own figure says what a break is, and what it reckons a work with stands beside the log", () => {
  const job = jobAt("off:cover");
  job.events = job.events.map((event) => ({ ...event, at: at(0) }));
  for (const minute of [10, 25]) {
    job.clock = at(minute);
    job.append({ type: "part_removed", entry: "cover" } as never);
  }
  const shop = {
    ...job.shop,
    breakMinutes: 12,
    reckoned: { [job.shop.procedure.id]: { minutes: 90, words: "our list" } },
  };
  expect(handsOn(job.shop, job.state)).toMatchObject([{ minutes: 25, reckoned: null }]);
  expect(handsOn(shop, job.state)).toMatchObject([{ minutes: 10, reckoned: { minutes: 90, words: "our list" } }]);
});

test("of times that a work took, the shortest, the middle and the longest; of an even number the lower middle", () => {
  expect(tookBefore([])).toBeNull();
  expect(tookBefore([40])).toEqual({ jobs: 1, least: 40, middle: 40, most: 40 });
  expect(tookBefore([90, 35, 40, 60])).toEqual({ jobs: 4, least: 35, middle: 40, most: 90 });
});

test("the steps that took longest are told, breaks cut out; what answers no step belongs to none", () => {
  const job = jobAt("off:judder");
  // Four minutes on the cover, seven on its bolts, a break before all else.
  const took = new Map([
    ["cover", 4],
    ["cover-bolts", 7],
  ]);
  let minute = 0;
  job.events = job.events.map((event) => {
    const { body } = event;
    const entry = body.type === "part_removed" || body.type === "fastener_out" ? body.entry : "";
    minute += took.get(entry) ?? BREAK_MINUTES + 1;
    took.delete(entry);
    return { ...event, at: at(minute) };
  });
  const told = longestSteps(job.shop, job.state, 5);
  expect(told.map(({ minutes }) => minutes)).toEqual([7, 4]);
  expect(told[1]?.title).toBe("Cover off");
  expect(longestSteps(job.shop, job.state, 1)).toEqual(told.slice(0, 1));
});
