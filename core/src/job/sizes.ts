import { partOf, stackStepsOf } from "../procedure/index.ts";
import { layersOf } from "../task/pack/stack.ts";
import { slot } from "../task/lines.ts";
import type { Bench } from "./bench.ts";
import { type JobState, latest } from "./fold.ts";

/** The parts of a job whose fitting a figure decides, by the figure's name: which of several sizes is meant. */
export function sizeChosen(bench: Bench, state: JobState, role: string): string | null {
  for (const step of bench.procedure.steps) {
    if (step.kind !== "compute" || !("fits" in step) || step.fits === undefined) continue;
    const figures = latest(state, slot.compute(step.id).key, "figure_taken")?.figures;
    for (const [figure, id] of Object.entries(step.fits)) {
      const value = figures?.[figure];
      const own = partOf(bench.procedure, id)?.role;
      // Grades of a part are roles of their own, named after it.
      if (own !== undefined && (role === own || role.startsWith(`${own}-`)) && value != null) return String(value);
    }
  }
  return null;
}

/** Whether parts of a role come in sizes of which the job chooses one. */
export const comesInSizes = (bench: Bench, state: JobState, role: string): boolean =>
  sizeChosen(bench, state, role) !== null ||
  stackStepsOf(bench.procedure).some((step) => layersOf(bench, step).chosen.role === role);
