import type { Answer } from "../calculator/index.ts";
import { type MeasurePoint, pointOf } from "../procedure/index.ts";
import { no, yes } from "../task/answers.ts";
import { limitAt } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { type Body, type DraftOf, isEvent } from "./events.ts";
import type { JobState } from "./fold.ts";

/** Whether something was read at a point for which no limit was on file then, nor found since. */
export const isUnjudged = (state: JobState, { id, spec }: MeasurePoint): boolean =>
  spec !== undefined &&
  !state.limits.has(id) &&
  [...state.bySlot.values()].some((lines) => {
    const last = lines[lines.length - 1];
    return last !== undefined && isEvent(last, "reading_taken") && last.body.point === id && last.body.spec === null;
  });

/** A limit that came after the readings: it judges those that were kept for want of one. */
export function acceptLimit(bench: Bench, state: JobState, draft: DraftOf<"limit_found">): Answer<Body> {
  const point = pointOf(bench.procedure, draft.point);
  if (point?.kind !== "measure")
    return no("unsupported", "point", `"${draft.point}" is no measured point of this job.`);
  const { spec } = limitAt(bench, state, point);
  if (!spec) return no("missing", "spec", "No limit is on file for it yet: enter it with its source.");
  if (!isUnjudged(state, point))
    return no("conflict", "point", `${point.name}: nothing that was read waits for a limit.`);
  return yes({ ...draft, name: point.name, spec });
}
