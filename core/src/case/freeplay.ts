import { z } from "zod";
import { defineCalculator, fields } from "../calculator/index.ts";
import { isReal, pathLength, pathRadius, runLength, slackFromExcess } from "../chain/index.ts";

/**
 * Free play of a chain or toothed belt between gears at a fixed centre distance, before any tensioner.
 * Pitches and centre in mm; ratio bottom/top; excess = links · pitch − path; free play is the total movement at the
 * middle of one run that holds all the excess. Nulls with a reason: gears that touch; a chain too short (free play).
 * Source: belt geometry.
 * @example caseFreeplay({ topTeeth: 21, bottomTeeth: 40, pitchMm: 9.525, links: 74, centreMm: 207 })
 */
export const caseFreeplay = defineCalculator({
  name: "case.freeplay",
  formula: "excess = links · pitch − path; play = √((s+e)²−s²)",
  source: "belt geometry",
  input: z.strictObject({
    topTeeth: fields.teeth,
    bottomTeeth: fields.teeth,
    pitchMm: fields.positive,
    links: fields.count,
    centreMm: fields.positive,
  }),
  output: z.object({
    ratio: z.number(),
    pathMm: z.number().nullable(),
    excessMm: z.number().nullable(),
    freePlayMm: z.number().nullable(),
    reason: z.string().optional(),
  }),
  compute: ({ topTeeth, bottomTeeth, pitchMm, links, centreMm }) => {
    const ratio = bottomTeeth / topTeeth;
    const drive = { r1: pathRadius(topTeeth, pitchMm), r2: pathRadius(bottomTeeth, pitchMm) };
    if (!isReal(drive, centreMm)) {
      const reason = "The gears would touch at this centre distance.";
      return { ratio, pathMm: null, excessMm: null, freePlayMm: null, reason };
    }
    const pathMm = pathLength(drive, centreMm);
    const excessMm = links * pitchMm - pathMm;
    const freePlayMm = slackFromExcess(runLength(drive, centreMm), excessMm);
    return {
      ratio,
      pathMm,
      excessMm,
      freePlayMm,
      ...(freePlayMm === null ? { reason: "The chain is too short to go round: more links or smaller gears." } : {}),
    };
  },
});
