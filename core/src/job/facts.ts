import { baseOf, placeOf } from "../figures/index.ts";
import { type Facts, machineFact, machineFacts, type Procedure, workFact } from "../procedure/index.ts";
import { slot } from "../task/lines.ts";
import { isEvent, type JobEvent } from "./events.ts";
import { countOf, type JobState } from "./fold.ts";
import { perState } from "./perState.ts";
import { isInJob, worksOf } from "./worksOf.ts";

/** How strongly a finding or a decision speaks; the strongest of several items rules. */
const FINDING_WEIGHT: Record<string, number> = { keep: 1, watch: 2, renew: 3, stop: 4 };
const DECISION_WEIGHT: Record<string, number> = { keep: 1, repair: 1, leave: 2, renew: 3 };

const atPlaces = new WeakMap<Procedure, readonly string[]>();

/** The words of the machine that a procedure asks for its places. Read once. */
function wordsAtPlaces(procedure: Procedure): readonly string[] {
  const known = atPlaces.get(procedure) ?? machineFacts(procedure).filter((key) => placeOf(key) !== "");
  atPlaces.set(procedure, known);
  return known;
}

const last = (lines: readonly JobEvent[]): JobEvent | undefined => lines[lines.length - 1];

/** What is known at the bench: the word answered to each question, the worst finding of a point, what is decided. */
export const factsOf = perState((bench, state): Facts => {
  // What its place answers holds until somebody says otherwise.
  const facts = new Map<string, string>(worksOf(bench).flatMap(({ answers }) => Object.entries(answers)));
  for (const { id } of worksOf(bench)) facts.set(workFact(id), isInJob(state, id) ? "in" : "out");
  for (const [key, word] of Object.entries(state.config)) facts.set(machineFact(key), word);
  // Jobs that began before a word could hold for one place said it of the whole machine.
  for (const key of wordsAtPlaces(bench.procedure)) {
    const word = state.config[baseOf(key)];
    if (word !== undefined && !facts.has(machineFact(key))) facts.set(machineFact(key), word);
  }
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
      const { part, decision } = line.body;
      // What was repaired goes back like what is kept.
      worst(`decided:${part}`, decision === "repair" ? "keep" : decision, DECISION_WEIGHT[decision] ?? 1);
    }
  }
  return facts;
});

/** Whether an entry has begun to come off, by the log. */
export function hasComeOff(state: JobState, entry: string): boolean {
  if (state.bySlot.has(slot.off(entry).key)) return true;
  const places = Array.from({ length: countOf(state, entry) }, (_, i) => slot.out(entry, i + 1).key);
  return places.some((key) => state.bySlot.has(key));
}
