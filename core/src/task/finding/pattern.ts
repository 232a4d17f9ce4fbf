import { countOf, type JobState } from "../../job/fold.ts";
import { findingOf } from "../../job/judged.ts";
import type { InspectPoint } from "../../procedure/index.ts";

export type MarkPattern = { marked: number[]; where: keyof NonNullable<InspectPoint["pattern"]>; means: string };

/**
 * What the marked findings along a row of items point to: all, one, one end, the middle, or scattered.
 * null while any item is not looked at, or where nothing is marked.
 */
export function patternOf(state: JobState, point: InspectPoint): MarkPattern | null {
  if (!point.pattern) return null;
  const count = countOf(state, point.on);
  const found = Array.from({ length: count }, (_, i) => findingOf(state, point, i + 1));
  if (found.includes(null)) return null;
  const marked = found.flatMap((finding, i) => (finding?.marked ? [i + 1] : []));
  const first = marked[0];
  const last = marked[marked.length - 1];
  if (first === undefined || last === undefined) return null;
  const say = (where: MarkPattern["where"]): MarkPattern => ({ marked, where, means: point.pattern?.[where] ?? "" });
  if (marked.length === count) return say("all");
  if (last - first + 1 > marked.length) return say("scattered");
  if (first === 1) return say("outerEnd");
  if (last === count) return say("innerEnd");
  return say(marked.length === 1 ? "one" : "middle");
}
