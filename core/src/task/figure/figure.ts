import type { Answer } from "../../calculator/index.ts";
import { type Bench, specFor } from "../../job/bench.ts";
import type { Body, DraftOf } from "../../job/events.ts";
import type { JobState } from "../../job/fold.ts";
import { figuresAsked, type Step, stepOf } from "../../procedure/index.ts";
import { keep, no, yes } from "../answers.ts";
import type { Hand, Kind } from "../kind.ts";
import { backoffFigure } from "./backoff.ts";
import type { FigureCalculator, FigureRule, Figures, FigureStep, StepOf, Worked } from "./calculator.ts";
import { gearingFigure } from "./gearing.ts";
import { lugsFigure } from "./lugs.ts";
import { pairFigure } from "./pair.ts";
import { slackFigure } from "./slack.ts";
import { splineFigure } from "./spline.ts";

/** Every calculator that a step of its own can be bound to. */
const CALCULATORS: { [C in FigureCalculator]: FigureRule<C> } = {
  "chain.slack": slackFigure,
  "chain.length": gearingFigure,
  "chain.spline": splineFigure,
  "case.backoff": backoffFigure,
  "case.freeplay": pairFigure,
  "track.lugs": lugsFigure,
};

const figureStep = (bench: Bench, id: string): FigureStep | null => {
  const step = stepOf(bench.procedure, id);
  return step?.kind === "compute" && step.calculator !== "clutch.stack" ? step : null;
};
/** The rule of a step's calculator, to be asked about that step. */
const ruleOf = <C extends FigureCalculator>(step: StepOf<C> | FigureStep): FigureRule<C> =>
  CALCULATORS[step.calculator] as unknown as FigureRule<C>;

/** What a step that works a figure out comes to. */
export function workedOut(bench: Bench, state: JobState, id: string, typed: string): Answer<Worked> {
  const step = figureStep(bench, id);
  if (!step) return no("unsupported", "step", `"${id}" works nothing out.`);
  return ruleOf(step).worked(bench, state, step, typed);
}

/** What was worked out, in words, by the figures that it holds. */
export function figuresWords({ figures, step }: { figures: Figures; step: Step | undefined }): string {
  if (step?.kind !== "compute" || step.calculator === "clutch.stack") return "";
  return ruleOf(step).words(figures, (name, decimals) => Number(figures[name]).toFixed(decimals));
}

/** The figures that a rehearsal works a step with, by key. */
export const rehearsedFigures = (step: FigureStep, reading: number): Readonly<Record<string, number>> =>
  ruleOf(step).figures(step, reading);

/** Figures of the machine that a step's answer changes. */
export const figuresRemembered = (step: FigureStep) => ruleOf(step).remembers?.(step) ?? [];

/** The figures that a step asks for and that are not on file, by key; what it can do without is left out. */
export function figuresMissing(bench: Bench, step: string): string[] {
  const index = bench.procedure.steps.findIndex((s) => s.id === step);
  const own = figuresAsked(bench.procedure).filter(({ path }) => path[0] === "steps" && path[1] === index);
  return own.filter(({ path, key }) => path[2] !== "speed" && specFor(bench, key) === null).map(({ key }) => key);
}
function acceptFigure({ bench, state }: Hand, draft: DraftOf<"figure_taken">): Answer<Body> {
  const worked = workedOut(bench, state, draft.step, draft.typed);
  if (!worked.ok) return worked;
  const { figures, from } = worked.value;
  return yes({ type: "figure_taken", step: draft.step, figures, from });
}
const titleOf = (bench: Bench, step: string): string => stepOf(bench.procedure, step)?.title.toLowerCase() ?? step;

export const figure: Kind<"compute", "figure_taken", "compute"> = {
  slots: {
    compute: {
      named: (bench, _, s) => titleOf(bench, s.step),
      drafted: (typed, _, s) => keep({ type: "figure_taken", step: s.step, typed }),
      hinted: (bench, _, s) => {
        const step = figureStep(bench, s.step);
        return step ? { hint: ruleOf(step).hint, words: ruleOf(step).adds ?? [] } : { hint: "" };
      },
      rehearsed: ({ bench, reading }, s) => {
        const step = figureStep(bench, s.step);
        return step ? ruleOf(step).rehearsed(reading) : "";
      },
      shapes: false,
    },
  },
  lines: {
    figure_taken: {
      accepted: acceptFigure,
      said: (bench, _, body) =>
        `${titleOf(bench, body.step)}: ${figuresWords({ figures: body.figures, step: stepOf(bench.procedure, body.step) })}`,
    },
  },
  tasks: { compute: { word: "compute", open: "adjust", undone: "proven again" } },
  open: () => [],
};
