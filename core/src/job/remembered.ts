import { figuresRemembered } from "../task/figure/figure.ts";
import { slot } from "../task/lines.ts";
import type { Bench } from "./bench.ts";
import { type JobState, latest } from "./fold.ts";

/** A figure of the machine that a job changed: by its key, in the unit it is known in. */
export type Remembered = { key: string; value: number };

/** What is on the machine by now where a job put other teeth or links there than were on file. */
export function rememberedFigures(bench: Bench, state: JobState): Remembered[] {
  return bench.procedure.steps.flatMap((step) => {
    if (step.kind !== "compute" || step.calculator === "clutch.stack") return [];
    const taken = latest(state, slot.compute(step.id).key, "figure_taken");
    return figuresRemembered(step).flatMap(({ key, figure, was }) => {
      const value = taken?.figures[figure];
      return typeof value === "number" && value !== taken?.from[was] ? [{ key, value }] : [];
    });
  });
}
