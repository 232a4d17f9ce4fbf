import { z } from "zod";
import { atMost, defineCalculator, fields, refuse } from "../calculator/index.ts";

/**
 * How a sprocket fits its shaft: the old one, the new one and the splines between them.
 * Widths across one flank in mm: the space of each sprocket and the spline of the shaft, at the worst place.
 * play = space − spline; what the new sprocket takes away is the old one's wear, what stays is the shaft's.
 * Errors: conflict where the new sprocket's space is narrower than the shaft's spline: it does not go on.
 * Source: plain arithmetic of the fit.
 * @example chainSpline({ oldSpaceMm: 4.6, newSpaceMm: 4.2, shaftSplineMm: 4.05 }) // newPlayMm 0.15, sprocketWearMm 0.4
 */
export const chainSpline = defineCalculator({
  name: "chain.spline",
  formula: "play = space − spline; sprocket's wear = old space − new space",
  source: "arithmetic of the fit",
  input: z.strictObject({
    oldSpaceMm: fields.positive.max(50),
    newSpaceMm: fields.positive.max(50),
    shaftSplineMm: fields.positive.max(50),
    maxPlayMm: fields.nonNegative.optional(),
  }),
  output: z.object({
    oldPlayMm: z.number(),
    newPlayMm: z.number(),
    sprocketWearMm: z.number(),
    /** Whether the new sprocket is inside the largest play; absent where none is given. */
    fits: z.boolean().optional(),
  }),
  compute: ({ oldSpaceMm, newSpaceMm, shaftSplineMm, maxPlayMm }) => {
    const newPlayMm = newSpaceMm - shaftSplineMm;
    if (newPlayMm < 0) {
      refuse(
        "conflict",
        "newSpaceMm",
        "newSpaceMm is narrower than the shaft's spline: that sprocket does not go on. Measure again, or take another.",
      );
    }
    return {
      oldPlayMm: oldSpaceMm - shaftSplineMm,
      newPlayMm,
      sprocketWearMm: oldSpaceMm - newSpaceMm,
      ...(maxPlayMm === undefined ? {} : { fits: atMost(newPlayMm, maxPlayMm) }),
    };
  },
});
