import { z } from "zod";
import { defineCalculator, fields } from "../calculator/index.ts";

/**
 * How far an adjuster is turned and moves when it is backed off. turns ≥ 0; degrees; thread pitch and travel in mm.
 * Source: geometry of a screw.
 * @example caseBackoff({ turns: 0.25, threadPitchMm: 1.5 }) // degrees 90, travelMm 0.375
 */
export const caseBackoff = defineCalculator({
  name: "case.backoff",
  formula: "angle = turns · 360°; travel = turns · thread pitch",
  source: "geometry of a screw",
  input: z.strictObject({ turns: fields.nonNegative, threadPitchMm: fields.positive }),
  output: z.object({ degrees: z.number(), travelMm: z.number() }),
  compute: ({ turns, threadPitchMm }) => ({ degrees: turns * 360, travelMm: turns * threadPitchMm }),
});
