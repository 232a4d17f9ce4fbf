import type { Answer } from "../../calculator/index.ts";
import { specAt } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import type { BodyOf } from "../../job/events.ts";
import type { JobState } from "../../job/fold.ts";
import { figuresKnown, type Step } from "../../procedure/index.ts";
import { no } from "../answers.ts";

export type FigureStep = Exclude<Extract<Step, { kind: "compute" }>, { calculator: "clutch.stack" }>;
export type FigureCalculator = FigureStep["calculator"];
export type StepOf<C extends FigureCalculator> = Extract<FigureStep, { calculator: C }>;

export type Figures = BodyOf<"figure_taken">["figures"];
export type Worked = { figures: Figures; from: Figures };
/** A calculator that a step can be bound to: what a line at it means, and what is said of its answer. */
export type FigureRule<C extends FigureCalculator> = {
  /** What the step comes to with what was typed; refused by name where something is missing or cannot be. */
  worked: (bench: Bench, state: JobState, step: StepOf<C>, typed: string) => Answer<Worked>;
  /** The answer in words, by the figures that it holds; `of` writes one with so many decimals. */
  words: (figures: Figures, of: (name: string, decimals: number) => string) => string;
  /** What the line takes, and the words that a touch adds. */
  hint: string;
  adds?: readonly string[];
  /** What a rehearsal types, with the figure that every gauge reads; and the figures it works with, by the step's names. */
  rehearsed: (reading: number) => string;
  figures: (step: StepOf<C>, reading: number) => Readonly<Record<string, number>>;
  /** Figures of the machine that the answer changes, by key, with the names it stands under before and after. */
  remembers?: (step: StepOf<C>) => readonly { key: string; figure: string; was: string }[];
};

/** Figures by the keys under which a step asks for them, from values by the step's own names for them. */
export const byKey = (
  keys: Readonly<Record<string, string>>,
  values: Readonly<Record<string, number>>,
): Record<string, number> => Object.fromEntries(Object.entries(keys).map(([name, key]) => [key, values[name] ?? 1]));

const labelOf = (bench: Bench, key: string): string =>
  figuresKnown(bench.procedure).get(key)?.label.toLowerCase() ?? key;
/** The machine's own figures under names of a calculator; what is missing is named, never put in by itself. */
export function figuresFor<K extends string>(
  bench: Bench,
  state: JobState,
  keys: Readonly<Record<K, string>>,
): Answer<Record<K, number>> {
  const entries = Object.entries(keys) as [K, string][];
  const found = entries.map(([name, key]) => ({ name, key, spec: specAt(bench, state, key) }));
  const missing = found.filter(({ spec }) => spec?.kind !== "figure").map(({ key }) => key);
  if (missing.length > 0) {
    return no(
      "missing",
      "spec",
      `Not worked out: not on file for this machine: ${missing.map((key) => labelOf(bench, key)).join(", ")}. Enter it here, with its source; / skips this with a reason.`,
    );
  }
  const pairs = found.map(({ name, spec }) => [name, spec?.kind === "figure" ? spec.value : NaN]);
  return { ok: true, value: Object.fromEntries(pairs) as Record<K, number> };
}
