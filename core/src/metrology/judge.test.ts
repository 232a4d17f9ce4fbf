import fc from "fast-check";
import { refusal, value } from "../../testing.ts";
import { metrologyJudge } from "./index.ts";

// Limits invented for the tests; the arithmetic is JCGM 100:2008 and ISO 14253-1:2013.
const gauge = { resolution: 0.01, permissibleError: 0.02 };
const min = { kind: "min" as const, serviceMin: 2.72, standardMin: 2.92, standardMax: 3.0 };
const judge = (readings: number[], limit: object = min, more: object = {}) =>
  value(metrologyJudge, { readings, gauge, limit, take: "worst", ...more } as never);

test("the uncertainty joins resolution and permissible error, and for a mean its own spread", () => {
  const u = Math.sqrt(0.01 ** 2 / 12 + 0.02 ** 2 / 3);
  expect(judge([2.86]).standardUncertainty).toBeCloseTo(u, 15);
  expect(judge([2.86]).expandedUncertainty).toBeCloseTo(2 * u, 15);
  const mean = judge([2.86, 2.88, 2.84], min, { take: "mean" });
  expect(mean.value).toBeCloseTo(2.86, 12);
  expect(mean.standardUncertainty).toBeCloseTo(Math.sqrt(u ** 2 + 0.02 ** 2 / 3), 12);
});

test.each([
  [3.0, "new", null],
  [2.95, "new", null],
  [3.05, "serviceable", "above"],
  [2.86, "serviceable", "below"],
  [2.75, "near", "below"],
  [2.73, "undecided", "below"],
  [2.7, "undecided", "below"],
  [2.69, "past", "below"],
])("%d against a least thickness is %s", (reading, verdict, outsideStandard) => {
  expect(judge([reading])).toMatchObject({ verdict, outsideStandard });
});

test("the worst place rules, ties to the earliest", () => {
  expect(judge([2.9, 2.8, 2.85]).value).toBe(2.8);
  expect(judge([0.1, 0.12], { kind: "max", serviceMax: 0.15 }).value).toBe(0.12);
  expect(judge([9, 15], { kind: "range", serviceMin: 8, serviceMax: 16 }).value).toBe(9);
});

test("exactly U away is undecided, also when U is nothing", () => {
  const exact = { resolution: 0, permissibleError: 0 };
  expect(judge([2.72], min, { gauge: exact })).toMatchObject({ verdict: "undecided", probabilityWithin: 1 });
  expect(judge([2.71], min, { gauge: exact })).toMatchObject({ verdict: "past", probabilityWithin: 0 });
});

test("where what reads at the limit passes, it is near it; what reads beyond stays as it was", () => {
  // Simple acceptance, JCGM 106:2012, 8.2.
  const passes = { ...min, atLimit: "passes" };
  expect([2.75, 2.73, 2.72, 2.71, 2.7, 2.69].map((reading) => judge([reading], passes).verdict)).toEqual([
    ...["near", "near", "near", "undecided", "undecided", "past"],
  ]);
  expect(judge([2.72], { ...min, atLimit: "can't call" }).verdict).toBe("undecided");
  const band = { kind: "range", serviceMin: 8, serviceMax: 16, atLimit: "passes" };
  expect([7.99, 8, 16, 16.01].map((reading) => judge([reading], band).verdict)).toEqual([
    ...["undecided", "near", "near", "undecided"],
  ]);
});

test("a limit that says from which wear on a part is near it goes by that", () => {
  expect([2.8, 2.83].map((reading) => judge([reading], { ...min, nearFraction: 0.5 }).verdict)).toEqual([
    ...["near", "serviceable"],
  ]);
  expect(judge([2.8]).verdict).toBe("serviceable");
  expect(refusal(metrologyJudge, { readings: [1], gauge, limit: { ...min, nearFraction: 1.2 }, take: "worst" })).toBe(
    "range limit.nearFraction",
  );
});

test("a limit that is itself only about so much calls what lies near it neither way", () => {
  const about = { ...min, aboutBy: 0.1 };
  // U = 2 √(0.01²/12 + 0.02²/3 + 0.1²/3) = 0.118, JCGM 100:2008, 4.3.7.
  expect(judge([2.69], about)).toMatchObject({ verdict: "undecided" });
  expect(judge([2.83], about).verdict).toBe("undecided");
  expect(judge([2.6], about).verdict).toBe("past");
  expect(judge([2.69]).verdict).toBe("past");
  expect(judge([2.69], { ...min, aboutBy: 0 })).toEqual(judge([2.69]));
  expect(refusal(metrologyJudge, { readings: [1], gauge, limit: { ...min, aboutBy: -1 }, take: "worst" })).toBe(
    "range limit.aboutBy",
  );
});

test("a rule at the limit makes no verdict worse, and none better beyond it", () => {
  fc.assert(
    fc.property(fc.double({ min: 2.5, max: 3.1, noNaN: true }), (reading) => {
      const [plain, passing] = [min, { ...min, atLimit: "passes" }].map((limit) => judge([reading], limit).verdict);
      expect(passing === plain || (plain === "undecided" && passing === "near" && reading >= 2.72 - 1e-9)).toBe(true);
    }),
  );
});

test("wear used runs from 0 as new to 1 at the limit, and is not known without the new side", () => {
  expect(judge([2.82]).usedFraction).toBeCloseTo(0.5, 12);
  expect(judge([3.0]).usedFraction).toBe(0);
  expect(judge([2.82], { kind: "min", serviceMin: 2.72 }).usedFraction).toBeNull();
  expect(judge([10], { kind: "range", serviceMin: 8, serviceMax: 16, standardMin: 9 }).usedFraction).toBeNull();
});

test("clashes inside the limit are named at the later field", () => {
  const run = (limit: object) => refusal(metrologyJudge, { readings: [1], gauge, limit, take: "worst" });
  expect(run({ kind: "min" })).toBe("missing limit.serviceMin");
  expect(run({ kind: "min", serviceMin: 1, serviceMax: 2 })).toBe("conflict limit.serviceMax");
  expect(run({ kind: "range", serviceMin: 2, serviceMax: 2 })).toBe("conflict limit.serviceMax");
  expect(run({ kind: "min", serviceMin: 2, standardMin: 2 })).toBe("conflict limit.standardMin");
  expect(run({ kind: "max", serviceMax: 2, standardMax: 2 })).toBe("conflict limit.standardMax");
  expect(run({ kind: "max", serviceMax: 9, standardMin: 3, standardMax: 2 })).toBe("conflict limit.standardMax");
  expect(run({ kind: "range", serviceMin: 1, serviceMax: 3, standardMax: 3 })).toBe("accepted");
  expect(run({ kind: "range", serviceMin: 1, serviceMax: 3, standardMin: 0.5 })).toBe("conflict limit.standardMin");
});

test("the probability of a min and of a max with the same limit add up to one", () => {
  fc.assert(
    fc.property(
      fc.double({ min: -5, max: 5, noNaN: true }),
      fc.double({ min: -5, max: 5, noNaN: true }),
      (reading, at) => {
        const least = judge([reading], { kind: "min", serviceMin: at }).probabilityWithin;
        const most = judge([reading], { kind: "max", serviceMax: at }).probabilityWithin;
        expect(least + most).toBeCloseTo(1, 12);
      },
    ),
  );
});
