import { sidesOverTime } from "./sides.ts";

const visit = (meter: number | null, ...read: [what: string, side: string, value: number][]) => ({
  ...{ meter, meterUnit: "mi" },
  read: read.map(([what, side, value]) => ({ what, side, value, unit: "mm" })),
});

describe("side against side", () => {
  test("visits stand in the order they were, with how far the worst two are apart", () => {
    const jobs = [
      visit(100, ["Slide", "left", 9], ["Slide", "right", 8.5]),
      visit(500, ["Slide", "left", 6], ["Slide", "right", 4]),
    ];
    expect(sidesOverTime(jobs).map(({ what, visits }) => [what, visits.map(({ apart }) => apart)])).toEqual([
      ["Slide", [0.5, 2]],
    ]);
  });
  test("four corners are one thing: the least against the greatest", () => {
    const corners = visit(null, ["Tire", "front left", 20], ["Tire", "front right", 22], ["Tire", "rear left", 30]);
    expect(sidesOverTime([corners])).toMatchObject([{ what: "Tire", visits: [{ meter: null, apart: 10 }] }]);
  });
  test("one side alone is no pair; beside others it is told as one side", () => {
    expect(sidesOverTime([visit(1, ["Slide", "left", 9])])).toEqual([]);
    const jobs = [visit(1, ["Slide", "left", 9], ["Slide", "right", 8]), visit(2, ["Slide", "left", 7])];
    expect(sidesOverTime(jobs)[0]?.visits.map(({ apart }) => apart)).toEqual([1, null]);
  });
  test("read twice in one job, the last counts", () => {
    const twice = visit(1, ["Slide", "left", 9], ["Slide", "left", 7], ["Slide", "right", 7]);
    expect(sidesOverTime([twice])[0]?.visits[0]?.apart).toBe(0);
  });
});
