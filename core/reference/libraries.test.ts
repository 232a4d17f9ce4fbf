import fc from "fast-check";
import solver from "javascript-lp-solver";
import { jStat } from "jstat";
import { unit } from "mathjs";
import { value } from "../testing.ts";
import { clutchPick, clutchStack } from "../src/clutch/index.ts";
import { quantityConvert } from "../src/quantity/index.ts";
import { normalCdf, studentQuantile } from "../src/statistics/index.ts";

describe("units against a general units library", () => {
  // mathjs names on the right; its own constants, independent of ours.
  const PAIRS: [string, string, string, string][] = [
    ["in", "mm", "inch", "mm"],
    ["ft", "mm", "ft", "mm"],
    ["thou", "um", "mil", "um"],
    ["mi", "km", "mile", "km"],
    ["lbf", "N", "lbf", "N"],
    ["lbf.ft", "N.m", "lbf ft", "N m"],
    ["lbf.in", "N.m", "lbf inch", "N m"],
    ["bar", "kPa", "bar", "kPa"],
    ["psi", "kPa", "psi", "kPa"],
    ["oz", "g", "ounce", "gram"],
    ["lb", "kg", "poundmass", "kg"],
    ["floz_us", "mL", "fluidounce", "milliliter"],
    ["qt_us", "L", "quart", "liter"],
    ["h", "min", "hour", "minute"],
    ["rad", "deg", "rad", "deg"],
    ["hp", "kW", "hp", "kW"],
    ["F", "C", "degF", "degC"],
  ];
  test.each(PAIRS)("%s to %s", (from, to, theirFrom, theirTo) => {
    for (const given of [1, 87, 0.116, -3]) {
      const theirs = unit(given, theirFrom).toNumber(theirTo);
      const ours = value(quantityConvert, { value: given, from, to }).value;
      // The library keeps six to nine figures of some customary units.
      expect(Math.abs(ours - theirs)).toBeLessThanOrEqual(2e-5 * Math.max(1, Math.abs(theirs)));
    }
  });
});

describe("distributions against a statistics library", () => {
  test("Φ and t quantiles over their range", () => {
    for (let z = -5; z <= 5; z += 0.37) expect(normalCdf(z)).toBeCloseTo(jStat.normal.cdf(z, 0, 1), 9);
    for (const nu of [1, 2, 3, 5, 8, 13, 40, 99]) {
      for (const p of [0.01, 0.2, 0.55, 0.9, 0.95, 0.995]) {
        const theirs = jStat.studentt.inv(p, nu);
        expect(Math.abs(studentQuantile(p, nu) - theirs)).toBeLessThanOrEqual(1e-6 * Math.max(1, Math.abs(theirs)));
      }
    }
  });
});

describe("stack and pick against an integer-programming library", () => {
  // Thicknesses in tenths of a millimetre, so that the solver's doubles are exact.
  test("the least distance from target is the solver's", () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 12, max: 30 }), { minLength: 2, maxLength: 4 }),
        fc.integer({ min: 2, max: 9 }),
        fc.integer({ min: 40, max: 200 }),
        (tenths, steelCount, target) => {
          const model = {
            optimize: "off",
            opType: "min",
            constraints: { count: { equal: steelCount }, over: { max: target }, under: { min: target } },
            variables: {
              ...Object.fromEntries(tenths.map((t) => [`s${t}`, { count: 1, over: t, under: t }])),
              above: { off: 1, over: -1 },
              below: { off: 1, under: 1 },
            },
            ints: Object.fromEntries(tenths.map((t) => [`s${t}`, 1])),
          };
          const theirs = Number(solver.Solve(model).result);
          const answer = value(clutchStack, {
            frictionMm: [10],
            otherMm: [],
            steelCount,
            steels: tenths.map((t) => ({ nominal: String(t), thicknessMm: t / 10 })),
            heightMm: { min: 1, max: 1000, target: 10 + target / 10 },
          });
          expect(Math.abs(answer.best?.offTargetMm ?? NaN) * 10).toBeCloseTo(theirs, 6);
        },
      ),
      { numRuns: 60 },
    );
  });

  test("the plates picked are as near as the solver can come", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 150, max: 215 }), { minLength: 3, maxLength: 9 }),
        fc.nat(8),
        fc.integer({ min: 200, max: 1600 }),
        (hundredths, pickFrom, target) => {
          const choose = 1 + (pickFrom % hundredths.length);
          const names = hundredths.map((_, i) => `p${i}`);
          const model = {
            optimize: "off",
            opType: "min",
            constraints: {
              count: { equal: choose },
              over: { max: target },
              under: { min: target },
              ...Object.fromEntries(names.map((name) => [`one_${name}`, { max: 1 }])),
            },
            variables: {
              ...Object.fromEntries(
                hundredths.map((h, i) => [`p${i}`, { count: 1, over: h, under: h, [`one_p${i}`]: 1 }]),
              ),
              above: { off: 1, over: -1 },
              below: { off: 1, under: 1 },
            },
            ints: Object.fromEntries(names.map((name) => [name, 1])),
          };
          const theirs = Number(solver.Solve(model).result);
          const answer = value(clutchPick, {
            steelsMm: hundredths.map((h) => h / 100),
            choose,
            otherMm: 0,
            heightMm: { min: 0.01, max: 100, target: target / 100 },
          });
          expect(Math.abs(answer.offTargetMm) * 100).toBeCloseTo(theirs, 6);
        },
      ),
      { numRuns: 60 },
    );
  });
});
