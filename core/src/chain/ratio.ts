import { z } from "zod";
import { defineCalculator, fields } from "../calculator/index.ts";

const pair = z.strictObject({ frontTeeth: fields.teeth, rearTeeth: fields.teeth });
const DRIVE = ["rpm", "primaryRatio", "gearRatio", "tyreCircumferenceMm"] as const;

/** Greatest common divisor of whole numbers above 0. */
export const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
/** Least common multiple of whole numbers above 0. */
export const lcm = (a: number, b: number): number => (a / gcd(a, b)) * b;

/**
 * Final drive ratio, its change, the road speed, and after how many links the same tooth meets the same link.
 * ratio rear/front; speed in km/h from rpm, both ratios and the tyre's circumference in mm, all four or none.
 * Errors: missing, at the first of the four that is not given.
 * Source: kinematics of a chain drive.
 * @example chainRatio({ frontTeeth: 13, rearTeeth: 48 }) // ratio 3.692…
 */
export const chainRatio = defineCalculator({
  name: "chain.ratio",
  formula: "ratio = rear / front; speed = rpm / (primary · gear · ratio) · circumference · 60 / 10⁶",
  source: "kinematics of a chain drive",
  input: z
    .strictObject({
      frontTeeth: fields.teeth,
      rearTeeth: fields.teeth,
      was: pair.optional(),
      rpm: fields.positive.optional(),
      primaryRatio: fields.positive.optional(),
      gearRatio: fields.positive.optional(),
      tyreCircumferenceMm: fields.positive.optional(),
    })
    .superRefine((input, context) => {
      const absent = DRIVE.filter((name) => input[name] === undefined);
      if (absent[0] === undefined || absent.length === DRIVE.length) return;
      fields.missing(
        context,
        [absent[0]],
        `${absent[0]} is missing: the speed needs ${DRIVE.join(", ")}, or none of them.`,
      );
    }),
  output: z.object({
    ratio: z.number(),
    changePercent: z.number().optional(),
    speedKmh: z.number().optional(),
    repeatLinks: z.int(),
  }),
  compute: ({ frontTeeth, rearTeeth, was, rpm, primaryRatio, gearRatio, tyreCircumferenceMm }) => {
    const ratio = rearTeeth / frontTeeth;
    const speed =
      rpm === undefined || primaryRatio === undefined || gearRatio === undefined || tyreCircumferenceMm === undefined
        ? undefined
        : ((rpm / (primaryRatio * gearRatio * ratio)) * tyreCircumferenceMm * 60) / 1e6;
    return {
      ratio,
      ...(was ? { changePercent: 100 * (ratio / (was.rearTeeth / was.frontTeeth) - 1) } : {}),
      ...(speed === undefined ? {} : { speedKmh: speed }),
      repeatLinks: lcm(frontTeeth, rearTeeth),
    };
  },
});
