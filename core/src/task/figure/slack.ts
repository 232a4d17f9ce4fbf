import type { Answer } from "../../calculator/index.ts";
import { chainSlack } from "../../chain/index.ts";
import type { Bench } from "../../job/bench.ts";
import { type JobState, latest } from "../../job/fold.ts";
import { no } from "../answers.ts";
import { slot } from "../lines.ts";
import { byKey, type FigureRule, figuresFor, type StepOf, type Worked } from "./calculator.ts";

/** Teeth that were chosen in this job, or the model's own. */
function teethOf(bench: Bench, state: JobState) {
  const gearing = bench.procedure.steps.find((s) => s.kind === "compute" && s.calculator === "chain.length");
  const taken = gearing && latest(state, slot.compute(gearing.id).key, "figure_taken");
  const front = taken?.figures.front;
  const rear = taken?.figures.rear;
  return typeof front === "number" && typeof rear === "number" ? { frontTeeth: front, rearTeeth: rear } : {};
}

export type SlackWorked = Worked & { curve: { deg: number; slackMm: number | null }[]; restDeg: number };

/**
 * The slack to set in the condition of the machine's rest angle, in mm, so that the stated little remains where the chain
 * is tightest; from the machine's geometry and the teeth in hand. Refused, naming what is missing.
 */
export function slackWorked(bench: Bench, state: JobState, step: StepOf<"chain.slack">): Answer<SlackWorked> {
  const read = figuresFor(bench, state, step.geometry);
  if (!read.ok) return read;
  const { frontTeeth, rearTeeth, pitch, sprocketX, sprocketY, arm, rest, from, to, remains } = {
    ...read.value,
    ...teethOf(bench, state),
  };
  const input = {
    ...{ frontTeeth, rearTeeth, pitchMm: pitch, sprocketXMm: sprocketX, sprocketYMm: sprocketY, armMm: arm },
    ...{ restDeg: rest, fromDeg: from, toDeg: to, targetTightMm: remains, steps: 61 },
  };
  const first = chainSlack({ ...input, slackAtRestMm: remains });
  if (!first.ok) return first;
  const set = first.value.setSlackAtRestMm;
  if (set === null) return no("range", "spec", first.value.reason ?? "No slack at rest leaves that at the tightest.");
  // The curve of the chain as it will be set.
  const curve = chainSlack({ ...input, slackAtRestMm: set });
  if (!curve.ok) return curve;
  return {
    ok: true,
    value: {
      figures: { set, tightestDeg: first.value.tightestDeg, remains },
      from: { frontTeeth, rearTeeth, pitch, sprocketX, sprocketY, arm, rest, from, to },
      curve: curve.value.curve,
      restDeg: rest,
    },
  };
}
// A drive that a chain goes round, and the arm that it hangs on.
const DRIVE = { frontTeeth: 13, rearTeeth: 48, pitch: 15.875 };
const SWING = { sprocketX: -70, sprocketY: 15, arm: 560, rest: -20, from: -25, to: 15, remains: 10 };
export const slackFigure: FigureRule<"chain.slack"> = {
  worked: slackWorked,
  words: (_, of) => `${of("set", 1)} mm to set`,
  hint: "Enter takes it",
  rehearsed: () => "",
  figures: (step) => byKey(step.geometry, { ...DRIVE, ...SWING }),
};
