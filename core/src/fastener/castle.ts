import { z } from "zod";
import { defineCalculator, equal, fields } from "../calculator/index.ts";
import { lcm } from "../chain/ratio.ts";

/**
 * How far a castle nut is tightened on to the next place where a pin goes through; never back.
 * slots even, since a pin goes through both sides; pastDeg 0…360 turned past the last alignment; angles in degrees.
 * Errors: range at slots (odd).
 * Source: geometry; tightening onwards is common practice.
 * @example fastenerCastle({ slots: 6, crossHoles: 1, pastDeg: 20 }) // spacing 60, tighten 40
 */
export const fastenerCastle = defineCalculator({
  name: "fastener.castle",
  formula: "spacing = 360 / lcm(slots, 2 · cross holes); on to the next, never back",
  source: "geometry; common practice",
  input: z.strictObject({
    slots: fields.count.refine((n) => n % 2 === 0, {
      message: "slots must be even: a pin goes through both sides.",
      params: { code: "range" },
    }),
    crossHoles: fields.count,
    pastDeg: z.number().min(0).max(360),
  }),
  output: z.object({ spacingDeg: z.number(), tightenDeg: z.number() }),
  compute: ({ slots, crossHoles, pastDeg }) => {
    const spacingDeg = 360 / lcm(slots, 2 * crossHoles);
    const past = pastDeg % spacingDeg;
    const aligned = equal(past, 0) || equal(past, spacingDeg);
    return { spacingDeg, tightenDeg: aligned ? 0 : spacingDeg - past };
  },
});
