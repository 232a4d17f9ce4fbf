import fc from "fast-check";
import { refusal, value } from "../../testing.ts";
import { clutchCapacity, clutchPick, clutchStack, nanometres } from "./index.ts";

// Thicknesses invented; the arithmetic is checked against plain enumeration.
const nm = (mm: number): number => Math.round(mm * 1e6);

describe("nanometres", () => {
  test.each([
    [1.0000005, 1000001],
    [1.00000049, 1000000],
    [1e-7, 0],
    [5e-7, 1],
    [1.5e2, 150000000],
    [2.675, 2675000],
  ])("%d mm rounds half up to %d nm", (mm, expected) => {
    expect(nanometres(mm, "x")).toBe(expected);
  });
});

describe("clutch.stack", () => {
  const steels = [
    { nominal: "2.0", thicknessMm: 2 },
    { nominal: "1.6", thicknessMm: 1.6 },
  ];
  const pack = { frictionMm: [3, 3, 3], otherMm: [], steelCount: 2, steels };

  test("finds every mix inside the band, nearest to target first", () => {
    const answer = value(clutchStack, { ...pack, heightMm: { min: 12, max: 13.5 } });
    expect(answer).toMatchObject({ feasible: true, solutionCount: 3, nearest: null });
    expect(answer.best).toEqual({ counts: { "2.0": 1, "1.6": 1 }, heightMm: 12.6, offTargetMm: -0.15 });
    expect(answer.solutions.map((s) => s.heightMm)).toEqual([12.6, 13, 12.2]);
  });

  test("ties go to fewer nominals, then to more of the thickest", () => {
    const both = value(clutchStack, { ...pack, heightMm: { min: 12, max: 14, target: 12.8 } });
    expect(both.solutions.slice(0, 2).map((s) => s.counts)).toEqual([{ "2.0": 2 }, { "2.0": 1, "1.6": 1 }]);
    const same = value(clutchStack, {
      ...pack,
      steels: [
        { nominal: "a", thicknessMm: 2 },
        { nominal: "b", thicknessMm: 2 },
      ],
      heightMm: { min: 13, max: 13 },
    });
    expect(same.solutions.map((s) => s.counts)).toEqual([{ a: 2 }, { b: 2 }, { a: 1, b: 1 }]);
  });

  test("says the nearest when nothing fits, and nothing when none can be made", () => {
    const far = value(clutchStack, { ...pack, heightMm: { min: 20, max: 21 } });
    expect(far).toMatchObject({
      feasible: false,
      best: null,
      solutions: [],
      nearest: { heightMm: 13, offTargetMm: -7.5 },
    });
    expect(far.reason).toMatch(/nearest/);
    const none = value(clutchStack, {
      ...pack,
      steels: [{ nominal: "2.0", thicknessMm: 2, available: 1 }],
      heightMm: { min: 1, max: 50 },
    });
    expect(none).toMatchObject({ feasible: false, nearest: null, solutionCount: 0 });
  });

  test("keeps to bounds and stock, and takes off what the springs pull in", () => {
    const bound = value(clutchStack, { ...pack, perNominal: { "1.6": { min: 1 } }, heightMm: { min: 12, max: 14 } });
    expect(bound.solutions.every((s) => (s.counts["1.6"] ?? 0) >= 1)).toBe(true);
    expect(value(clutchStack, { ...pack, tightenedByMm: 0.6, heightMm: { min: 12, max: 12 } }).best?.heightMm).toBe(12);
  });

  test("refuses what cannot be meant", () => {
    const run = (more: object) => refusal(clutchStack, { ...pack, heightMm: { min: 12, max: 13 }, ...more });
    expect(run({ heightMm: { min: 13, max: 12 } })).toBe("conflict heightMm.max");
    expect(run({ heightMm: { min: 12, max: 13, target: 14 } })).toBe("range heightMm.target");
    expect(run({ steels: [steels[0], steels[0]] })).toBe("conflict steels.1.nominal");
    expect(run({ perNominal: { "1.8": {} } })).toBe("conflict perNominal.1.8");
    expect(run({ perNominal: { "1.6": { min: 2, max: 1 } } })).toBe("conflict perNominal.1.6.max");
    expect(run({ steelCount: 2.5 })).toBe("range steelCount");
    expect(run({ steelCount: 1e9 })).toBe("range steelCount");
  });

  test("agrees with plain enumeration", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 10, max: 30 }), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 40, max: 160 }),
        fc.integer({ min: 0, max: 30 }),
        (tenths, steelCount, low, width) => {
          const kinds = tenths.map((t, i) => ({ nominal: `n${i}`, thicknessMm: t / 10 }));
          const heightMm = { min: low / 10, max: (low + width) / 10 };
          const answer = value(clutchStack, { frictionMm: [0.5], otherMm: [], steelCount, steels: kinds, heightMm });
          let count = 0;
          let best = Infinity;
          const walk = (i: number, left: number, sum: number): void => {
            if (i === kinds.length) {
              if (left > 0) return;
              const height = nm(0.5) + sum;
              if (height < nm(heightMm.min) || height > nm(heightMm.max)) return;
              count += 1;
              best = Math.min(best, Math.abs(2 * height - nm(heightMm.min) - nm(heightMm.max)) / 2e6);
              return;
            }
            for (let n = 0; n <= left; n += 1) walk(i + 1, left - n, sum + n * nm(kinds[i]?.thicknessMm ?? 0));
          };
          walk(0, steelCount, 0);
          expect(answer.solutionCount).toBe(count);
          if (count > 0) expect(Math.abs(answer.best?.offTargetMm ?? NaN)).toBeCloseTo(best, 9);
        },
      ),
    );
  });
});

describe("clutch.pick", () => {
  test("keeps the plates that land nearest the target", () => {
    const height = { min: 9.9, max: 10.1 };
    expect(value(clutchPick, { steelsMm: [1.98, 1.6, 2.02], choose: 2, otherMm: 6, heightMm: height })).toEqual({
      indices: [0, 2],
      heightMm: 10,
      offTargetMm: 0,
      feasible: true,
    });
  });

  test("of equal heights the earliest plates stay", () => {
    const same = value(clutchPick, { steelsMm: [2, 2, 2, 2], choose: 2, otherMm: 0, heightMm: { min: 4, max: 4 } });
    expect(same.indices).toEqual([0, 1]);
  });

  test("refuses to choose more than there are", () => {
    expect(refusal(clutchPick, { steelsMm: [2], choose: 2, otherMm: 0, heightMm: { min: 1, max: 2 } })).toBe(
      "range choose",
    );
    const many = Array.from({ length: 29 }, () => 2);
    expect(refusal(clutchPick, { steelsMm: many, choose: 2, otherMm: 0, heightMm: { min: 1, max: 2 } })).toBe(
      "range steelsMm",
    );
  });

  test("agrees with plain enumeration, ties and all", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 15, max: 22 }), { minLength: 1, maxLength: 9 }),
        fc.nat(8),
        fc.integer({ min: 10, max: 150 }),
        fc.integer({ min: 0, max: 12 }),
        fc.nat(12),
        (tenths, pickFrom, low, width, targetUp) => {
          const choose = 1 + (pickFrom % tenths.length);
          const target = low + Math.min(width, targetUp);
          const outside = (sum: number): number => Math.max(low - sum, sum - low - width, 0);
          let best: { indices: number[]; sum: number } | null = null;
          for (let mask = 0; mask < 1 << tenths.length; mask += 1) {
            const indices = tenths.map((_, i) => i).filter((i) => (mask >> i) & 1);
            if (indices.length !== choose) continue;
            const sum = indices.reduce((total, i) => total + (tenths[i] ?? 0), 0);
            const worse =
              best === null
                ? -1
                : outside(sum) - outside(best.sum) ||
                  Math.abs(sum - target) - Math.abs(best.sum - target) ||
                  indices.reduce((d, index, i) => d || index - (best?.indices[i] ?? 0), 0);
            if (worse < 0) best = { indices, sum };
          }
          const heightMm = { min: low / 10, max: (low + width) / 10, target: target / 10 };
          const answer = value(clutchPick, { steelsMm: tenths.map((t) => t / 10), choose, otherMm: 0, heightMm });
          expect(answer.indices).toEqual(best?.indices);
          expect(answer.feasible).toBe(outside(best?.sum ?? 0) === 0);
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe("clutch.capacity", () => {
  const base = { faces: 2, mu: 0.3, clampN: 5000, outerMm: 300, innerMm: 200 };
  // Textbook annulus, from memory of machine-design practice: Ro 150, Ri 100; radii 125 and 126.667 mm.
  test("both theories of the effective radius", () => {
    expect(value(clutchCapacity, { ...base, theory: "wear" })).toEqual({
      clampN: 5000,
      effectiveRadiusMm: 125,
      capacityNm: 375,
    });
    expect(value(clutchCapacity, { ...base, theory: "pressure" }).effectiveRadiusMm).toBeCloseTo(126.66666667, 8);
  });

  test("a thin ring keeps its figures", () => {
    const thin = value(clutchCapacity, { ...base, innerMm: 299.9999999, theory: "pressure" });
    expect(thin.effectiveRadiusMm).toBeCloseTo(150, 6);
  });

  test("springs give the clamp, the engine the demand", () => {
    const answer = value(clutchCapacity, {
      faces: 18,
      mu: 0.12,
      springs: { count: 5, rateNPerMm: 20, freeMm: 44, installedMm: 28 },
      outerMm: 138,
      innerMm: 114,
      theory: "wear",
      engineTorqueNm: 30,
      primaryRatio: 3,
    });
    expect(answer.clampN).toBe(1600);
    expect(answer.margin).toBeCloseTo((18 * 0.12 * 1600 * 63) / 1000 / 90, 12);
  });

  test("exactly one source of clamp", () => {
    const { clampN: _, ...bare } = base;
    expect(refusal(clutchCapacity, { ...bare, theory: "wear" })).toBe("missing clampN");
    const springs = { count: 5, rateNPerMm: 20, freeMm: 28, installedMm: 28 };
    expect(refusal(clutchCapacity, { ...base, springs, theory: "wear" })).toBe("conflict springs");
    expect(refusal(clutchCapacity, { ...bare, springs, theory: "wear" })).toBe("conflict springs.installedMm");
    expect(refusal(clutchCapacity, { ...base, innerMm: 300, theory: "wear" })).toBe("conflict innerMm");
  });
});
