import type { Answer } from "../calculator/index.ts";
import { questionOf, stackStepsOf } from "../procedure/index.ts";
import { acceptedBuild, layersOf } from "../task/pack/stack.ts";
import type { OpenPoint } from "../task/kind.ts";
import { type Bench, currencyOf } from "./bench.ts";
import { type BodyOf, type DraftOf, isEvent } from "./events.ts";
import { countOf, type JobState } from "./fold.ts";
import { handsOn } from "./handsOn.ts";
import { isRenewed } from "./judged.ts";
import { decimal, hundredths, toHundredths } from "./money.ts";
import { type PullLine, pullList } from "./pullList.ts";
import { isInJob, workOfRow, worksInJob } from "./worksOf.ts";

/** What a job comes to by now, in the shop's own money; what is priced in other money is told beside it and never added. */
export type CostNow = {
  lines: PullLine[];
  /** Of parts that are priced in that money. */
  parts: string;
  /** Work so far by the log, or what its works are reckoned with where that is more. */
  minutes: number;
  /** Whether those are what its works are reckoned with, and not yet what was worked. */
  reckoned: boolean;
  /** Null where no rate is on file. */
  labour: string | null;
  /** What is added to both; null where the shop has said none. */
  tax: { name: string; percent: number; sum: string } | null;
  total: string;
  currency: string;
  /** How many lines have no price in that money. */
  unpriced: number;
};

/**
 * Minutes that each work of this job is reckoned with: those of the ways chosen in it, else the shop's own for that work.
 * Those of a work that was dropped are asked for no more.
 */
function reckonedMinutes(bench: Bench, state: JobState): number {
  const chosen = new Map<string, number>();
  for (const lines of state.bySlot.values()) {
    const last = lines[lines.length - 1];
    if (last === undefined || !isEvent(last, "question_answered")) continue;
    const work = workOfRow(bench, last.body.question);
    if (work !== null && !isInJob(state, work.id)) continue;
    const way = questionOf(bench.procedure, last.body.question)?.ways.find(({ word }) => word === last.body.word);
    const minutes = way?.cost?.minutes ?? 0;
    if (minutes > 0) chosen.set(work?.id ?? "", (chosen.get(work?.id ?? "") ?? 0) + minutes);
  }
  for (const { id, of } of worksInJob(bench, state)) {
    if (!chosen.has(id)) chosen.set(id, bench.reckoned?.[of]?.minutes ?? 0);
  }
  return [...chosen.values()].reduce((sum, minutes) => sum + minutes, 0);
}

export function costNow(bench: Bench, state: JobState): CostNow {
  const currency = currencyOf(bench);
  const lines = pullList(bench, state);
  const own = lines.filter(({ part }) => part?.price != null && part.currency === currency);
  const parts = own.reduce((sum, { part, quantity }) => sum + hundredths(part?.price ?? "0.00") * quantity, 0);
  const worked = handsOn(bench, state).reduce((sum, one) => sum + (one.corrected?.minutes ?? one.minutes), 0);
  const minutes = Math.max(worked, reckonedMinutes(bench, state));
  const labour = bench.labour ? Math.round((hundredths(bench.labour.perHour) * minutes) / 60) : null;
  const before = parts + (labour ?? 0);
  const added = bench.tax ? Math.round((before * bench.tax.percent) / 100) : 0;
  return {
    ...{
      lines,
      minutes,
      reckoned: minutes > worked,
      currency,
      parts: decimal(parts),
      labour: labour === null ? null : decimal(labour),
    },
    tax: bench.tax ? { ...bench.tax, sum: decimal(added) } : null,
    ...{ total: decimal(before + added), unpriced: lines.length - own.length },
  };
}

export type OverAgreed = { over: string; now: CostNow; agreed: BodyOf<"sum_agreed"> };

/** How far the job has gone past what the owner agreed to, or null while it has not, or nothing was agreed to. */
export function overAgreed(bench: Bench, state: JobState): OverAgreed | null {
  if (state.agreed === null) return null;
  const { body } = state.agreed;
  const now = costNow(bench, state);
  const over = hundredths(now.total) - hundredths(body.sum);
  return over > 0 && now.currency === body.currency ? { over: decimal(over), now, agreed: body } : null;
}

/** The same in words. */
export const overWords = ({ over, now, agreed }: OverAgreed): string =>
  `comes to ${now.total} ${now.currency} by now, ${over} more than ${agreed.name} agreed to (${agreed.sum})`;

/** Past the sum that was agreed to, the owner is asked before it is released; a lead may sign for it. */
export function agreedPoints(bench: Bench, state: JobState): OpenPoint[] {
  const over = overAgreed(bench, state);
  if (over === null) return [];
  // Time goes on by itself: a signature holds until parts are added, or the owner agrees anew.
  const key = `agreed:${state.agreed?.id ?? ""}:${over.now.parts}`;
  return [{ key, group: "decide", text: `this job ${overWords(over)}: ask the owner`, task: "", hard: false }];
}

/** Why something new does not go in yet, or null: it is past the sum, and neither the owner nor a lead has said. */
export function waitsForOwner(bench: Bench, state: JobState, entryId: string): string | null {
  const entry = bench.procedure.spine.find(({ id }) => id === entryId);
  if (state.agreed === null || entry === undefined || entry.kind === "fasteners") return null;
  // Plates of an accepted stack come from stores, unless those that were in are only added up.
  const bought = new Set(
    stackStepsOf(bench.procedure).flatMap((step) =>
      Object.keys(acceptedBuild(bench, state, step)?.counts ?? {}).length > 0 ? [layersOf(bench, step).chosen.id] : [],
    ),
  );
  const isNew = (entry.kind === "pack" ? entry.layers : [entry]).some(
    (part) =>
      !part.singleUse &&
      (bought.has(part.id) ||
        Array.from({ length: countOf(state, part.id) }, (_, i) => i + 1).some((item) => isRenewed(state, part, item))),
  );
  const over = isNew ? overAgreed(bench, state) : null;
  if (over === null || agreedPoints(bench, state).every(({ key }) => state.signed.has(key))) return null;
  return `This job ${overWords(over)}: take the owner's word first (Parts, The owner agrees), or a lead signs for it.`;
}

export const acceptAgreed = (bench: Bench, draft: DraftOf<"sum_agreed">): Answer<BodyOf<"sum_agreed">> => ({
  ok: true,
  value: { ...draft, sum: toHundredths(draft.sum), currency: currencyOf(bench) },
});
