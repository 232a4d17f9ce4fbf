import fc from "fast-check";
import { refusal, value } from "../../testing.ts";
import {
  fastenerAdapter,
  fastenerCastle,
  fastenerPreload,
  fastenerSequence,
  fastenerStress,
  fastenerWrench,
  PATTERNS,
} from "./index.ts";

describe("fastener.sequence", () => {
  // Orders of common practice, no source.
  test.each([
    [5, "star", [1, 3, 5, 2, 4]],
    [4, "star", [1, 3, 2, 4]],
    [3, "star", [1, 2, 3]],
    [6, "cross", [1, 4, 2, 5, 3, 6]],
    [4, "cross", [1, 3, 2, 4]],
    [4, "spiral", [2, 3, 1, 4]],
    [5, "spiral", [3, 4, 2, 5, 1]],
    [3, "around", [1, 2, 3]],
  ] as const)("%d in a %s", (count, pattern, order) => {
    expect(value(fastenerSequence, { count, pattern }).passes.map((p) => p.order)).toEqual([order, order]);
  });

  test("every order holds each place once, and a star never goes to a neighbour", () => {
    for (let count = 1; count <= 60; count += 1) {
      for (const pattern of PATTERNS) {
        if (pattern === "cross" && (count < 4 || count % 2)) continue;
        const order = value(fastenerSequence, { count, pattern, stagesPercent: [100] }).passes[0]?.order ?? [];
        expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: count }, (_, i) => i + 1));
        if (pattern !== "star" || count < 5) continue;
        expect(order[0]).toBe(1);
        order.forEach((place, i) => {
          const gap = Math.abs(place - (order[(i + 1) % count] ?? 0));
          expect(Math.min(gap, count - gap)).toBeGreaterThan(1);
        });
      }
    }
  });

  test("stages rise to the whole torque", () => {
    const { passes } = value(fastenerSequence, {
      count: 5,
      pattern: "star",
      stagesPercent: [25, 50, 100],
      targetNm: 10,
    });
    expect(passes.map((p) => p.torqueNm)).toEqual([2.5, 5, 10]);
    expect(value(fastenerSequence, { count: 5, pattern: "star" }).passes[0]).not.toHaveProperty("torqueNm");
    expect(refusal(fastenerSequence, { count: 5, pattern: "star", stagesPercent: [50, 50, 100] })).toBe(
      "conflict stagesPercent.1",
    );
    expect(refusal(fastenerSequence, { count: 5, pattern: "star", stagesPercent: [50, 90] })).toBe(
      "range stagesPercent.1",
    );
    expect(refusal(fastenerSequence, { count: 5, pattern: "cross" })).toBe("conflict pattern");
    expect(refusal(fastenerSequence, { count: 61, pattern: "star" })).toBe("range count");
  });
});

describe("fastener.wrench", () => {
  const wrenches = [
    { id: "A", minNm: 4, maxNm: 20 },
    { id: "B", minNm: 20, maxNm: 110 },
  ];
  test("able are those whose range holds the setting, ends included", () => {
    expect(value(fastenerWrench, { targetNm: 20, wrenches })).toEqual({ able: ["A", "B"], best: "A" });
    expect(value(fastenerWrench, { targetNm: 9.8, wrenches })).toEqual({ able: ["A"], best: "A" });
    expect(value(fastenerWrench, { targetNm: 300, wrenches })).toMatchObject({ able: [], best: null });
    const multiplied = [{ id: "B", minNm: 20, maxNm: 110, multiplier: 4 }];
    expect(value(fastenerWrench, { targetNm: 300, wrenches: multiplied }).best).toBe("B");
  });
  test("refuses a wrench twice or the wrong way round", () => {
    expect(refusal(fastenerWrench, { targetNm: 9, wrenches: [wrenches[0], wrenches[0]] })).toBe(
      "conflict wrenches.1.id",
    );
    expect(refusal(fastenerWrench, { targetNm: 9, wrenches: [{ id: "A", minNm: 20, maxNm: 20 }] })).toBe(
      "conflict wrenches.0.maxNm",
    );
  });
});

test("fastener.adapter: in line lengthens, folded back shortens, square changes nothing", () => {
  const at = (angleDeg: number) =>
    value(fastenerAdapter, { targetNm: 100, wrenchMm: 400, adapterMm: 100, angleDeg }).setNm;
  expect(at(0)).toBe(80);
  expect(at(90)).toBeCloseTo(100, 10);
  expect(at(180)).toBeCloseTo(400 / 3, 10);
  expect(value(fastenerAdapter, { targetNm: 1, wrenchMm: 100, adapterMm: 100, angleDeg: 180 })).toMatchObject({
    setNm: null,
  });
});

test("fastener.preload: short-form equation with a typical or a given K", () => {
  expect(value(fastenerPreload, { torqueNm: 12, diameterMm: 6, surface: "dry" }).preloadKn).toBeCloseTo(10, 12);
  expect(value(fastenerPreload, { torqueNm: 12, diameterMm: 6, surface: "moly" }).preloadKn).toBeCloseTo(12 / 0.72, 12);
  expect(refusal(fastenerPreload, { torqueNm: 12, diameterMm: 6 })).toBe("missing k");
  expect(refusal(fastenerPreload, { torqueNm: 12, diameterMm: 6, k: 0.2, surface: "dry" })).toBe("conflict surface");
});

describe("fastener.stress", () => {
  // ISO 898-1:2013, tables 4 and 5 (areas) and 6 (proof loads), rounded there to three figures.
  test.each([
    ["M3", "8.8", 5.03, 2.92],
    ["M6", "8.8", 20.1, 11.6],
    ["M8", "8.8", 36.6, 21.2],
    ["M10", "10.9", 58, 48.1],
    ["M12", "12.9", 84.3, 81.8],
    ["M16", "8.8", 157, 91],
    ["M20", "8.8", 245, 147],
    ["M8x1", "8.8", 39.2, 22.7],
  ])("%s %s", (thread, grade, area, load) => {
    const answer = value(fastenerStress, { thread, grade });
    expect(Number(answer.stressAreaMm2.toPrecision(3))).toBe(area);
    expect(Math.abs(answer.proofLoadKn - load) / load).toBeLessThan(0.01);
  });
  // ASME B1.1, tabulated tensile stress areas in square inches.
  test.each([
    ["3/8-16", 0.0775],
    ["1/4-20", 0.0318],
    ["1-8", 0.606],
    ["1-1/8-7", 0.763],
  ])("%s", (thread, squareInches) => {
    expect(value(fastenerStress, { thread, grade: "SAE 5" }).stressAreaMm2 / 645.16).toBeCloseTo(squareInches, 3);
  });
  test("proof falls with diameter where the standards say so", () => {
    expect(value(fastenerStress, { thread: "M18", grade: "8.8" }).proofStressMpa).toBe(600);
    expect(value(fastenerStress, { thread: "1-1/8-7", grade: "SAE 5" }).proofStressMpa).toBeCloseTo(
      74 * 6.894757293168361,
      9,
    );
    expect(refusal(fastenerStress, { thread: "M18", grade: "9.8" })).toBe("unsupported grade");
    expect(refusal(fastenerStress, { thread: "M8", grade: "SAE 5" })).toBe("conflict grade");
    expect(refusal(fastenerStress, { thread: "M8", grade: "7.7" })).toBe("unsupported grade");
    expect(refusal(fastenerStress, { thread: "M13", grade: "8.8" })).toBe("unsupported thread");
    expect(refusal(fastenerStress, { thread: "M6x2", grade: "8.8" })).toBe("unsupported thread");
  });
});

test("fastener.castle: on to the next slot, never back, never past it", () => {
  expect(value(fastenerCastle, { slots: 6, crossHoles: 1, pastDeg: 20 })).toEqual({ spacingDeg: 60, tightenDeg: 40 });
  expect(value(fastenerCastle, { slots: 6, crossHoles: 2, pastDeg: 0 })).toEqual({ spacingDeg: 30, tightenDeg: 0 });
  expect(refusal(fastenerCastle, { slots: 5, crossHoles: 1, pastDeg: 0 })).toBe("range slots");
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 8 }),
      fc.integer({ min: 1, max: 4 }),
      fc.integer({ min: 0, max: 3600 }).map((tenths) => tenths / 10),
      (half, holes, past) => {
        const { spacingDeg, tightenDeg } = value(fastenerCastle, { slots: 2 * half, crossHoles: holes, pastDeg: past });
        // By enumeration: the first angle from `past` on at which a slot lies over each end of a hole.
        const next = Array.from({ length: 2000 }, (_, i) => (i * 360) / (2 * half * 2 * holes)).find(
          (angle) =>
            angle >= past - 1e-7 &&
            Array.from({ length: 2 * half }, (_, s) => angle + (s * 360) / (2 * half)).some(
              (a) => Math.abs(Math.round((a * 2 * holes) / 360) - (a * 2 * holes) / 360) < 1e-9,
            ),
        );
        expect(tightenDeg).toBeCloseTo(Math.max(0, (next ?? NaN) - past), 6);
        expect(tightenDeg).toBeLessThan(spacingDeg + 1e-9);
      },
    ),
  );
});
