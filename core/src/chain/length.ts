import { z } from "zod";
import { defineCalculator, equal, fields } from "../calculator/index.ts";
import { centreForLength, isReal, pathLength, pathRadius } from "./geometry.ts";

/**
 * Chain length in pitches for two sprockets, the even length to order, and where that puts the axle.
 * pitchMm and centreMm in mm. pitches from the exact belt path on circles of circumference N·p; approximatePitches from
 * the handbook form, which leaves out higher terms. Nulls with a reason where the sprockets would touch.
 * Source: belt geometry; handbook form as in Machinery's Handbook, roller chain length.
 * @example chainLength({ frontTeeth: 13, rearTeeth: 48, pitchMm: 15.875, centreMm: 590 })
 */
export const chainLength = defineCalculator({
  name: "chain.length",
  formula: "pitches = path / p; approximately 2C/p + (N1+N2)/2 + ((N2−N1)/2π)²·p/C",
  source: "belt geometry; Machinery's Handbook, roller chain length",
  input: z.strictObject({
    frontTeeth: fields.teeth,
    rearTeeth: fields.teeth,
    pitchMm: fields.positive,
    centreMm: fields.positive,
  }),
  output: z.object({
    pitches: z.number().nullable(),
    evenPitches: z.int().nullable(),
    centreAtEvenMm: z.number().nullable(),
    approximatePitches: z.number(),
    reason: z.string().optional(),
  }),
  compute: ({ frontTeeth, rearTeeth, pitchMm, centreMm }) => {
    const approximatePitches =
      (2 * centreMm) / pitchMm +
      (frontTeeth + rearTeeth) / 2 +
      (((rearTeeth - frontTeeth) / (2 * Math.PI)) ** 2 * pitchMm) / centreMm;
    const drive = { r1: pathRadius(frontTeeth, pitchMm), r2: pathRadius(rearTeeth, pitchMm) };
    if (!isReal(drive, centreMm)) {
      const reason = "The sprockets would touch at this centre distance: no chain goes round them.";
      return { pitches: null, evenPitches: null, centreAtEvenMm: null, approximatePitches, reason };
    }
    const pitches = pathLength(drive, centreMm) / pitchMm;
    const below = 2 * Math.floor(pitches / 2);
    const evenPitches = equal(pitches, below) ? below : below + 2;
    const centreAtEvenMm = equal(pitches, evenPitches)
      ? centreMm
      : centreForLength(drive, evenPitches * pitchMm, centreMm, (evenPitches * pitchMm) / 2);
    return { pitches, evenPitches, centreAtEvenMm, approximatePitches };
  },
});
