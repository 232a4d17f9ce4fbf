import { z } from "zod";
import { atMost, defineCalculator, fields } from "../calculator/index.ts";

/** Life exponents. Source: ISO 281:2007, 5.3 and 6.3. */
export const LIFE_EXPONENT = { ball: 3, roller: 10 / 3 } as const;

/**
 * Basic rating life: the revolutions (in millions) and hours that nine in ten bearings reach.
 * Loads in kN, speed in rpm. Basic life only, not the modified life of ISO 281 clause 9, which counts lubrication.
 * Beyond P = C/2 a warning: the formula does not hold there.
 * Source: ISO 281:2007.
 * @example bearingLife({ dynamicKn: 14, equivalentKn: 1.4, rpm: 1000, kind: "ball" }) // 1000 million revolutions
 */
export const bearingLife = defineCalculator({
  name: "bearing.life",
  formula: "L10 = (C/P)^p, p = 3 for balls, 10/3 for rollers",
  source: "ISO 281:2007",
  input: z.strictObject({
    dynamicKn: fields.positive,
    equivalentKn: fields.positive,
    rpm: fields.positive,
    kind: z.enum(["ball", "roller"]),
  }),
  output: z.object({ l10MillionRev: z.number(), l10H: z.number(), warning: z.string().optional() }),
  compute: ({ dynamicKn, equivalentKn, rpm, kind }) => {
    const l10MillionRev = (dynamicKn / equivalentKn) ** LIFE_EXPONENT[kind];
    const l10H = (l10MillionRev * 1e6) / (60 * rpm);
    if (atMost(equivalentKn, dynamicKn / 2)) return { l10MillionRev, l10H };
    return {
      l10MillionRev,
      l10H,
      warning: "The load is beyond half the dynamic rating: the formula does not hold there.",
    };
  },
});
