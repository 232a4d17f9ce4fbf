import { type Answer, atMost } from "../../calculator/index.ts";
import { centreForLength, chainRatio, isReal, pathLength, pathRadius } from "../../chain/index.ts";
import type { Bench } from "../../job/bench.ts";
import type { JobState } from "../../job/fold.ts";
import { no } from "../answers.ts";
import { byKey, type FigureRule, figuresFor, type StepOf, type Worked } from "./calculator.ts";

/**
 * Teeth typed as front and rear, with the ratio, its change, the even length of chain that puts the axle nearest to the
 * middle of its slot, and where; Enter alone keeps the model's own. A third number is the links of a chain that is cut
 * already: where its axle comes to lie. Refused where no even length, or not that one, puts it inside.
 */
export function gearingWorked(
  bench: Bench,
  state: JobState,
  step: StepOf<"chain.length">,
  typed: string,
): Answer<Worked> {
  const read = figuresFor(bench, state, step.drive);
  if (!read.ok) return read;
  const { pitch, centre, slotFrom, slotTo, ...was } = read.value;
  const [front, rear, cut, ...more] =
    typed === "" ? [was.frontTeeth, was.rearTeeth] : typed.split(/[\s/]+/).map(Number);
  if (front === undefined || rear === undefined || more.length > 0) {
    const message =
      "Two whole numbers, front then rear: 13 48; behind them the links of a chain that is cut already: 13 48 110. Enter keeps what is on file.";
    return no("type", "typed", message);
  }
  if (cut !== undefined && !(Number.isInteger(cut) && cut > 0 && cut % 2 === 0))
    return no("range", "typed", `${cut} links: a chain closes with an even number of them. Count them once more.`);
  // Without all four figures there is no speed to show; nothing is put in by itself.
  const speed = step.speed ? figuresFor(bench, state, step.speed) : null;
  const engine = speed?.ok ? speed.value : null;
  const ratio = chainRatio({
    ...{ frontTeeth: front, rearTeeth: rear, was },
    ...(engine && { rpm: engine.rpm, primaryRatio: engine.primaryRatio, gearRatio: engine.gearRatio }),
    ...(engine && { tyreCircumferenceMm: engine.tireRound }),
  });
  if (!ratio.ok) return ratio;
  const drive = { r1: pathRadius(front, pitch), r2: pathRadius(rear, pitch) };
  if (!isReal(drive, slotFrom)) {
    return no("range", "typed", `${front}/${rear}: the sprockets would touch. Choose fewer teeth.`);
  }
  const linksAt = (mm: number): number => pathLength(drive, mm) / pitch;
  const least = 2 * Math.ceil(linksAt(slotFrom) / 2);
  const lengths: { links: number; axle: number }[] = [];
  for (let links = least; atMost(links, linksAt(slotTo)); links += 2) {
    lengths.push({ links, axle: centreForLength(drive, links * pitch, slotFrom, slotTo) });
  }
  const between = `${linksAt(slotFrom).toFixed(1)} to ${linksAt(slotTo).toFixed(1)}`;
  const best =
    cut === undefined
      ? lengths.sort((a, b) => Math.abs(a.axle - centre) - Math.abs(b.axle - centre))[0]
      : lengths.find(({ links }) => links === cut);
  if (!best && cut !== undefined) {
    const message = `${front}/${rear} with ${cut} links: the axle would lie outside its slot, which takes ${between} links. ${cut > linksAt(slotTo) ? "Cut it shorter, or a tooth more." : "Another chain, or a tooth less."}`;
    return no("range", "typed", message);
  }
  if (!best) {
    const message = `${front}/${rear}: the slot takes a chain of ${between} links, and none of these is even. Choose a tooth more or less.`;
    return no("range", "typed", message);
  }
  const { changePercent = 0, repeatLinks } = ratio.value;
  return {
    ok: true,
    value: {
      figures: {
        ...{ front, rear, ...best, ratio: ratio.value.ratio, changePercent, repeatLinks },
        ...(ratio.value.speedKmh === undefined ? {} : { speedKmh: ratio.value.speedKmh, atRpm: engine?.rpm ?? 0 }),
      },
      from: { ...was, pitch, centre, slotFrom, slotTo },
    },
  };
}
// A drive that a chain goes round, and a slot that its axle lies in.
// A drive that a chain goes round, and a slot that its axle lies in.
const DRIVE = { frontTeeth: 13, rearTeeth: 48, pitch: 15.875, centre: 590, slotFrom: 560, slotTo: 620 };
export const gearingFigure: FigureRule<"chain.length"> = {
  worked: gearingWorked,
  words: ({ front, rear, links }) => `${front}/${rear}, ${links} links`,
  hint: "Enter keeps these; or front and rear: 14 48; links too, of a chain that is cut: 14 48 112",
  rehearsed: () => "",
  figures: (step) => byKey({ ...step.drive, ...step.speed }, DRIVE),
  remembers: ({ drive }) => [
    { key: drive.frontTeeth, figure: "front", was: "frontTeeth" },
    { key: drive.rearTeeth, figure: "rear", was: "rearTeeth" },
  ],
};
