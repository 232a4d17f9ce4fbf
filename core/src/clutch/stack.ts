import { z } from "zod";
import { defineCalculator, fields, refuse } from "../calculator/index.ts";
import { millimetres, nanometres } from "./nanometres.ts";

/** More ways than this to share out the steels are refused rather than searched for minutes. */
export const MOST_COMBINATIONS = 5_000_000;
/** No pack has more plates, and nobody reads more ways than these. */
const MOST_IN_PACK = 500;
const MOST_SOLUTIONS = 10_000;

export const heightSchema = z
  .strictObject({ min: fields.positive, max: fields.positive, target: fields.positive.optional() })
  .superRefine((height, context) => {
    if (height.min > height.max) {
      fields.conflict(context, ["max"], "heightMm.max must not be below heightMm.min.");
    } else if (height.target !== undefined && (height.target < height.min || height.target > height.max)) {
      const message = "heightMm.target must lie between heightMm.min and heightMm.max.";
      context.addIssue({ code: "custom", path: ["target"], message, params: { code: "range" } });
    }
  });

const inputSchema = z
  .strictObject({
    frictionMm: z.array(fields.positive).min(1).max(MOST_IN_PACK),
    otherMm: z.array(fields.nonNegative).max(MOST_IN_PACK),
    steelCount: fields.count.max(10_000),
    steels: z
      .array(
        z.strictObject({
          nominal: z.string().min(1),
          thicknessMm: fields.positive,
          available: fields.countOrZero.optional(),
        }),
      )
      .min(1)
      .max(60),
    heightMm: heightSchema,
    perNominal: z
      .record(z.string(), z.strictObject({ min: fields.countOrZero.optional(), max: fields.countOrZero.optional() }))
      .default({}),
    tightenedByMm: fields.nonNegative.default(0),
    maxSolutions: fields.count.max(MOST_SOLUTIONS).default(200),
  })
  .superRefine((input, context) => {
    const seen = new Set<string>();
    input.steels.forEach((steel, i) => {
      if (seen.has(steel.nominal)) {
        fields.conflict(context, ["steels", i, "nominal"], `steels.${i}.nominal: "${steel.nominal}" stands twice.`);
      }
      seen.add(steel.nominal);
    });
    for (const [nominal, bound] of Object.entries(input.perNominal)) {
      if (!seen.has(nominal)) {
        fields.conflict(context, ["perNominal", nominal], `perNominal: "${nominal}" is not one of the steels.`);
      } else if (bound.min !== undefined && bound.max !== undefined && bound.min > bound.max) {
        fields.conflict(context, ["perNominal", nominal, "max"], `perNominal.${nominal}.max must not be below min.`);
      }
    }
  });

const buildSchema = z.object({
  counts: z.record(z.string(), z.int()),
  heightMm: z.number(),
  offTargetMm: z.number(),
});
export type StackBuild = z.infer<typeof buildSchema>;

/** A way to share out the steels: counts by thickness, thickest first, in nanometres. */
type Way = { counts: number[]; heightNm: number; used: number };

type Nominal = { nominal: string; nm: number; least: number; most: number };

function combinationsBelow(kinds: number, steels: number, cap: number): boolean {
  let ways = 1;
  for (let i = 1; i < kinds; i += 1) {
    ways = (ways * (steels + i)) / i;
    if (ways > cap) return false;
  }
  return true;
}

/** Every way to take `total` steels within each nominal's bounds, thickest first. */
function* waysToShare(nominals: readonly Nominal[], total: number): Generator<{ counts: number[]; sumNm: number }> {
  const leastAfter = nominals.map((_, i) => nominals.slice(i + 1).reduce((sum, n) => sum + n.least, 0));
  const mostAfter = nominals.map((_, i) => nominals.slice(i + 1).reduce((sum, n) => sum + n.most, 0));
  const counts = nominals.map(() => 0);
  function* from(i: number, left: number, sumNm: number): Generator<{ counts: number[]; sumNm: number }> {
    const nominal = nominals[i];
    if (nominal === undefined) {
      if (left === 0) yield { counts: [...counts], sumNm };
      return;
    }
    const high = Math.min(nominal.most, left - (leastAfter[i] ?? 0));
    const low = Math.max(nominal.least, left - (mostAfter[i] ?? 0));
    for (let n = high; n >= low; n -= 1) {
      counts[i] = n;
      yield* from(i + 1, left - n, sumNm + n * nominal.nm);
    }
  }
  yield* from(0, total, 0);
}

/**
 * Which steels bring a clutch pack to its height.
 * heightMm = frictions + others + steels − tightenedByMm, in whole nanometres; target is mid-range when not given.
 * Builds are sorted by distance from target, then fewer nominals, then more of the thickest, then of the next.
 * Errors: conflict (a repeated nominal, a bound on no nominal, a range the wrong way round); range where the target lies
 * outside its range, or where more than MOST_COMBINATIONS ways would have to be searched.
 * Source: plain arithmetic of the pack; enumeration, no heuristics.
 * @example clutchStack({ frictionMm: [3, 3], otherMm: [], steelCount: 1, heightMm: { min: 7.5, max: 8.1 },
 *   steels: [{ nominal: "2.0", thicknessMm: 2 }, { nominal: "1.6", thicknessMm: 1.6 }] }) // best { "2.0": 1 }
 */
export const clutchStack = defineCalculator({
  name: "clutch.stack",
  heavy: true,
  formula:
    "height = Σ frictions + Σ others + Σ steels − tightened by; every mix of steels tried, nearest to target first",
  source: "arithmetic of the pack, in whole nanometres",
  input: inputSchema,
  output: z.object({
    feasible: z.boolean(),
    best: buildSchema.nullable(),
    solutions: z.array(buildSchema),
    solutionCount: z.int(),
    nearest: buildSchema.nullable(),
    reason: z.string().optional(),
  }),
  compute: (input) => {
    const { steelCount, heightMm, maxSolutions } = input;
    const sum = (list: readonly number[], name: string): number =>
      list.reduce((total, mm, i) => total + nanometres(mm, `${name}.${i}`), 0);
    const fixedNm =
      sum(input.frictionMm, "frictionMm") +
      sum(input.otherMm, "otherMm") -
      nanometres(input.tightenedByMm, "tightenedByMm");
    const minNm = nanometres(heightMm.min, "heightMm.min");
    const maxNm = nanometres(heightMm.max, "heightMm.max");
    // Twice the target: mid-range may fall on half a nanometre.
    const targetTwice =
      heightMm.target === undefined ? minNm + maxNm : 2 * nanometres(heightMm.target, "heightMm.target");

    const nominals: Nominal[] = input.steels
      .map((steel, i): Nominal => {
        const bound = input.perNominal[steel.nominal] ?? {};
        return {
          nominal: steel.nominal,
          nm: nanometres(steel.thicknessMm, `steels.${i}.thicknessMm`),
          least: bound.min ?? 0,
          most: Math.min(steel.available ?? steelCount, bound.max ?? steelCount, steelCount),
        };
      })
      .sort((a, b) => b.nm - a.nm);
    if (!combinationsBelow(nominals.length, steelCount, MOST_COMBINATIONS)) {
      refuse(
        "range",
        "steelCount",
        "steelCount: too many ways to share out the steels; give fewer nominals or steels.",
      );
    }

    const offTwice = (way: Way): number => Math.abs(2 * way.heightNm - targetTwice);
    const byRank = (a: Way, b: Way): number => {
      const closer = offTwice(a) - offTwice(b) || a.used - b.used;
      if (closer !== 0) return closer;
      for (let i = 0; i < nominals.length; i += 1) {
        const more = (b.counts[i] ?? 0) - (a.counts[i] ?? 0);
        if (more !== 0) return more;
      }
      return 0;
    };
    const outside = (way: Way): number => Math.max(minNm - way.heightNm, way.heightNm - maxNm, 0);
    const asBuild = (way: Way): StackBuild => ({
      counts: Object.fromEntries(
        nominals.flatMap((n, i) => (way.counts[i] ? [[n.nominal, way.counts[i]] as const] : [])),
      ),
      heightMm: millimetres(way.heightNm),
      offTargetMm: (2 * way.heightNm - targetTwice) / 2e6,
    });

    let found: Way[] = [];
    let solutionCount = 0;
    let nearest: Way | null = null;
    for (const { counts, sumNm } of waysToShare(nominals, steelCount)) {
      const way: Way = { counts, heightNm: fixedNm + sumNm, used: counts.filter((n) => n > 0).length };
      if (outside(way) === 0) {
        solutionCount += 1;
        found.push(way);
        // Keep the list short without losing any of the best.
        if (found.length >= maxSolutions * 2 + 1000) found = found.sort(byRank).slice(0, maxSolutions);
      } else if (
        nearest === null ||
        outside(way) < outside(nearest) ||
        (outside(way) === outside(nearest) && byRank(way, nearest) < 0)
      ) {
        nearest = way;
      }
    }
    const solutions = found.sort(byRank).slice(0, maxSolutions).map(asBuild);
    const best = solutions[0];
    if (best !== undefined) return { feasible: true, best, solutions, solutionCount, nearest: null };
    return {
      feasible: false,
      best: null,
      solutions: [],
      solutionCount: 0,
      nearest: nearest && asBuild(nearest),
      reason: nearest
        ? "No mix of these steels lands inside the height range; the nearest is shown."
        : `No ${steelCount} steels can be made up from what is available within the bounds given.`,
    };
  },
});
