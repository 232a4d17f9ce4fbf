import { z } from "zod";
import { defineCalculator, fields } from "../calculator/index.ts";

/** Standard atmosphere, kPa. Source: ISO 2533:1975. */
export const STANDARD_ATMOSPHERE_KPA = 101.325;

/**
 * Pressure left in a boot that was vented at one volume and runs at another, in kPa over ambient; minus is suction.
 * Volumes in mL, isothermal (Boyle). A joint 60 K warmer than when it was vented holds about 20 kPa more.
 * Source: Boyle's law.
 * @example axleVent({ volumeAtVentMl: 180, volumeInUseMl: 200 }) // −10.13 kPa
 */
export const axleVent = defineCalculator({
  name: "axle.vent",
  formula: "gauge = ambient · (volume at vent / volume in use − 1)",
  source: "Boyle's law; standard atmosphere ISO 2533:1975",
  input: z.strictObject({
    volumeAtVentMl: fields.positive,
    volumeInUseMl: fields.positive,
    ambientKpa: fields.positive.default(STANDARD_ATMOSPHERE_KPA),
  }),
  output: z.object({ gaugeKpa: z.number() }),
  compute: ({ volumeAtVentMl, volumeInUseMl, ambientKpa }) => ({
    gaugeKpa: ambientKpa * (volumeAtVentMl / volumeInUseMl - 1),
  }),
});
