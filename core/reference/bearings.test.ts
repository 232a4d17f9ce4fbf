import { refusal, value } from "../testing.ts";
import { bearingClearance, bearingDecode, bearingFit, bearingLife, bearingMount } from "../src/bearing/index.ts";
import { DIMENSIONS, FIT_BANDS, HOUSINGS, SHAFTS } from "../src/bearing/tables.ts";

describe("designations", () => {
  // ISO 15 dimensions as makers' catalogues in general print them, from memory.
  test.each([
    ["6205-2RS C3", 25, 52, 15, "two seals", "C3"],
    ["6205", 25, 52, 15, "open", "CN"],
    [" 6000zz ", 10, 26, 8, "two shields", "CN"],
    ["6203/Z", 17, 40, 12, "one shield", "CN"],
    ["608 2z", 8, 22, 7, "two shields", "CN"],
    ["6082RS", 8, 22, 7, "two seals", "CN"],
    ["62/22-2RS1C3", 22, 50, 14, "two seals", "C3"],
    ["61805", 25, 37, 7, "open", "CN"],
    ["6805-LLU", 25, 37, 7, "two seals", "CN"],
    ["6902 DDU/C4", 15, 28, 7, "two seals", "C4"],
    ["618/8", 8, 16, 4, "open", "CN"],
    ["6320 RSH", 100, 215, 47, "one seal", "CN"],
    ["6004 C5", 20, 42, 12, "open", "C5"],
  ])("%s", (designation, boreMm, outsideMm, widthMm, seals, clearance) => {
    expect(value(bearingDecode, { designation })).toEqual({ boreMm, outsideMm, widthMm, seals, clearance });
  });

  test.each(["6205-", "6205-XX", "6199", "7205", "", "6205 C3 2RS", "618/8-2Z", "6221", "6205-2RS/", "62/23"])(
    "%s is not known",
    (designation) => {
      expect(refusal(bearingDecode, { designation })).toBe("unsupported designation");
    },
  );

  test("every row is a ring: bore below outside, wider and larger from series to series (ISO 15, plan of series)", () => {
    const order = ["618", "619", "60", "62", "63"] as const;
    for (const rows of Object.values(DIMENSIONS)) {
      rows.forEach(([bore, outside, width], i) => {
        expect(outside).toBeGreaterThan(bore);
        expect(width).toBeLessThanOrEqual(outside - bore);
        const before = rows[i - 1];
        if (before) expect([bore > before[0], outside > before[1], width >= before[2]]).toEqual([true, true, true]);
      });
    }
    order.slice(1).forEach((series, i) => {
      for (const [bore, outside] of DIMENSIONS[series]) {
        const thinner = DIMENSIONS[order[i] ?? "618"].find((row) => row[0] === bore);
        if (thinner) expect(outside).toBeGreaterThan(thinner[1]);
      }
    });
  });
});

describe("clearance", () => {
  // ISO 5753-1, tabulated values, from memory.
  test.each([
    [25, "CN", 5, 20],
    [25, "C3", 13, 28],
    [10, "C3", 8, 23],
    [10.1, "C3", 11, 25],
    [40, "C4", 28, 46],
    [120, "C2", 2, 20],
    [3, "CN", 2, 13],
  ] as const)("bore %d %s", (boreMm, clearance, minUm, maxUm) => {
    expect(value(bearingClearance, { boreMm, clearance })).toEqual({ minUm, maxUm });
  });
  test("outside the table", () => {
    for (const [boreMm, clearance] of [
      [2.5, "CN"],
      [121, "CN"],
      [6, "C4"],
    ]) {
      expect(refusal(bearingClearance, { boreMm, clearance })).toBe("unsupported boreMm");
    }
  });
});

describe("fits", () => {
  // ISO 286-1: IT5…IT8 by formula, i = 0.45·D^⅓ + 0.001·D at the geometric mean of the band, 7i 10i 16i 25i.
  const GRADE: Record<string, number> = { "5": 7, "6": 10, "7": 16, "8": 25 };
  test.each([...Object.entries(SHAFTS), ...Object.entries(HOUSINGS)])("%s has the width of its grade", (name, rows) => {
    const factor = GRADE[name.slice(-1)] ?? NaN;
    rows.forEach(([low, high], band) => {
      const mean = Math.sqrt((FIT_BANDS[band] ?? 0) * (FIT_BANDS[band + 1] ?? 0));
      const tolerance = factor * (0.45 * Math.cbrt(mean) + 0.001 * mean);
      // The standard rounds; j and J classes are set, not computed, but keep the width.
      expect(Math.abs(high - low - tolerance)).toBeLessThan(Math.max(1, 0.06 * tolerance));
    });
  });

  test("holes mirror shafts where ISO 286-1 says so: EI of G is −es of g", () => {
    SHAFTS.g6.forEach(([, es], i) => expect(HOUSINGS.G7[i]?.[0]).toBe(-es));
  });

  test("k5 in a 25 mm bore, H7 round 52 mm: 2 to 21 µm tight, 0 to 43 µm loose (tabulated in bearing catalogues, from memory)", () => {
    expect(value(bearingFit, { boreMm: 25, outsideMm: 52, shaft: "k5", housing: "H7" })).toEqual({
      shaftInterferenceUm: { min: 2, max: 21 },
      housingClearanceUm: { min: 0, max: 43 },
    });
  });

  test("what is not tabulated is refused", () => {
    const base = { boreMm: 25, outsideMm: 52, shaft: "k5", housing: "H7" };
    expect(refusal(bearingFit, { ...base, shaft: "z9" })).toBe("unsupported shaft");
    expect(refusal(bearingFit, { ...base, housing: "toString" })).toBe("unsupported housing");
    expect(refusal(bearingFit, { ...base, boreMm: 6 })).toBe("unsupported boreMm");
    expect(refusal(bearingFit, { ...base, outsideMm: 130 })).toBe("unsupported outsideMm");
    expect(refusal(bearingFit, { ...base, outsideMm: 25 })).toBe("conflict outsideMm");
  });
});

test("heat to mount: linear expansion, 120 °C for open bearings", () => {
  const answer = value(bearingMount, { boreMm: 50, interferenceUm: 15, ambientC: 20 });
  expect(answer.heatToC).toBeCloseTo(20 + 30 / (1000 * 12e-6 * 50), 10);
  expect(answer.allowed).toBe(true);
  expect(value(bearingMount, { boreMm: 50, interferenceUm: 15, ambientC: 20, maxC: 69 }).allowed).toBe(false);
});

test("ISO 281: a load of a tenth of the rating runs a thousand million revolutions on balls", () => {
  const answer = value(bearingLife, { dynamicKn: 14, equivalentKn: 1.4, rpm: 1000, kind: "ball" });
  expect(answer.l10MillionRev).toBeCloseTo(1000, 8);
  expect(answer.l10H).toBeCloseTo(1e9 / 60000, 6);
  expect(value(bearingLife, { dynamicKn: 10, equivalentKn: 1, rpm: 1, kind: "roller" }).l10MillionRev).toBeCloseTo(
    10 ** (10 / 3),
    8,
  );
  expect(value(bearingLife, { dynamicKn: 10, equivalentKn: 5, rpm: 1, kind: "ball" })).not.toHaveProperty("warning");
  expect(value(bearingLife, { dynamicKn: 10, equivalentKn: 5.1, rpm: 1, kind: "ball" })).toHaveProperty("warning");
});
