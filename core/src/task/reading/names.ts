import type { Bench } from "../../job/bench.ts";
import { countOf, type JobState, nameOfItem } from "../../job/fold.ts";
import { partOf, pointOf } from "../../procedure/index.ts";

/** The name of one of what a point is read or looked at: "friction 4", or the point's own where there is one. */
export function itemNamed(bench: Bench, state: JobState, s: { point: string; item: number }): string {
  const point = pointOf(bench.procedure, s.point);
  const part = point && partOf(bench.procedure, point.on);
  const count = part ? countOf(state, part.id) : 1;
  return part && count > 1 ? nameOfItem(state, part, s.item) : (point?.name.toLowerCase() ?? s.point);
}
