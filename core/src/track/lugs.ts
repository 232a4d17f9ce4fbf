import { z } from "zod";
import { defineCalculator, fields, refuse } from "../calculator/index.ts";

/**
 * What a track has lost, from counts all the way round: share of lugs torn and of studs pulled, and its length.
 * Counts are whole; pitchMm is the distance from window to window, where it is given.
 * Errors: conflict where more are torn or missing than there are.
 * Source: plain counting; length = pitch · windows.
 * @example trackLugs({ windows: 48, lugs: 144, torn: 6, studs: 96, pulled: 2 }) // tornPercent 4.17, pulledPercent 2.08
 */
export const trackLugs = defineCalculator({
  name: "track.lugs",
  formula: "share = lost / there were; length = pitch · windows",
  source: "counting; geometry of a track",
  input: z.strictObject({
    windows: fields.count,
    lugs: fields.count,
    torn: fields.countOrZero,
    studs: fields.countOrZero,
    pulled: fields.countOrZero,
    pitchMm: fields.positive.optional(),
  }),
  output: z.object({ tornPercent: z.number(), pulledPercent: z.number(), lengthMm: z.number().optional() }),
  compute: ({ windows, lugs, torn, studs, pulled, pitchMm }) => {
    if (torn > lugs) refuse("conflict", "torn", "torn: more lugs torn than there are. Count again.");
    if (pulled > studs) refuse("conflict", "pulled", "pulled: more studs missing than there were. Count again.");
    return {
      tornPercent: (100 * torn) / lugs,
      pulledPercent: studs === 0 ? 0 : (100 * pulled) / studs,
      ...(pitchMm === undefined ? {} : { lengthMm: pitchMm * windows }),
    };
  },
});
