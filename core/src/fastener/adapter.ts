import { z } from "zod";
import { atMost, defineCalculator, fields } from "../calculator/index.ts";

/**
 * What to set on a torque wrench with an adapter: target · L / (L + E·cos angle), in N·m; lengths in mm, 0° lengthens.
 * null with a reason where the adapter turns the lever's length to nothing.
 * Source: lever law.
 * @example fastenerAdapter({ targetNm: 100, wrenchMm: 400, adapterMm: 100, angleDeg: 0 }) // set 80
 */
export const fastenerAdapter = defineCalculator({
  name: "fastener.adapter",
  formula: "set = target · L / (L + E · cos angle)",
  source: "lever law",
  input: z.strictObject({
    targetNm: fields.positive,
    wrenchMm: fields.positive,
    adapterMm: fields.nonNegative,
    angleDeg: fields.angleDeg,
  }),
  output: z.object({ setNm: z.number().nullable(), reason: z.string().optional() }),
  compute: ({ targetNm, wrenchMm, adapterMm, angleDeg }) => {
    const lever = wrenchMm + adapterMm * Math.cos((angleDeg * Math.PI) / 180);
    if (atMost(lever, 0))
      return { setNm: null, reason: "The adapter points back past the grip: there is no lever left." };
    return { setNm: (targetNm * wrenchMm) / lever };
  },
});
