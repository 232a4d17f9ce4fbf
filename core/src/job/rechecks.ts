import { holds } from "../procedure/index.ts";
import { findUnit, fromBase, toBase } from "../quantity/index.ts";
import { activeParts, wayOf } from "./applies.ts";
import type { Bench } from "./bench.ts";
import type { BodyOf } from "./events.ts";
import { factsOf } from "./facts.ts";
import type { JobState } from "./fold.ts";
import { decisionFor, itemsOf } from "./judged.ts";
import { lastingId, placedName } from "./worksOf.ts";

export type Recheck = BodyOf<"job_released">["rechecks"][number];
type Asked = {
  id: string;
  what: string;
  hours?: number | undefined;
  miles?: number | undefined;
  days?: number | undefined;
};

/** When it is due by this machine's own meter, and after how many days; neither: at the next job. */
function due(state: JobState, { id, what, hours, miles, days }: Asked): Recheck {
  const meter = state.opened?.body.meter;
  const unit = meter && findUnit(meter.unit);
  const mile = findUnit("mi");
  const away =
    meter?.unit === "h" ? hours : miles !== undefined && unit && mile ? fromBase(toBase(miles, mile), unit) : undefined;
  return { id, what, due: meter && away !== undefined ? meter.value + away : null, days: days ?? null };
}

/**
 * What a release leaves to be looked at again: what the procedure sets, what an answer put off, and every part that was
 * left against advice. By the meter the machine has, by days, or at the next job.
 */
export function rechecksOf(bench: Bench, state: JobState): Recheck[] {
  const { procedure } = bench;
  const facts = factsOf(bench, state);
  const set = procedure.release.rechecks.filter(({ when }) => holds(when, facts) === true);
  const answered = procedure.questions.flatMap((q) => wayOf(bench, state, q.id)?.recheck ?? []);
  const left = activeParts(bench, state).flatMap((part): Asked[] => {
    const decisions = itemsOf(state, part, 0).map((item) => decisionFor(state, part, item));
    const decision = decisions.find((d) => d?.decision === "leave");
    return decision
      ? [{ id: `left-${lastingId(bench, part.id)}`, what: `${placedName(bench, part)}: left, ${decision.reason ?? decision.because}` }]
      : [];
  });
  return [...set, ...answered, ...left].map((asked) => due(state, asked));
}
