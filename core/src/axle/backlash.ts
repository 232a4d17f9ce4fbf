import { z } from "zod";
import { atMost, defineCalculator, fields } from "../calculator/index.ts";

/**
 * The turning play of a joint from the movement read at a radius: 2·asin(play / (2·radius)) in degrees; both in mm, the
 * play as a chord. null with a reason when the play is more than the circle holds.
 * Source: geometry of a chord.
 * @example axleBacklash({ radiusMm: 150, playMm: 3 }) // 1.146°
 */
export const axleBacklash = defineCalculator({
  name: "axle.backlash",
  formula: "angle = 2 · asin(play / (2 · radius))",
  source: "geometry of a chord",
  input: z.strictObject({ radiusMm: fields.positive, playMm: fields.nonNegative }),
  output: z.object({ playDeg: z.number().nullable(), reason: z.string().optional() }),
  compute: ({ radiusMm, playMm }) => {
    if (!atMost(playMm, 2 * radiusMm)) return { playDeg: null, reason: "The play is more than the circle's diameter." };
    return { playDeg: (2 * Math.asin(Math.min(1, playMm / (2 * radiusMm))) * 180) / Math.PI };
  },
});
