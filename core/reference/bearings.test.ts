import { refusal, value } from "../testing.ts";
import {
  bearingClearance,
  bearingDecode,
  bearingFind,
  bearingFit,
  bearingLife,
  bearingMount,
} from "../src/bearing/index.ts";
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

  // ISO 15 dimensions, from memory; a caliper's tenth off is the same bearing.
  test.each([
    [25, 52, 15, ["6205"]],
    [25.1, 51.9, 15.1, ["6205"]],
    [8, 22, 7, ["608"]],
    [25, 37, 7, ["61805", "6805"]],
    [22, 50, 14, ["62/22"]],
  ])("%s × %s × %s is %s", (boreMm, outsideMm, widthMm, designations) => {
    expect(value(bearingFind, { boreMm, outsideMm, widthMm })).toEqual({ designations });
  });
  test("every size is found by its own dimensions, and one that is none is told the nearest of its bore", () => {
    for (const name of ["6000", "6203", "6320", "61900", "6202"]) {
      const { boreMm, outsideMm, widthMm } = value(bearingDecode, { designation: name });
      expect(value(bearingFind, { boreMm, outsideMm, widthMm }).designations).toContain(name);
    }
    const answer = bearingFind({ boreMm: 25, outsideMm: 53, widthMm: 15 });
    expect(answer).toMatchObject({
      error: { code: "unsupported", message: expect.stringMatching(/6205: 25 × 52 × 15/) },
    });
    expect(bearingFind({ boreMm: 24, outsideMm: 52, widthMm: 15 })).toMatchObject({
      error: { message: expect.stringMatching(/no bearing of these series has this bore/) },
    });
  });

  test.each(["6205-", "6205-XX", "6199", "7205", "", "6205 C3 2RS", "618/8-2Z", "6221", "6205-2RS/", "62/23"])(
    "%s is not known",
    (designation) => {
      expect(refusal(bearingDecode, { designation })).toBe("unsupported designation");
    },
  );

  // ISO 15 tables entered a second time, column by column, outside diameters then widths, from memory; bores 10 to 100
  // by code, without the three slash sizes.
  const BORES = [10, 12, 15, 17, ...Array.from({ length: 17 }, (_, i) => 20 + 5 * i)];
  const COLUMNS: Record<keyof typeof DIMENSIONS, [string, string]> = {
    "618": [
      "19 21 24 26 32 37 42 47 52 58 65 72 78 85 90 95 100 110 115 120 125",
      "5 5 5 5 7 7 7 7 7 7 7 9 10 10 10 10 10 13 13 13 13",
    ],
    "619": [
      "22 24 28 30 37 42 47 55 62 68 72 80 85 90 100 105 110 120 125 130 140",
      "6 6 7 7 9 9 9 10 12 12 12 13 13 13 16 16 16 18 18 18 20",
    ],
    "60": [
      "26 28 32 35 42 47 55 62 68 75 80 90 95 100 110 115 125 130 140 145 150",
      "8 8 9 10 12 12 13 14 15 16 16 18 18 18 20 20 22 22 24 24 24",
    ],
    "62": [
      "30 32 35 40 47 52 62 72 80 85 90 100 110 120 125 130 140 150 160 170 180",
      "9 10 11 12 14 15 16 17 18 19 20 21 22 23 24 25 26 28 30 32 34",
    ],
    "63": [
      "35 37 42 47 52 62 72 80 90 100 110 120 130 140 150 160 170 180 190 200 215",
      "11 12 13 14 15 17 19 21 23 25 27 29 31 33 35 37 39 41 43 45 47",
    ],
  };
  // Below 10 mm: ISO 15, bores 3 to 9, as "outside×width".
  const SMALL: Record<string, string> = {
    "618": "7×2 9×2.5 11×3 13×3.5 14×3.5 16×4 17×4",
    "619": "8×3 11×4 13×4 15×5 17×5 19×6 20×6",
    "60": "9×3 12×4 14×5 17×6 19×6 22×7 24×7",
    "62": "10×4 13×5 16×5 19×6 22×7 24×8 26×8",
    "63": "13×5 16×5 19×6 22×7 26×9 28×9 30×10",
  };
  const SLASH: Record<string, string> = {
    "60": "44×12 52×12 58×13",
    "62": "50×14 58×16 65×17",
    "63": "56×16 68×18 75×20",
  };

  test.each(Object.keys(COLUMNS) as (keyof typeof DIMENSIONS)[])(
    "series %s stands the same by row and by column",
    (series) => {
      const row = (bore: number): string =>
        DIMENSIONS[series]
          .find((r) => r[0] === bore)
          ?.slice(1)
          .join("×") ?? "none";
      const [outsides, widths] = COLUMNS[series].map((column) => column.split(" "));
      expect(BORES.map(row)).toEqual(BORES.map((_, i) => `${outsides?.[i]}×${widths?.[i]}`));
      expect([3, 4, 5, 6, 7, 8, 9].map(row).join(" ")).toBe(SMALL[series]);
      if (SLASH[series]) expect([22, 28, 32].map(row).join(" ")).toBe(SLASH[series]);
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
  // ISO 5753-1 entered a second time, class by class over the bands, from memory.
  test.each([
    ["C2", "0-7 0-7 0-9 0-10 1-11 1-11 1-11 1-15 1-15 1-18 2-20"],
    ["CN", "2-13 2-13 3-18 5-20 5-20 6-20 6-23 8-28 10-30 12-36 15-41"],
    ["C3", "8-23 8-23 11-25 13-28 13-28 15-33 18-36 23-43 25-51 30-58 36-66"],
    ["C4", "none 14-29 18-33 20-36 23-41 28-46 30-51 38-61 46-71 53-84 61-97"],
    ["C5", "none 20-37 25-45 28-48 30-53 40-64 45-73 55-90 65-105 75-120 90-140"],
  ] as const)("%s over every band", (clearance, listed) => {
    const bores = [6, 10, 18, 24, 30, 40, 50, 65, 80, 100, 120];
    const answers = bores.map((boreMm) => {
      const answer = bearingClearance({ boreMm, clearance });
      return answer.ok ? `${answer.value.minUm}-${answer.value.maxUm}` : "none";
    });
    expect(answers.join(" ")).toBe(listed);
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

  // ISO 286-1, table of formulas for fundamental deviations at the geometric mean D: g −2.5·D^0.34, k5 k6 0.6·D^⅓,
  // m IT7 − IT6, n 5·D^0.34, p IT7 + 0 to 5; h and H at zero.
  const mean = (band: number): number => Math.sqrt((FIT_BANDS[band] ?? 0) * (FIT_BANDS[band + 1] ?? 0));
  const it = (grade: 6 | 7, band: number): number => HOUSINGS[grade === 6 ? "H6" : "H7"][band]?.[1] ?? NaN;
  test.each([0, 1, 2, 3, 4, 5])("fundamental deviations of shafts, band %d", (band) => {
    const d = mean(band);
    const near = (given: number | undefined, formula: number): void =>
      expect(Math.abs((given ?? NaN) - formula)).toBeLessThanOrEqual(1.6);
    near(SHAFTS.g6[band]?.[1], -2.5 * d ** 0.34);
    for (const k of [SHAFTS.k5, SHAFTS.k6]) near(k[band]?.[0], 0.6 * Math.cbrt(d));
    for (const m of [SHAFTS.m5, SHAFTS.m6]) near(m[band]?.[0], it(7, band) - it(6, band));
    near(SHAFTS.n6[band]?.[0], 5 * d ** 0.34);
    expect((SHAFTS.p6[band]?.[0] ?? NaN) - it(7, band)).toBeGreaterThanOrEqual(0);
    expect((SHAFTS.p6[band]?.[0] ?? NaN) - it(7, band)).toBeLessThanOrEqual(5);
    for (const zero of [
      SHAFTS.h5[band]?.[1],
      SHAFTS.h6[band]?.[1],
      HOUSINGS.H6[band]?.[0],
      HOUSINGS.H7[band]?.[0],
      HOUSINGS.H8[band]?.[0],
    ])
      expect(zero).toBe(0);
    // j classes are set by the standard, not by formula: j5 and j6 share their lower deviation; JS7 is halves.
    expect(SHAFTS.j5[band]?.[0]).toBe(SHAFTS.j6[band]?.[0]);
    expect(HOUSINGS.JS7[band]).toEqual([-it(7, band) / 2, it(7, band) / 2]);
  });

  // ISO 286-1: holes K to P of grade 7 are ES = −ei + Δ with Δ = IT7 − IT6.
  test.each([
    ["K7", "k6"],
    ["M7", "m6"],
    ["N7", "n6"],
    ["P7", "p6"],
  ] as const)("%s follows from %s by the rule for holes", (hole, shaft) => {
    HOUSINGS[hole].forEach(([, ES], band) =>
      expect(Math.abs(ES + (SHAFTS[shaft][band]?.[0] ?? NaN) - (it(7, band) - it(6, band)))).toBeLessThanOrEqual(1),
    );
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
