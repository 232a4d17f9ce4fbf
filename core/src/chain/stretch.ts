import { z } from "zod";
import { atMost, defineCalculator, fields } from "../calculator/index.ts";

/**
 * How much a chain has lengthened over a stated number of pitches, against a limit.
 * measuredMm over `pitches` pitches under light tension; limitPercent the maker's or the shop's.
 * Source: definition of elongation; the limit is the maker's.
 * @example chainStretch({ measuredMm: 256, pitches: 16, pitchMm: 15.875, limitPercent: 2 }) // percent 0.787…
 */
export const chainStretch = defineCalculator({
  name: "chain.stretch",
  formula: "percent = 100 · (measured / (pitches · pitch) − 1)",
  source: "definition of elongation",
  input: z.strictObject({
    measuredMm: fields.positive,
    pitches: fields.count,
    pitchMm: fields.positive,
    limitPercent: fields.positive,
  }),
  output: z.object({ percent: z.number(), limitMm: z.number(), verdictHint: z.enum(["inside", "past"]) }),
  compute: ({ measuredMm, pitches, pitchMm, limitPercent }) => {
    const percent = 100 * (measuredMm / (pitches * pitchMm) - 1);
    return {
      percent,
      limitMm: pitches * pitchMm * (1 + limitPercent / 100),
      verdictHint: atMost(percent, limitPercent) ? ("inside" as const) : ("past" as const),
    };
  },
});
