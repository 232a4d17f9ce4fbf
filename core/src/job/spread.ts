import { activePoints } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { countOf, type JobState, nameOfItem } from "./fold.ts";
import { judgeItem } from "./judged.ts";
import { type MeasurePoint, type Part, phaseOfStage } from "../procedure/index.ts";

/**
 * How far several of one kind that are read alike lie apart: by how many percent of the greatest the least lies below it,
 * and which one that is. Null where the point does not say so, or fewer than two were read. Source: (greatest − least) ÷
 * greatest, the difference as workshops reckon it for cylinders; common practice.
 */
export function spreadOf(state: JobState, point: MeasurePoint): { percent: number; item: number } | null {
  if (point.spread !== true) return null;
  const read = Array.from({ length: countOf(state, point.on) }, (_, i) => {
    const judged = judgeItem(state, point, i + 1, phaseOfStage(point.stage));
    return judged === null ? [] : [{ item: i + 1, value: judged.value }];
  }).flat();
  const [first, ...others] = read;
  if (!first || others.length === 0) return null;
  const least = others.reduce((a, b) => (b.value < a.value ? b : a), first);
  const greatest = Math.max(...read.map(({ value }) => value));
  return greatest > 0 ? { percent: (100 * (greatest - least.value)) / greatest, item: least.item } : null;
}

/** How far the least lies below the greatest, in words. */
export const belowWords = ({ percent }: { percent: number }): string =>
  percent === 0 ? "all alike" : `${percent.toFixed(1)} % below the highest`;

/** What was read of a part and lies apart, point by point: "Compression: cylinder 2 is 12.0 % below the highest". */
export function spreadsOn(bench: Bench, state: JobState, part: Part): string[] {
  return activePoints(bench, state).flatMap((point) => {
    if (point.kind !== "measure" || point.on !== part.id) return [];
    const spread = spreadOf(state, point);
    if (!spread) return [];
    const whose = spread.percent === 0 ? "" : `${nameOfItem(state, part, spread.item)} is `;
    return [`${point.name}: ${whose}${belowWords(spread)}`];
  });
}
