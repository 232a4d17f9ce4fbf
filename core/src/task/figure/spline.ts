import type { Answer } from "../../calculator/index.ts";
import { chainSpline } from "../../chain/index.ts";
import { specAt } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import type { JobState } from "../../job/fold.ts";
import { quantityParse } from "../../quantity/index.ts";
import { no } from "../answers.ts";
import type { FigureRule, StepOf, Worked } from "./calculator.ts";

/**
 * Widths typed as old sprocket, new sprocket, shaft, in mm, with the play each has; a new sprocket that is loose by the
 * figure on file is refused, and so is one that does not go on.
 */
export function splineWorked(
  bench: Bench,
  state: JobState,
  step: StepOf<"chain.spline">,
  typed: string,
): Answer<Worked> {
  const widths = typed
    .split(/\s+/)
    .filter(Boolean)
    .map((text) => quantityParse({ text, kind: "length", unit: "mm" }));
  const [old, fresh, shaft] = widths.flatMap((read) => (read.ok ? [read.value.valueInBase] : []));
  if (widths.length !== 3 || old === undefined || fresh === undefined || shaft === undefined) {
    return no(
      "type",
      "typed",
      "Three widths in mm: space of the old sprocket, space of the new, spline of the shaft: 4.62 4.21 4.05.",
    );
  }
  const spec = specAt(bench, state, step.maxPlay);
  const maxPlayMm = spec?.kind === "figure" ? spec.value : undefined;
  const fit = chainSpline({
    oldSpaceMm: old,
    newSpaceMm: fresh,
    shaftSplineMm: shaft,
    ...(maxPlayMm === undefined ? {} : { maxPlayMm }),
  });
  if (!fit.ok) return fit;
  const { oldPlayMm, newPlayMm, sprocketWearMm, fits } = fit.value;
  if (fits === false) {
    const message = `The new sprocket has ${newPlayMm.toFixed(2)} mm of play, at most ${maxPlayMm ?? 0}: a loose new sprocket is refused. Take another, and say of this one by the key “It broke, will not come, or is no good” what is wrong with it; or the shaft is worn, and that is an engine strip: skip with the reason.`;
    return no("range", "typed", message);
  }
  return {
    ok: true,
    value: {
      figures: { old, fresh, shaft, oldPlayMm, newPlayMm, sprocketWearMm },
      from: maxPlayMm === undefined ? {} : { maxPlayMm },
    },
  };
}
export const splineFigure: FigureRule<"chain.spline"> = {
  worked: splineWorked,
  words: (_, of) => `play ${of("oldPlayMm", 2)} mm with the old, ${of("newPlayMm", 2)} mm with the new`,
  hint: "three widths: old, new, shaft",
  rehearsed: (reading) => `${reading} ${reading} ${reading}`,
  figures: (step, reading) => ({ [step.maxPlay]: reading }),
};
