import type { Answer } from "../../calculator/index.ts";
import { caseFreeplay } from "../../case/index.ts";
import type { Bench } from "../../job/bench.ts";
import type { JobState } from "../../job/fold.ts";
import { no } from "../answers.ts";
import { byKey, type FigureRule, figuresFor, type StepOf, type Worked } from "./calculator.ts";

/**
 * Gears and links typed as top, bottom, links, with their ratio, its change, and the free play in mm that the fixed
 * centres leave before any tensioner; Enter alone takes those on file. Refused where the gears touch or the chain does
 * not go round.
 */
export function pairWorked(
  bench: Bench,
  state: JobState,
  step: StepOf<"case.freeplay">,
  typed: string,
): Answer<Worked> {
  const read = figuresFor(bench, state, step.drive);
  if (!read.ok) return read;
  const { pitch, centre, ...was } = read.value;
  const counts = typed === "" ? [was.topTeeth, was.bottomTeeth, was.links] : typed.split(/[\s/]+/).map(Number);
  const [topTeeth = NaN, bottomTeeth = NaN, links = NaN, ...more] = counts;
  if (more.length > 0 || ![topTeeth, bottomTeeth, links].every((n) => Number.isInteger(n))) {
    const message = `Three whole numbers: teeth on top, teeth at the bottom, links: ${was.topTeeth} ${was.bottomTeeth} ${was.links}.`;
    return no("type", "typed", message);
  }
  const answer = caseFreeplay({ topTeeth, bottomTeeth, links, pitchMm: pitch, centreMm: centre });
  if (!answer.ok) return answer;
  const { ratio, freePlayMm, reason } = answer.value;
  if (freePlayMm === null) {
    return no("range", "typed", `${topTeeth} over ${bottomTeeth} with ${links} links does not fit: ${reason ?? ""}`);
  }
  const changePercent = 100 * (ratio / (was.bottomTeeth / was.topTeeth) - 1);
  return {
    ok: true,
    value: {
      figures: { topTeeth, bottomTeeth, links, ratio, changePercent, freePlayMm },
      from: { ...was, pitch, centre },
    },
  };
}
// A chain that goes round the gears of its case with a little to spare.
const CASE = { topTeeth: 21, bottomTeeth: 40, pitch: 9.525, links: 76, centre: 207 };
export const pairFigure: FigureRule<"case.freeplay"> = {
  worked: pairWorked,
  words: ({ topTeeth, bottomTeeth, links }, of) =>
    `${topTeeth} over ${bottomTeeth}, ${links} links, ${of("freePlayMm", 1)} mm of play before the tensioner`,
  hint: "Enter takes these; or top, bottom, links: 21 40 76",
  rehearsed: () => "",
  figures: (step) => byKey(step.drive, CASE),
  remembers: ({ drive }) => [
    { key: drive.topTeeth, figure: "topTeeth", was: "topTeeth" },
    { key: drive.bottomTeeth, figure: "bottomTeeth", was: "bottomTeeth" },
    { key: drive.links, figure: "links", was: "links" },
  ],
};
