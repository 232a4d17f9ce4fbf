import { value } from "../testing.ts";
import { metrologyJudge } from "../src/metrology/index.ts";
import { erfc, normalBetween, normalCdf, studentQuantile } from "../src/statistics/index.ts";
import { wearProject, wearWeibull } from "../src/wear/index.ts";

describe("normal distribution", () => {
  // Abramowitz and Stegun (1964), table 26.1, fifteen decimals.
  test.each([
    [0, 0.5],
    [0.5, 0.691462461274013],
    [1, 0.841344746068543],
    [1.96, 0.97500210485178],
    [2, 0.977249868051821],
    [3, 0.99865010196837],
  ])("Φ(%d)", (z, expected) => {
    expect(normalCdf(z)).toBeCloseTo(expected, 14);
    expect(normalCdf(-z)).toBeCloseTo(1 - expected, 14);
  });

  test("agrees with its own density integrated (Simpson), in each of the three regions", () => {
    const density = (x: number): number => Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
    for (const [a, b] of [
      [-0.3, 0.4],
      [0.7, 2.5],
      [3, 5.9],
      [6, 9],
    ] as const) {
      const n = 4000;
      const h = (b - a) / n;
      let sum = density(a) + density(b);
      for (let i = 1; i < n; i += 1) sum += (i % 2 ? 4 : 2) * density(a + i * h);
      expect(normalBetween(a, b) / ((sum * h) / 3)).toBeCloseTo(1, 9);
    }
  });

  test("the far tail keeps its figures", () => {
    // Abramowitz and Stegun, table 26.2: −log10 Q(x) is 23.11805 at 10.
    expect(-Math.log10(0.5 * erfc(10 / Math.SQRT2))).toBeCloseTo(23.11805, 5);
  });
});

describe("Student's t", () => {
  // Abramowitz and Stegun (1964), table 26.10: two-sided probability 1 − A.
  test.each([
    [0.95, 1, 6.314],
    [0.975, 1, 12.706],
    [0.95, 2, 2.92],
    [0.975, 2, 4.303],
    [0.95, 3, 2.353],
    [0.975, 10, 2.228],
    [0.995, 20, 2.845],
    [0.975, 60, 2.0],
    [0.995, 120, 2.617],
  ])("t at %d for %d degrees of freedom", (p, nu, expected) => {
    expect(studentQuantile(p, nu)).toBeCloseTo(expected, 3);
    expect(studentQuantile(1 - p, nu)).toBeCloseTo(-expected, 3);
  });
  test("one and two degrees of freedom have closed forms", () => {
    for (const p of [0.6, 0.9, 0.999]) {
      expect(studentQuantile(p, 1)).toBeCloseTo(Math.tan(Math.PI * (p - 0.5)), 9);
      expect(studentQuantile(p, 2)).toBeCloseTo((2 * p - 1) * Math.sqrt(2 / (4 * p * (1 - p))), 9);
    }
  });
});

test("JCGM 106:2012, 7.2: a value one standard uncertainty inside a single limit conforms with 84.13 %", () => {
  const gauge = { resolution: 0, permissibleError: Math.sqrt(3) };
  const answer = value(metrologyJudge, {
    readings: [11],
    gauge,
    limit: { kind: "min", serviceMin: 10 },
    take: "worst",
  });
  expect(answer.standardUncertainty).toBeCloseTo(1, 12);
  expect(answer.probabilityWithin).toBeCloseTo(0.841344746068543, 12);
});

describe("Weibull", () => {
  // Lieblein and Zelen (1956), J. Res. NBS 57, 273–316: 23 deep-groove ball bearings, millions of revolutions.
  const lives = [
    17.88, 28.92, 33.0, 41.52, 42.12, 45.6, 48.48, 51.84, 51.96, 54.12, 55.56, 67.8, 68.64, 68.64, 68.88, 84.12, 93.12,
    98.64, 105.12, 105.84, 127.92, 128.04, 173.4,
  ].map((life) => ({ life, failed: true }));

  test("shape 2.10, scale 81.9 and log-likelihood −113.69 (Lawless, Statistical Models and Methods for Lifetime Data)", () => {
    const answer = value(wearWeibull, { lives });
    expect(answer.shape).toBeCloseTo(2.102, 3);
    expect(answer.scale).toBeCloseTo(81.88, 2);
    expect(answer.logLikelihood).toBeCloseTo(-113.691, 3);
    expect(answer.failures).toBe(23);
    expect(answer.b50).toBeCloseTo((answer.scale ?? 0) * Math.log(2) ** (1 / (answer.shape ?? 1)), 9);
  });

  test("no neighbouring curve fits better, with unfinished lives too", () => {
    const mixed = lives.map((l, i) => ({ ...l, failed: i % 3 !== 0 }));
    const { shape, scale, logLikelihood } = value(wearWeibull, { lives: mixed });
    const fit = (k: number, l: number): number =>
      mixed.reduce(
        (sum, { life, failed }) =>
          sum + (failed ? Math.log(k) - k * Math.log(l) + (k - 1) * Math.log(life) : 0) - (life / l) ** k,
        0,
      );
    expect(fit(shape ?? 0, scale ?? 0)).toBeCloseTo(logLikelihood ?? 0, 9);
    for (const [dk, dl] of [
      [1.001, 1],
      [0.999, 1],
      [1, 1.001],
      [1, 0.999],
    ] as const) {
      expect(fit((shape ?? 0) * dk, (scale ?? 0) * dl)).toBeLessThan(logLikelihood ?? 0);
    }
  });

  test("no finite maximum is said so; too few failures are refused", () => {
    const same = value(wearWeibull, {
      lives: [
        { life: 5, failed: true },
        { life: 5, failed: true },
        { life: 3, failed: false },
      ],
    });
    expect(same).toMatchObject({ shape: null, scale: null, b10: null, logLikelihood: null, failures: 2 });
    expect(wearWeibull({ lives: [{ life: 5, failed: true }] })).toMatchObject({
      error: { code: "range", path: "lives" },
    });
  });
});

describe("the trend", () => {
  // NIST Statistical Reference Datasets, Norris (linear, low difficulty): y on x with certified values.
  test("Norris: certified slope 1.00211681802045, intercept −0.262323073774029, residual 0.884796396144373", () => {
    const norris = `0.1 0.2, 338.8 337.4, 118.1 118.2, 888.0 884.6, 9.2 10.1, 228.1 226.5, 668.5 666.3, 998.5 996.3,
      449.1 448.6, 778.9 777.0, 559.2 558.2, 0.3 0.4, 0.1 0.6, 778.1 775.5, 668.8 666.9, 339.3 338.0, 448.9 447.5,
      10.8 11.6, 557.7 556.0, 228.3 228.1, 998.0 995.8, 888.8 887.6, 119.6 120.2, 0.3 0.3, 0.6 0.3, 557.6 556.8,
      339.3 339.1, 888.0 887.2, 998.5 999.0, 778.9 779.0, 10.2 11.1, 117.6 118.3, 228.9 229.2, 668.4 669.1,
      449.2 448.9, 0.2 0.5`
      .split(",")
      .map((pair) => pair.trim().split(" ").map(Number));
    const points = norris.map(([y, x]) => ({ meter: x ?? NaN, value: y ?? NaN }));
    const answer = value(wearProject, { series: points, limit: 2000, kind: "max" });
    expect(answer.ratePerMeter).toBeCloseTo(1.00211681802045, 12);
    expect(answer.intercept).toBeCloseTo(-0.262323073774029, 10);
    expect(answer.residualSd).toBeCloseTo(0.884796396144373, 11);
  });

  // By hand: x = 1…5; sxx 10, sxy −10.2.
  const series = [10.1, 9.1, 8.2, 6.9, 6.1].map((v, i) => ({ meter: i + 1, value: v }));

  test("least squares by hand", () => {
    const answer = value(wearProject, { series, limit: 4, kind: "min" });
    expect(answer.ratePerMeter).toBeCloseTo(-1.02, 12);
    expect(answer.intercept).toBeCloseTo(8.08 + 3 * 1.02, 12);
    expect(answer.meterAtLimit).toBeCloseTo((4 - 11.14) / -1.02, 12);
  });

  test("the bounds are where the confidence band of the mean line meets the limit (Fieller)", () => {
    const { meterAtLimitLow, meterAtLimitHigh, residualSd, intercept, ratePerMeter } = value(wearProject, {
      series,
      limit: 4,
      kind: "min",
      confidence: 0.9,
    });
    const t = 2.353363; // t at 0.95 for 3 degrees of freedom, Abramowitz and Stegun table 26.10 and further digits.
    for (const x of [meterAtLimitLow ?? 0, meterAtLimitHigh ?? 0]) {
      const halfWidth = t * (residualSd ?? 0) * Math.sqrt(1 / 5 + (x - 3) ** 2 / 10);
      expect(Math.abs(intercept + ratePerMeter * x - 4)).toBeCloseTo(halfWidth, 5);
    }
    expect(meterAtLimitLow ?? 0).toBeLessThan(meterAtLimitHigh ?? 0);
  });

  test("flat, rising, two points, perfect, scattered", () => {
    const run = (values: number[], kind: "min" | "max" = "min") =>
      value(wearProject, { series: values.map((v, i) => ({ meter: i, value: v })), limit: 4, kind });
    expect(run([9, 9, 9])).toMatchObject({ meterAtLimit: null, meterAtLimitLow: null });
    expect(run([8, 9, 10])).toMatchObject({ meterAtLimit: null });
    expect(run([1, 2, 3], "max").meterAtLimit).toBeCloseTo(3, 12);
    expect(run([9, 8])).toMatchObject({ meterAtLimit: 5, meterAtLimitLow: null, residualSd: null, n: 2 });
    expect(run([9, 8, 7])).toMatchObject({ meterAtLimitLow: 5, meterAtLimitHigh: 5, residualSd: 0 });
    const loose = run([9, 3, 10, 2]);
    expect(loose.meterAtLimit).not.toBeNull();
    expect(loose).toMatchObject({ meterAtLimitLow: null, meterAtLimitHigh: null });
    expect(
      wearProject({
        series: [
          { meter: 1, value: 1 },
          { meter: 1, value: 2 },
        ],
        limit: 0,
        kind: "min",
      }),
    ).toMatchObject({ error: { code: "range", path: "series" } });
  });
});
