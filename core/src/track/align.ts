import { z } from "zod";
import { atMost, defineCalculator, fields } from "../calculator/index.ts";

/**
 * Whether a track runs in the middle, from the gaps between guide and rail.
 * A gap is what the track still has on that side before its guide touches the rail; offset (left − right)/2 in mm,
 * plus sits right. The side it sits on is tightened.
 * Source: geometry; common practice for the correction.
 * @example trackAlign({ leftGapMm: 12, rightGapMm: 8, toleranceMm: 1 }) // off, tighten right
 */
export const trackAlign = defineCalculator({
  name: "track.align",
  formula: "offset = (left gap − right gap) / 2; centred within the tolerance",
  source: "geometry; the side it sits on is tightened, common practice",
  input: z.strictObject({
    leftGapMm: fields.nonNegative,
    rightGapMm: fields.nonNegative,
    toleranceMm: fields.nonNegative,
  }),
  output: z.object({
    offsetMm: z.number(),
    verdict: z.enum(["centred", "off"]),
    tightenSide: z.enum(["left", "right"]).nullable(),
  }),
  compute: ({ leftGapMm, rightGapMm, toleranceMm }) => {
    const offsetMm = (leftGapMm - rightGapMm) / 2;
    if (atMost(Math.abs(offsetMm), toleranceMm)) return { offsetMm, verdict: "centred" as const, tightenSide: null };
    return { offsetMm, verdict: "off" as const, tightenSide: offsetMm > 0 ? ("right" as const) : ("left" as const) };
  },
});
