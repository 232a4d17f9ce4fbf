import { setTimeout as wait } from "node:timers/promises";
import { Pool } from "./pool.ts";

const LANE = { processes: 1, mostMs: 300_000, mostMb: 96, mostWaiting: 3, restMs: 0 };
const pools: Pool[] = [];
const pool = (lane: Partial<typeof LANE> = {}): Pool => {
  const made = new Pool({ ...LANE, ...lane });
  pools.push(made);
  return made;
};
afterEach(() => pools.splice(0).forEach((one) => one.end()));

const GOOD = { name: "clutch.pick", input: { steelsMm: [2, 2], choose: 1, otherMm: 1, heightMm: { min: 2, max: 4 } } };
const told = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => "done",
    (error: Error) => error.message,
  );

test("works in a process of its own and answers as the calculator does", async () => {
  const own = pool();
  expect(await own.run("calculate", GOOD)).toMatchObject({ ok: true, value: { feasible: true } });
  expect(own.alive).toBe(1);
  expect(await own.run("verify", { hash: await own.run<string>("hash", "word"), text: "word" })).toBe(true);
});

test("a work that never ends is ended, said to be, and the next finds a fresh process", async () => {
  const own = pool({ mostMs: 1_500 });
  expect(await told(own.run("spin", null))).toMatch(/took longer than 2 s and was ended: give less/);
  expect(await own.run("calculate", GOOD)).toMatchObject({ ok: true });
});

test("a work that fills the memory ends its own process, never this one", async () => {
  const own = pool();
  expect(await told(own.run("fill", null))).toMatch(/needed more than 96 MB, or its process failed/);
  expect(await own.run("calculate", GOOD)).toMatchObject({ ok: true });
});

test("a full queue says so at once, and what waits is done in its order", async () => {
  const own = pool();
  const order: number[] = [];
  const works = [1, 2, 3, 4].map((n) => own.run("calculate", GOOD).then(() => order.push(n)));
  expect(await told(own.run("calculate", GOOD))).toBe("Too much heavy work is waiting: try again in a moment.");
  await Promise.all(works);
  expect(order).toEqual([1, 2, 3, 4]);
});

test("what is thrown there is told here, and the process goes on", async () => {
  const own = pool();
  expect(await told(own.run("dance", null))).toMatch(/no work dance/);
  await wait(0);
  expect(await own.run("calculate", GOOD)).toMatchObject({ ok: true });
});
