import type { Answer } from "../calculator/index.ts";
import { figuresKnown, type MeasurePoint, partOf, pointOf } from "../procedure/index.ts";
import { limitOf, type Spec, specWords } from "../spec/index.ts";
import { no, yes } from "../task/answers.ts";
import { endAt, limitAt } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { type Body, type DraftOf, isEvent } from "./events.ts";
import { countOf, type JobState } from "./fold.ts";
import { judgedBy } from "./judged.ts";

/** A limit by its figures alone: the same one from another source judges nothing anew. */
const figures = (spec: Spec | null): string => JSON.stringify(spec && limitOf(spec));

/** Those of a layer that have a limit of their own: another one judges nothing of them. */
function atEnds(bench: Bench, state: JobState, point: MeasurePoint): number[] {
  const part = partOf(bench.procedure, point.on);
  if (!point.ends || !part) return [];
  return [1, countOf(state, part.id)].filter((item) => endAt(bench, state, part, item) !== null);
}

/**
 * What was read at a point was judged by another limit than the one that is on file by now, or by none: those limits, each
 * once. Empty where it was judged by that one, where nothing was read, and where none is on file.
 */
export function judgedOtherwise(bench: Bench, state: JobState, point: MeasurePoint): (Spec | null)[] {
  const { spec } = limitAt(bench, state, point, null);
  if (point.spec === undefined || spec === null) return [];
  const others = new Map<string, Spec | null>();
  for (const lines of state.bySlot.values()) {
    const last = lines[lines.length - 1];
    if (last === undefined || !isEvent(last, "reading_taken") || last.body.point !== point.id) continue;
    if (atEnds(bench, state, point).includes(last.body.item)) continue;
    const by = judgedBy(state, last);
    if (figures(by) !== figures(spec)) others.set(figures(by), by);
  }
  return [...others.values()];
}

/** A limit that came after the readings, or is another by now: it judges what was read before, by a line of its own. */
export function acceptLimit(bench: Bench, state: JobState, draft: DraftOf<"limit_found">): Answer<Body> {
  const point = pointOf(bench.procedure, draft.point);
  if (point?.kind !== "measure")
    return no("unsupported", "point", `"${draft.point}" is no measured point of this job.`);
  const { spec } = limitAt(bench, state, point, null);
  if (!spec) return no("missing", "spec", "No limit is on file for it yet: enter it with its source.");
  const others = judgedOtherwise(bench, state, point);
  if (others.length === 0) return no("conflict", "point", `${point.name}: nothing that was read waits for a limit.`);
  const known = figuresKnown(bench.procedure);
  const was = others.flatMap((other) => (other ? [specWords(other, known)] : [])).join("; ");
  return yes({ ...draft, name: point.name, spec, was, except: atEnds(bench, state, point) });
}
