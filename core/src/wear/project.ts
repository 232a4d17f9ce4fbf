import { z } from "zod";
import { defineCalculator, EQUAL_TOLERANCE, fields, refuse } from "../calculator/index.ts";
import { studentQuantile } from "../statistics/index.ts";

/** Confidence of the bounds where none is given. */
export const CONFIDENCE = 0.9;

/** Least-squares line through points, with what its uncertainty needs. */
type Line = { n: number; meanX: number; meanY: number; sxx: number; slope: number; intercept: number; sse: number };

function fitLine(points: readonly { x: number; y: number }[]): Line {
  const n = points.length;
  const meanX = points.reduce((sum, p) => sum + p.x, 0) / n;
  const meanY = points.reduce((sum, p) => sum + p.y, 0) / n;
  const sxx = points.reduce((sum, p) => sum + (p.x - meanX) ** 2, 0);
  const sxy = points.reduce((sum, p) => sum + (p.x - meanX) * (p.y - meanY), 0);
  const slope = sxy / sxx;
  const sse = points.reduce((sum, p) => sum + (p.y - meanY - slope * (p.x - meanX)) ** 2, 0);
  return { n, meanX, meanY, sxx, slope, intercept: meanY - slope * meanX, sse };
}

/**
 * When a part reaches its limit, from its readings: ordinary least squares of value on meter.
 * Bounds by Fieller's theorem for where the mean line meets the limit, not for a single next reading, which would be
 * wider. meter in the machine's own unit, value and limit in one unit; intercept at meter 0; residualSd √(SSE/(n−2)).
 * Nulls with a reason: no slope or one of the wrong sign (all three meters); a slope not significant at the confidence,
 * or two points (bounds only).
 * Errors: range at series (fewer than two points, or all meters equal).
 * Source: Fieller (1954), J. R. Stat. Soc. B 16, 175–185; Draper and Smith, Applied Regression Analysis, inverse estimation.
 * @example wearProject({ series: [{ meter: 0, value: 10 }, { meter: 100, value: 9 }], limit: 8, kind: "min" }) // 200
 */
export const wearProject = defineCalculator({
  name: "wear.project",
  formula: "value = intercept + rate · meter by least squares; bounds where the mean line meets the limit (Fieller)",
  source: "Fieller 1954; Draper and Smith, Applied Regression Analysis",
  input: z.strictObject({
    series: z
      .array(z.strictObject({ meter: z.number(), value: z.number() }))
      .min(2)
      .max(fields.MOST_ROWS),
    limit: z.number(),
    kind: z.enum(["min", "max"]),
    confidence: fields.openFraction.default(CONFIDENCE),
  }),
  output: z.object({
    ratePerMeter: z.number(),
    intercept: z.number(),
    meterAtLimit: z.number().nullable(),
    meterAtLimitLow: z.number().nullable(),
    meterAtLimitHigh: z.number().nullable(),
    residualSd: z.number().nullable(),
    n: z.int(),
    reason: z.string().optional(),
  }),
  compute: ({ series, limit, kind, confidence }) => {
    const meters = series.map((p) => p.meter);
    const range = Math.max(...meters) - Math.min(...meters);
    if (range === 0) refuse("range", "series", "series: readings at two different meters at the least are needed.");
    const {
      n,
      meanX,
      meanY,
      sxx,
      slope,
      intercept,
      sse: rawSse,
    } = fitLine(series.map((p) => ({ x: p.meter, y: p.value })));
    const largest = Math.max(...series.map((p) => Math.abs(p.value)));
    // What is left of a perfect line is rounding, not spread.
    const sse = Math.sqrt(rawSse) <= EQUAL_TOLERANCE * Math.max(1, largest) ? 0 : rawSse;
    const residualSd = n > 2 ? Math.sqrt(sse / (n - 2)) : null;
    const base = { ratePerMeter: slope, intercept, residualSd, n };
    const nothing = { ...base, meterAtLimit: null, meterAtLimitLow: null, meterAtLimitHigh: null };
    if (Math.abs(slope) * range <= EQUAL_TOLERANCE * Math.max(1, largest)) {
      return { ...nothing, reason: "The readings do not change with the meter: no forecast." };
    }
    if (kind === "min" ? slope > 0 : slope < 0) {
      return { ...nothing, reason: "The readings move away from the limit: no forecast." };
    }
    const meterAtLimit = (limit - intercept) / slope;
    const only = { ...base, meterAtLimit, meterAtLimitLow: null, meterAtLimitHigh: null };
    if (residualSd === null)
      return { ...only, reason: "Two readings give a line but no spread: a third gives bounds." };
    if (sse === 0) return { ...only, meterAtLimitLow: meterAtLimit, meterAtLimitHigh: meterAtLimit };
    const t = studentQuantile((1 + confidence) / 2, n - 2);
    const slopeError = residualSd / Math.sqrt(sxx);
    if (Math.abs(slope) / slopeError <= t) {
      return { ...only, reason: "The trend does not stand out from the spread of the readings: no bounds." };
    }
    const g = (t * slopeError) ** 2 / slope ** 2;
    const away = (limit - meanY) / slope;
    const centre = meanX + away / (1 - g);
    const half = ((t * residualSd) / (Math.abs(slope) * (1 - g))) * Math.sqrt((1 - g) / n + away ** 2 / sxx);
    return { ...only, meterAtLimitLow: centre - half, meterAtLimitHigh: centre + half };
  },
});
