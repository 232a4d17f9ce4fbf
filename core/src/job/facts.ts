import { entryOf, type Facts } from "../procedure/index.ts";
import type { Bench } from "./bench.ts";
import { isEvent, type JobEvent } from "./events.ts";
import type { JobState } from "./fold.ts";
import { perState } from "./perState.ts";

/** How strongly a finding or a decision speaks; the strongest of several items rules. */
const FINDING_WEIGHT: Record<string, number> = { keep: 1, watch: 2, renew: 3, stop: 4 };
const DECISION_WEIGHT: Record<string, number> = { keep: 1, leave: 2, renew: 3 };

const last = (lines: readonly JobEvent[]): JobEvent | undefined => lines[lines.length - 1];

/** What is known at the bench: the word answered to each question, the worst finding of a point, what is decided. */
export const factsOf = perState((_, state): Facts => {
  const facts = new Map<string, string>();
  const weights = new Map<string, number>();
  const worst = (fact: string, word: string, weight: number): void => {
    if (weight <= (weights.get(fact) ?? 0)) return;
    weights.set(fact, weight);
    facts.set(fact, word);
  };
  for (const lines of state.bySlot.values()) {
    const line = last(lines);
    if (line === undefined) continue;
    if (isEvent(line, "question_answered")) facts.set(line.body.question, line.body.word);
    else if (isEvent(line, "finding_recorded")) {
      worst(`finding:${line.body.point}`, line.body.word, FINDING_WEIGHT[line.body.leads ?? "keep"] ?? 1);
    } else if (isEvent(line, "decision_taken")) {
      worst(`decided:${line.body.part}`, line.body.decision, DECISION_WEIGHT[line.body.decision] ?? 1);
    }
  }
  return facts;
});

/** Whether an entry has begun to come off, by the log. */
export function hasComeOff(state: JobState, entry: string): boolean {
  if (state.bySlot.has(`off:${entry}`)) return true;
  for (const key of state.bySlot.keys()) if (key.startsWith(`out:${entry}:`)) return true;
  return false;
}

/** What a gate may ask for besides: which step is done, what is off and what is in. What is not in this job is no hindrance. */
export function gateFacts(bench: Bench, state: JobState, active: ReadonlySet<string>): Facts {
  const facts = new Map(factsOf(bench, state));
  const say = (fact: string, yes: boolean): void => void facts.set(fact, yes ? "yes" : "no");
  for (const { id } of bench.procedure.spine) {
    const worked = active.has(id);
    say(`off:${id}`, !worked || hasComeOff(state, id));
    const entry = entryOf(bench.procedure, id);
    say(`fitted:${id}`, !worked || (entry !== undefined && state.bySlot.has(`fit:${id}:1`)));
  }
  for (const { id } of bench.procedure.steps) {
    const keys = [`do:${id}`, `verify:${id}`, `adjust:${id}`, `compute:${id}`, `build:${id}`, `end:${id}`];
    say(
      `done:${id}`,
      keys.some((key) => state.bySlot.has(key)),
    );
  }
  return facts;
}
