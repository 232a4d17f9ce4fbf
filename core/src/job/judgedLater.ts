import type { Verdict } from "../metrology/index.ts";
import { figuresKnown, type MeasurePoint, partOf } from "../procedure/index.ts";
import { limitOf, sourceLine, specWords } from "../spec/index.ts";
import { activePoints, limitAt } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { countOf, type JobState, nameOfItem } from "./fold.ts";
import { figure, isRenewed, judgeItem, judgeTaken, verdictWord } from "./judged.ts";

/** A reading of a job that has ended, and what a limit that came later would have said of it. */
export type JudgedLater = { id: string; text: string };

/** New or worn a little, a part stays: what tells the two apart is no limit. */
const comesTo = (verdict: Verdict | null): Verdict | null => (verdict === "new" ? "serviceable" : verdict);

/**
 * What limits that are on file now would have said of what a job read, where that differs from its own verdict: a job that
 * has ended keeps what it was judged by. Of each item what it was left at, or was found at where the part stayed in.
 */
export function judgedLater(bench: Bench, state: JobState): JudgedLater[] {
  const measured = activePoints(bench, state).filter((point): point is MeasurePoint => point.kind === "measure");
  return measured.flatMap((point) => {
    const part = partOf(bench.procedure, point.on);
    const count = part ? countOf(state, part.id) : 1;
    return Array.from({ length: count }, (_, i) => i + 1).flatMap((item): JudgedLater[] => {
      const { spec } = limitAt(bench, state, point, item);
      const limit = spec && limitOf(spec);
      if (!spec || !limit) return [];
      const found = part && isRenewed(state, part, item) ? null : judgeItem(state, point, item, "found");
      const judged = judgeItem(state, point, item, "left") ?? found;
      if (!judged || judged.record) return [];
      const { verdict, value, unit } = judgeTaken(judged.readings, spec, limit, judged.unit);
      if (comesTo(verdict) === comesTo(judged.verdict)) return [];
      const name = part && count > 1 ? `${point.name.toLowerCase()}, ${nameOfItem(state, part, item)}` : point.name;
      const read = figure(value, judged.readings[0]?.body.gauge.resolution);
      const by = `${specWords(spec, figuresKnown(bench.procedure))}, ${sourceLine(spec.source)}`;
      const text = `${name}: ${read} ${unit} was ${verdictWord(judged.verdict)}; by ${by} it would have been ${verdictWord(verdict)}`;
      return [{ id: `${point.id}:${item}`, text }];
    });
  });
}
