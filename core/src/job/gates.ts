import { type Gate, holds } from "../procedure/index.ts";
import { activeIds } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { factsOf, gateFacts } from "./facts.ts";
import type { JobState } from "./fold.ts";

/** The gate that is shut before a task, or null: its condition does not hold, and no lead has let the work pass it. */
export function shutGate(bench: Bench, state: JobState, task: string): Gate | null {
  const standing = bench.procedure.gates.filter(
    (gate) => gate.before === task && !state.passed.has(gate.id) && holds(gate.when, factsOf(bench, state)) === true,
  );
  if (standing.length === 0) return null;
  const facts = gateFacts(bench, state, activeIds(bench, state));
  return standing.find((gate) => holds(gate.needs, facts) !== true) ?? null;
}
