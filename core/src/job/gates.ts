import { type Facts, type Gate, holds } from "../procedure/index.ts";
import { readTaskId } from "../task/ids.ts";
import type { Slot } from "../task/lines.ts";
import { isAnswered, isSkipped } from "./answered.ts";
import type { Bench } from "./bench.ts";
import { factsOf } from "./facts.ts";
import type { JobState } from "./fold.ts";
import { skipSays } from "./skips.ts";
import { heldBecause } from "./stops.ts";
import { walk } from "./walk.ts";

const isNotFitted = (bench: Bench, state: JobState, s: Slot): boolean =>
  isSkipped(bench, state, s) && skipSays(bench, state, s) === "not fitted";

/** What gates may ask for besides what is known: what is off, in and done. What is not in this job is no hindrance. */
function progress(bench: Bench, state: JobState): Facts {
  const { spine, steps } = bench.procedure;
  const facts = new Map(factsOf(bench, state));
  for (const { id } of spine) for (const kind of ["off", "fitted"]) facts.set(`${kind}:${id}`, "yes");
  for (const { id } of steps) facts.set(`done:${id}`, "yes");
  for (const task of walk(bench, state)) {
    const fact = readTaskId(task.id)?.fact;
    // What the machine does not have is no hindrance.
    const done = (s: Slot): boolean => isAnswered(bench, state, s) || isNotFitted(bench, state, s);
    if (fact && !task.slots.every(done)) facts.set(fact, "no");
  }
  return facts;
}

/**
 * The gate that is shut before a task, or null: a stop holds what the task sets going, which nobody passes; or its own
 * condition does not hold, and no lead has let the work pass it.
 */
export function shutGate(bench: Bench, state: JobState, task: string): Pick<Gate, "id" | "because" | "pass"> | null {
  const because = heldBecause(bench, state, task);
  if (because !== null) return { id: "stop-work", because, pass: "nobody" };
  const known = factsOf(bench, state);
  const standing = bench.procedure.gates.filter(
    (gate) => gate.before === task && !state.passed.has(gate.id) && holds(gate.when, known) === true,
  );
  if (standing.length === 0) return null;
  const facts = progress(bench, state);
  return standing.find((gate) => holds(gate.needs, facts) !== true) ?? null;
}
