import { refusal, value } from "../../testing.ts";
import { seasonDue } from "../season/index.ts";
import { costCompare, costPayback } from "./index.ts";

describe("cost.compare", () => {
  // Prices invented.
  const options = [
    { id: "whole shaft", parts: 400, labourH: 1.5, life: 300 },
    { id: "boot", parts: 40, labourH: 2, life: 100, risk: { probability: 0.25, cost: 400 } },
  ];
  test("the risk counts, and a life on every option ranks by life", () => {
    const { ranked } = value(costCompare, { labourRate: 60, options });
    expect(ranked).toEqual([
      { id: "whole shaft", total: 490, expected: 490, perLife: 490 / 300 },
      { id: "boot", total: 160, expected: 260, perLife: 2.6 },
    ]);
  });
  test("without a life on each, by expected cost; ties keep their order", () => {
    const { ranked } = value(costCompare, {
      labourRate: 60,
      options: [{ id: "a", parts: 260, labourH: 0 }, ...options],
    });
    expect(ranked.map((r) => r.id)).toEqual(["a", "boot", "whole shaft"]);
    expect(refusal(costCompare, { labourRate: 60, options: [options[0], options[0]] })).toBe("conflict options.1.id");
    expect(refusal(costCompare, { labourRate: 60, options: [] })).toBe("range options");
  });
});

describe("cost.payback", () => {
  // Prices invented; arithmetic by hand.
  const tool = { price: 90, labourRate: 60, savedMinutes: 30 };
  test("time at the shop's rate and what was bought in pay for it; half a job saves nothing", () => {
    expect(value(costPayback, tool)).toEqual({ savedPerJob: 30, jobs: 3, years: null });
    expect(value(costPayback, { ...tool, price: 91 }).jobs).toBe(4);
    expect(value(costPayback, { ...tool, boughtIn: 15, jobsPerYear: 4 })).toEqual({
      savedPerJob: 45,
      jobs: 2,
      years: 0.5,
    });
    // Dearer than nothing is at least one job.
    expect(value(costPayback, { ...tool, price: 0.01 }).jobs).toBe(1);
  });
  test("a tool that takes longer is paid for by what it spares, or never", () => {
    expect(value(costPayback, { ...tool, savedMinutes: -30 })).toMatchObject({
      savedPerJob: -30,
      jobs: null,
      years: null,
    });
    expect(value(costPayback, { ...tool, savedMinutes: -30, boughtIn: 31 }).jobs).toBe(90);
    expect(refusal(costPayback, { ...tool, price: 0 })).toBe("range price");
  });
});

describe("season.due", () => {
  const months = (at: Record<number, number>): number[] => Array.from({ length: 12 }, (_, i) => at[i + 1] ?? 0);
  const base = { meterNow: 0, leadDays: 0, bufferDays: 0 };

  test("each day adds its month's share, from the day after today", () => {
    const due = (meterAtLimit: number) =>
      value(seasonDue, { ...base, today: "2026-01-31", meterAtLimit, perMonth: months({ 2: 28 }) }).dueOn;
    expect(due(1)).toBe("2026-02-01");
    expect(due(28)).toBe("2026-02-28");
    expect(due(29)).toBe("2027-02-01");
  });

  test("agrees with adding days one by one", () => {
    const perMonth = [300, 280, 120, 10, 0, 0, 0, 0, 5, 40, 90, 250];
    for (const limit of [17, 333, 1095, 2000]) {
      const { dueOn } = value(seasonDue, { ...base, today: "2026-11-23", meterAtLimit: limit, perMonth });
      let meter = 0;
      const day = new Date("2026-11-23T00:00:00Z");
      while (meter < limit - 1e-9) {
        day.setUTCDate(day.getUTCDate() + 1);
        const days = new Date(Date.UTC(day.getUTCFullYear(), day.getUTCMonth() + 1, 0)).getUTCDate();
        meter += (perMonth[day.getUTCMonth()] ?? 0) / days;
      }
      expect(dueOn).toBe(day.toISOString().slice(0, 10));
    }
  });

  test("order by, late, reached already, and never", () => {
    const late = value(seasonDue, {
      today: "2026-01-31",
      meterNow: 0,
      meterAtLimit: 28,
      perMonth: months({ 2: 28 }),
      leadDays: 25,
      bufferDays: 4,
    });
    expect(late).toEqual({ dueOn: "2026-02-28", orderBy: "2026-01-30", late: true });
    expect(
      value(seasonDue, { ...base, today: "2026-01-31", meterNow: 5, meterAtLimit: 5, perMonth: months({}) }).dueOn,
    ).toBe("2026-01-31");
    expect(value(seasonDue, { ...base, today: "2026-01-31", meterAtLimit: 5, perMonth: months({}) })).toMatchObject({
      dueOn: null,
      orderBy: null,
      late: false,
    });
  });

  test("ten years on is still within the horizon, the day after is not; 29 February becomes 28", () => {
    const year = months({ 2: 28 });
    const due = (today: string, meterAtLimit: number) =>
      value(seasonDue, { ...base, today, meterAtLimit, perMonth: year }).dueOn;
    expect(due("2026-02-28", 279)).toBe("2036-02-28");
    expect(due("2026-02-28", 279.5)).toBeNull();
    expect(due("2028-02-29", 280)).toBe("2038-02-28");
  });

  test("refuses what is no date, and not twelve months", () => {
    const run = (more: object) =>
      refusal(seasonDue, { ...base, today: "2026-01-31", meterAtLimit: 5, perMonth: months({}), ...more });
    expect(run({ today: "2026-02-30" })).toBe("range today");
    expect(run({ today: "31.1.2026" })).toBe("range today");
    expect(run({ perMonth: [1] })).toBe("range perMonth");
    expect(run({ leadDays: 1.5 })).toBe("range leadDays");
  });
});
