import { z } from "zod";
import { atLeast, atMost, defineCalculator, equal, fields } from "../calculator/index.ts";
import { normalBetween, normalCdf } from "../statistics/index.ts";

/** Nearness to the service limit at which a part is called near it, as a share of its wear. */
export const NEAR_FRACTION = 0.8;
/** Coverage factor of the expanded uncertainty: about 95 % for a normal spread (JCGM 100, 6.3). */
export const COVERAGE = 2;

/** How far off a limit is taken to be that is only said to be about so much, as a share of it. Common practice, no source. */
export const ABOUT_FRACTION = 0.05;

export const VERDICTS = ["new", "serviceable", "near", "undecided", "past"] as const;
export type Verdict = (typeof VERDICTS)[number];

/**
 * What becomes of a reading at the limit or inside it that its gauge cannot tell from one beyond: called neither way, or
 * taken as it reads (simple acceptance, JCGM 106:2012, 8.2), and then as near the limit.
 */
export const AT_LIMIT = ["can't call", "passes"] as const;
export type AtLimit = (typeof AT_LIMIT)[number];

export const limitSchema = z
  .strictObject({
    kind: z.enum(["min", "max", "range"]),
    serviceMin: z.number().optional(),
    serviceMax: z.number().optional(),
    standardMin: z.number().optional(),
    standardMax: z.number().optional(),
    /** What holds at this limit; where it does not say: can't call. */
    atLimit: z.enum(AT_LIMIT).optional(),
    /** From which share of its wear on a part is near this limit; where it does not say: `nearFraction`. */
    nearFraction: fields.fraction01.optional(),
    /** How far off the limit itself may be, where it is said to be about so much; in its own unit. */
    aboutBy: fields.nonNegative.optional(),
  })
  .superRefine((limit, context) => {
    const { kind, serviceMin, serviceMax, standardMin, standardMax } = limit;
    if (kind !== "max" && serviceMin === undefined) {
      fields.missing(context, ["serviceMin"], `limit.serviceMin is missing: a ${kind} limit needs it.`);
    }
    if (kind !== "min" && serviceMax === undefined) {
      fields.missing(context, ["serviceMax"], `limit.serviceMax is missing: a ${kind} limit needs it.`);
    }
    if (kind === "max" && serviceMin !== undefined) {
      fields.conflict(context, ["serviceMin"], "limit.serviceMin: a max limit has only serviceMax; leave it out.");
    }
    if (kind === "min" && serviceMax !== undefined) {
      fields.conflict(context, ["serviceMax"], "limit.serviceMax: a min limit has only serviceMin; leave it out.");
    }
    if (kind === "range" && serviceMin !== undefined && serviceMax !== undefined && serviceMin >= serviceMax) {
      fields.conflict(context, ["serviceMax"], "limit.serviceMax must be above limit.serviceMin.");
    }
    if (kind === "min" && standardMin !== undefined && serviceMin !== undefined && standardMin <= serviceMin) {
      fields.conflict(context, ["standardMin"], "limit.standardMin must be above limit.serviceMin.");
    }
    if (kind === "range" && serviceMin !== undefined && serviceMax !== undefined) {
      for (const side of ["standardMin", "standardMax"] as const) {
        const value = limit[side];
        if (value !== undefined && !(atLeast(value, serviceMin) && atMost(value, serviceMax))) {
          fields.conflict(context, [side], `limit.${side} must lie between limit.serviceMin and limit.serviceMax.`);
        }
      }
    }
    if (kind === "max" && standardMax !== undefined && serviceMax !== undefined && standardMax >= serviceMax) {
      fields.conflict(context, ["standardMax"], "limit.standardMax must be below limit.serviceMax.");
    }
    if (standardMin !== undefined && standardMax !== undefined && standardMin > standardMax) {
      fields.conflict(context, ["standardMax"], "limit.standardMax must not be below limit.standardMin.");
    }
  });
export type Limit = z.infer<typeof limitSchema>;

export const gaugeFiguresSchema = z.strictObject({
  resolution: fields.nonNegative,
  permissibleError: fields.nonNegative,
});
export type GaugeFigures = z.infer<typeof gaugeFiguresSchema>;

const inputSchema = z.strictObject({
  readings: z.array(z.number()).min(1).max(fields.MOST_ROWS),
  gauge: gaugeFiguresSchema,
  limit: limitSchema,
  take: z.enum(["worst", "mean"]),
  nearFraction: fields.fraction01.default(NEAR_FRACTION),
  coverage: fields.positive.default(COVERAGE),
});

const meanOf = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / values.length;

/** s²/n of a mean; 0 for a single reading, whose spread is not known. */
function varianceOfMean(values: readonly number[]): number {
  const n = values.length;
  if (n < 2) return 0;
  const mean = meanOf(values);
  return values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (n - 1) / n;
}

/** How far inside the limits a value lies; less is worse. */
function margin(value: number, limit: Limit): number {
  const below = limit.serviceMin === undefined ? Infinity : value - limit.serviceMin;
  const above = limit.serviceMax === undefined ? Infinity : limit.serviceMax - value;
  return Math.min(below, above);
}

/** The reading that counts when the worst place rules; ties go to the earliest. */
function worstOf(values: readonly number[], limit: Limit): number {
  return values.reduce((worst, value) => {
    const a = margin(value, limit);
    const b = margin(worst, limit);
    return a < b && !equal(a, b) ? value : worst;
  });
}

function probabilityWithin(value: number, u: number, limit: Limit): number {
  const { serviceMin, serviceMax } = limit;
  if (u === 0) {
    const inside =
      (serviceMin === undefined || atLeast(value, serviceMin)) &&
      (serviceMax === undefined || atMost(value, serviceMax));
    return inside ? 1 : 0;
  }
  if (serviceMin !== undefined && serviceMax !== undefined) {
    return normalBetween((serviceMin - value) / u, (serviceMax - value) / u);
  }
  if (serviceMin !== undefined) return normalCdf((value - serviceMin) / u);
  if (serviceMax !== undefined) return normalCdf((serviceMax - value) / u);
  throw new Error("a limit without a side");
}

function usedFractionOf(value: number, limit: Limit): number | null {
  const { kind, serviceMin, serviceMax, standardMin, standardMax } = limit;
  if (kind === "min" && serviceMin !== undefined && standardMin !== undefined) {
    return Math.max(0, (standardMin - value) / (standardMin - serviceMin));
  }
  if (kind === "max" && serviceMax !== undefined && standardMax !== undefined) {
    return Math.max(0, (value - standardMax) / (serviceMax - standardMax));
  }
  return null;
}

function outsideStandardOf(value: number, limit: Limit): "above" | "below" | null {
  if (limit.standardMax !== undefined && !atMost(value, limit.standardMax)) return "above";
  if (limit.standardMin !== undefined && !atLeast(value, limit.standardMin)) return "below";
  return null;
}

/**
 * Judges readings of one place against a service limit, with the gauge's uncertainty.
 * All lengths (or other quantities) in one unit. The standard uncertainty joins resolution (rectangular, full width)
 * and permissible error (rectangular, half width), how far off the limit itself may be (rectangular, half width), and for
 * a mean its own spread (JCGM 100, 4.3.7 and 4.2.3);
 * the decision is by the expanded uncertainty U on both sides, as in ISO 14253-1:2013, not by guard bands of JCGM 106,
 * which would move the limit instead of leaving the doubtful zone undecided.
 * A limit whose atLimit is "passes" takes what reads at it or inside it, within U, as near; beyond it, within U, stays undecided.
 * usedFraction: 0 as new, 1 at the limit; null for a range or without the standard side.
 * Errors: missing or conflict inside `limit`.
 * @example metrologyJudge({ readings: [2.86], gauge: { resolution: 0.01, permissibleError: 0.02 },
 *   limit: { kind: "min", serviceMin: 2.72, standardMin: 2.92, standardMax: 3.0 }, take: "worst" }) // serviceable
 */
export const metrologyJudge = defineCalculator({
  name: "metrology.judge",
  formula:
    "u² = (resolution/√12)² + (permissible error/√3)² + (limit off by/√3)² + s²/n for a mean; U = coverage·u; past beyond U, undecided within U",
  source: "JCGM 100:2008, JCGM 106:2012, ISO 14253-1:2013",
  input: inputSchema,
  output: z.object({
    value: z.number(),
    standardUncertainty: z.number(),
    expandedUncertainty: z.number(),
    verdict: z.enum(VERDICTS),
    probabilityWithin: z.number(),
    usedFraction: z.number().nullable(),
    outsideStandard: z.enum(["above", "below"]).nullable(),
  }),
  compute: ({ readings, gauge, limit, take, nearFraction, coverage }) => {
    const value = take === "mean" ? meanOf(readings) : worstOf(readings, limit);
    const u = Math.sqrt(
      gauge.resolution ** 2 / 12 +
        gauge.permissibleError ** 2 / 3 +
        (limit.aboutBy ?? 0) ** 2 / 3 +
        (take === "mean" ? varianceOfMean(readings) : 0),
    );
    const expanded = coverage * u;
    const usedFraction = usedFractionOf(value, limit);
    const outsideStandard = outsideStandardOf(value, limit);
    const standardGiven = limit.standardMin !== undefined || limit.standardMax !== undefined;

    const sides = [limit.serviceMin, limit.serviceMax];
    const past =
      (limit.serviceMin !== undefined && !atLeast(value, limit.serviceMin - expanded)) ||
      (limit.serviceMax !== undefined && !atMost(value, limit.serviceMax + expanded));
    const undecided = sides.some(
      (side) => side !== undefined && atLeast(value, side - expanded) && atMost(value, side + expanded),
    );
    const inside =
      (limit.serviceMin === undefined || atLeast(value, limit.serviceMin)) &&
      (limit.serviceMax === undefined || atMost(value, limit.serviceMax));
    const nearFrom = limit.nearFraction ?? nearFraction;
    const verdict: Verdict = past
      ? "past"
      : undecided
        ? limit.atLimit === "passes" && inside
          ? "near"
          : "undecided"
        : usedFraction !== null && atLeast(usedFraction, nearFrom)
          ? "near"
          : standardGiven && outsideStandard === null
            ? "new"
            : "serviceable";
    return {
      value,
      standardUncertainty: u,
      expandedUncertainty: expanded,
      verdict,
      probabilityWithin: probabilityWithin(value, u, limit),
      usedFraction,
      outsideStandard,
    };
  },
});
