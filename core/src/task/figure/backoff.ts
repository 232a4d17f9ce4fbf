import type { Answer } from "../../calculator/index.ts";
import { caseBackoff } from "../../case/index.ts";
import { specAt, wayOf } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import type { JobState } from "../../job/fold.ts";
import { quantityParse } from "../../quantity/index.ts";
import { no } from "../answers.ts";
import type { FigureRule, StepOf, Worked } from "./calculator.ts";

/** A plain number, fractions too; null where it is none. */
function plainNumber(text: string): number | null {
  const read = /^[\d\s.,/]+$/.test(text) ? quantityParse({ text, kind: "length", unit: "mm" }) : null;
  return read?.ok ? read.value.value : null;
}

/**
 * How far to back the adjuster off, in turns and in mm of travel by its thread; the turns by the school that was
 * answered. Typed, how far it went in before, in turns: then what was taken up is kept too.
 */
export function backoffWorked(
  bench: Bench,
  state: JobState,
  step: StepOf<"case.backoff">,
  typed: string,
): Answer<Worked> {
  const turns = wayOf(bench, state, step.turnsBy)?.turns;
  if (turns === undefined)
    return no("missing", "step", "Say first which way the tension is set: it is asked in this work.");
  const inTurns = typed === "" ? null : plainNumber(typed);
  if (typed !== "" && inTurns === null) {
    const message = `"${typed}" is no number of turns. How far it went in before it is backed off: 1.5 or 1 1/2; Enter leaves it out.`;
    return no("type", "typed", message);
  }
  const takenUp = inTurns === null ? {} : { inTurns, takenUp: inTurns - turns };
  const spec = specAt(bench, state, step.pitch);
  // Without the thread's pitch the turns still hold; the millimetres are left out, not made up.
  if (spec?.kind !== "figure") return { ok: true, value: { figures: { turns, ...takenUp, travelMm: null }, from: {} } };
  const answer = caseBackoff({ turns, threadPitchMm: spec.value });
  if (!answer.ok) return answer;
  return {
    ok: true,
    value: {
      figures: { turns, ...takenUp, travelMm: answer.value.travelMm },
      from: { threadPitchMm: spec.value },
    },
  };
}
export const backoffFigure: FigureRule<"case.backoff"> = {
  worked: backoffWorked,
  words: ({ turns, travelMm, takenUp }, of) =>
    `back off ${turns} of a turn, ${360 * Number(turns)}°${travelMm === null ? "" : `, ${of("travelMm", 2)} mm`}${takenUp === undefined ? "" : `; ${of("takenUp", 2)} turns taken up`}`,
  hint: "Enter takes it; or how far it went in: 1.5",
  rehearsed: () => "",
  figures: (step, reading) => ({ [step.pitch]: reading }),
};
