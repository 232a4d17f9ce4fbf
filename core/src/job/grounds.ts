import { pointOf } from "../procedure/index.ts";
import { SOURCE_GRADES } from "../spec/index.ts";
import { isSkipped } from "./answered.ts";
import type { Bench } from "./bench.ts";
import { type JobState, latest } from "./fold.ts";
import { walk } from "./walk.ts";

/** What a job's readings and findings rest on, as numbers of places. */
export type Grounds = {
  /** By how it was read: with a gauge, felt, put in words, said to be not known, looked at, or passed over. */
  read: Readonly<Record<"gauge" | "by feel" | "in words" | "not known" | "looked at" | "passed over", number>>;
  /** By what the limit of each gauged reading is worth, best first; null where there was none. */
  judgedBy: readonly { grade: string | null; count: number }[];
};

/** How sure a job is of what it says: how each place was read, and what it was judged by. */
export function groundsOf(bench: Bench, state: JobState): Grounds {
  const read = { gauge: 0, "by feel": 0, "in words": 0, "not known": 0, "looked at": 0, "passed over": 0 };
  const grades = new Map<string | null, number>();
  for (const slot of walk(bench, state).flatMap((task) => task.slots)) {
    if (slot.kind !== "read" && slot.kind !== "find") continue;
    const taken = latest(state, slot.key, "reading_taken");
    const worded = latest(state, slot.key, "reading_worded");
    if (taken) {
      read.gauge += 1;
      const point = pointOf(bench.procedure, taken.point);
      if (point?.kind !== "measure" || point.spec === undefined) continue;
      const grade = taken.spec?.source.grade ?? null;
      grades.set(grade, (grades.get(grade) ?? 0) + 1);
    } else if (worded) read[worded.how] += 1;
    else if (latest(state, slot.key, "finding_recorded")) read["looked at"] += 1;
    else if (isSkipped(bench, state, slot)) read["passed over"] += 1;
  }
  const known = SOURCE_GRADES.flatMap((grade) => [...grades].filter(([other]) => other === grade));
  const judgedBy = [...known, ...[...grades].filter(([grade]) => grade === null)];
  return { read, judgedBy: judgedBy.map(([grade, count]) => ({ grade, count })) };
}
