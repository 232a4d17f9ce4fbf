import { z } from "zod";
import { defineCalculator, fields } from "../calculator/index.ts";
import { millimetres, nanometres } from "./nanometres.ts";
import { heightSchema } from "./stack.ts";

export const MOST_PLATES = 28;

/** All subsets of one half of the plates: sums and counts by mask, index 0 of the half in the highest bit. */
type Half = { size: number; sums: Float64Array; bits: Uint8Array };

function subsetsOf(values: readonly number[]): Half {
  const size = values.length;
  const sums = new Float64Array(1 << size);
  const bits = new Uint8Array(1 << size);
  for (let mask = 1; mask < sums.length; mask += 1) {
    const lowest = 31 - Math.clz32(mask & -mask);
    const rest = mask & (mask - 1);
    sums[mask] = (sums[rest] ?? 0) + (values[size - 1 - lowest] ?? 0);
    bits[mask] = (bits[rest] ?? 0) + 1;
  }
  return { size, sums, bits };
}

/** Sums of the subsets with each count, ascending. */
function sumsByCount({ size, sums, bits }: Half): Float64Array[] {
  const lists: number[][] = Array.from({ length: size + 1 }, () => []);
  for (let mask = 0; mask < sums.length; mask += 1) lists[bits[mask] ?? 0]?.push(sums[mask] ?? 0);
  return lists.map((list) => Float64Array.from(list).sort());
}

/** The greatest sum not above the target and the least not below it, over all subsets with `choose` plates. */
function aroundTarget(
  left: Float64Array[],
  right: Float64Array[],
  choose: number,
  targetTwice: number,
): { below: number; above: number } {
  let below = -Infinity;
  let above = Infinity;
  for (let k = 0; k < left.length; k += 1) {
    const a = left[k];
    const b = right[choose - k];
    if (a === undefined || b === undefined) continue;
    let j = b.length - 1;
    for (let i = 0; i < a.length && j >= 0;) {
      const sum = (a[i] ?? 0) + (b[j] ?? 0);
      if (2 * sum <= targetTwice) {
        if (sum > below) below = sum;
        i += 1;
      }
      if (2 * sum >= targetTwice) {
        if (sum < above) above = sum;
        j -= 1;
      }
    }
  }
  return { below, above };
}

/** Of the subsets with exactly one of these sums, the one whose ascending indices come first. */
function firstWithSum(left: Half, right: Half, choose: number, wanted: readonly number[]): number[] {
  const known = Array.from({ length: right.size + 1 }, () => new Map<number, number>());
  // Ascending masks, the later overwriting: the greatest mask holds the smallest indices.
  for (let mask = 0; mask < right.sums.length; mask += 1)
    known[right.bits[mask] ?? 0]?.set(right.sums[mask] ?? 0, mask);
  for (let mask = left.sums.length - 1; mask >= 0; mask -= 1) {
    const rest = known[choose - (left.bits[mask] ?? 0)];
    if (rest === undefined) continue;
    let best = -1;
    for (const sum of wanted) best = Math.max(best, rest.get(sum - (left.sums[mask] ?? 0)) ?? -1);
    if (best < 0) continue;
    const indices = (bits: number, size: number, offset: number): number[] =>
      Array.from({ length: size }, (_, i) => i)
        .filter((i) => (bits >> (size - 1 - i)) & 1)
        .map((i) => i + offset);
    return [...indices(mask, left.size, 0), ...indices(best, right.size, left.size)];
  }
  throw new Error("a sum that was found cannot be found again");
}

/**
 * Which measured plates to keep so that the pack comes to its height.
 * steelsMm: measured thicknesses; otherMm: everything but the steels. Exact, by meeting in the middle over both halves
 * of the plates. Among subsets inside the range the one nearest the target (mid-range when not given); if none, the one
 * least outside, then nearest the target. Ties: the lexicographically smallest indices.
 * Errors: range (choose above the number of plates, more than 28 plates, a target outside its range); conflict where the
 * range stands the wrong way round.
 * Source: arithmetic of the pack; Horowitz and Sahni (1974), J. ACM 21, 277–292, for the search.
 * @example clutchPick({ steelsMm: [1.98, 1.6, 2.02], choose: 2, otherMm: 6, heightMm: { min: 9.9, max: 10.1 } })
 */
export const clutchPick = defineCalculator({
  name: "clutch.pick",
  heavy: true,
  formula: "height = other + Σ chosen steels; every choice compared, nearest to target inside the range",
  source: "arithmetic of the pack; Horowitz and Sahni 1974 for the search",
  input: z
    .strictObject({
      steelsMm: z.array(fields.positive).min(1).max(MOST_PLATES),
      choose: fields.count,
      otherMm: fields.nonNegative,
      heightMm: heightSchema,
    })
    .superRefine((input, context) => {
      if (input.choose <= input.steelsMm.length) return;
      const message = `choose: at most ${input.steelsMm.length}, as many as there are plates.`;
      context.addIssue({ code: "custom", path: ["choose"], message, params: { code: "range" } });
    }),
  output: z.object({
    indices: z.array(z.int()),
    heightMm: z.number(),
    offTargetMm: z.number(),
    feasible: z.boolean(),
    reason: z.string().optional(),
  }),
  compute: ({ steelsMm, choose, otherMm, heightMm }) => {
    const plates = steelsMm.map((mm, i) => nanometres(mm, `steelsMm.${i}`));
    const other = nanometres(otherMm, "otherMm");
    const min = nanometres(heightMm.min, "heightMm.min") - other;
    const max = nanometres(heightMm.max, "heightMm.max") - other;
    const targetTwice =
      heightMm.target === undefined ? min + max : 2 * (nanometres(heightMm.target, "heightMm.target") - other);

    const middle = Math.ceil(plates.length / 2);
    const left = subsetsOf(plates.slice(0, middle));
    const right = subsetsOf(plates.slice(middle));
    const { below, above } = aroundTarget(sumsByCount(left), sumsByCount(right), choose, targetTwice);
    const candidates = [...new Set([below, above])].filter(Number.isFinite);
    const outside = (sum: number): number => Math.max(min - sum, sum - max, 0);
    const off = (sum: number): number => Math.abs(2 * sum - targetTwice);
    const leastOutside = Math.min(...candidates.map(outside));
    const least = candidates.filter((sum) => outside(sum) === leastOutside);
    const nearest = Math.min(...least.map(off));
    const indices = firstWithSum(
      left,
      right,
      choose,
      least.filter((sum) => off(sum) === nearest),
    );
    const sum = indices.reduce((total, i) => total + (plates[i] ?? 0), 0);
    const feasible = outside(sum) === 0;
    return {
      indices,
      heightMm: millimetres(sum + other),
      offTargetMm: (2 * sum - targetTwice) / 2e6,
      feasible,
      ...(feasible
        ? {}
        : { reason: "No choice of these plates lands inside the height range; the least outside is shown." }),
    };
  },
});
