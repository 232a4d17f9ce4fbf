import { z } from "zod";
import { atMost, defineCalculator, fields } from "../calculator/index.ts";

/** Room to slide the ring on, µm. Common practice, no source. */
export const MOUNT_GAP_UM = 15;
/** Expansion of bearing steel, per K. Typical for 100Cr6, common handbook value. */
export const STEEL_ALPHA_PER_K = 12e-6;
/** Hottest for open bearings, °C; sealed ones take 80. Common practice of bearing makers, no single source. */
export const MOUNT_MAX_C = 120;
export const MOUNT_MAX_SEALED_C = 80;

/**
 * How hot a ring must be to slide on without force: ambient + (interference + gap) / (1000 · alpha · bore), in °C.
 * boreMm in mm, interference and gap in µm, alpha per K.
 * Source: linear thermal expansion.
 * @example bearingMount({ boreMm: 25, interferenceUm: 21, ambientC: 20 }) // 140 °C, not allowed
 */
export const bearingMount = defineCalculator({
  name: "bearing.mount",
  formula: "heat to = ambient + (interference + gap) / (1000 · α · bore)",
  source: "linear thermal expansion; gap, α and the hottest are common practice",
  input: z.strictObject({
    boreMm: fields.positive,
    interferenceUm: fields.nonNegative,
    ambientC: fields.temperatureC,
    gapUm: fields.nonNegative.default(MOUNT_GAP_UM),
    alphaPerK: fields.positive.default(STEEL_ALPHA_PER_K),
    maxC: fields.temperatureC.default(MOUNT_MAX_C),
  }),
  output: z.object({ heatToC: z.number(), allowed: z.boolean() }),
  compute: ({ boreMm, interferenceUm, ambientC, gapUm, alphaPerK, maxC }) => {
    const heatToC = ambientC + (interferenceUm + gapUm) / (1000 * alphaPerK * boreMm);
    return { heatToC, allowed: atMost(heatToC, maxC) };
  },
});
