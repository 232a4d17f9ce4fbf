import { takeUpPace } from "./takeUp.ts";

const taken = (...rows: [at: number, amount: number][]) => rows.map(([at, amount]) => ({ at, amount }));

describe("the pace at which an adjuster is taken up", () => {
  test("the last stretch stands against all before it; the first setting counts for nothing", () => {
    // 1 turn in 1000 before, 1 turn in 250 last.
    expect(takeUpPace(taken([1000, 3], [1500, 0.5], [2000, 0.5], [2250, 1]))).toBeCloseTo(4, 12);
    expect(takeUpPace(taken([1000, 9], [1500, 0.5], [2000, 0.5], [2250, 1]))).toBeCloseTo(4, 12);
  });
  test("what was done at one meter counts together, in whatever order it was typed", () => {
    const once = takeUpPace(taken([0, 1], [100, 1], [200, 2]));
    expect(takeUpPace(taken([200, 1.5], [0, 1], [100, 1], [200, 0.5]))).toBe(once);
    expect(once).toBe(2);
  });
  test("two settings are no two stretches, and nothing taken up before is no pace", () => {
    expect(takeUpPace(taken([0, 1], [100, 1]))).toBeNull();
    expect(takeUpPace(taken([0, 1], [100, 0], [200, 2]))).toBeNull();
    expect(takeUpPace([])).toBeNull();
  });
  test("an even pace is one, whatever its unit", () => {
    for (const unit of [0.25, 1, 6])
      expect(takeUpPace(taken([0, 5], [300, unit], [600, unit], [900, unit]))).toBeCloseTo(1, 12);
  });
});
