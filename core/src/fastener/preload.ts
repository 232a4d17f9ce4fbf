import { z } from "zod";
import { defineCalculator, fields } from "../calculator/index.ts";

/** Typical nut factors by surface. Common handbook values, no single source; a scatter of a quarter is usual. */
export const TYPICAL_K = { dry: 0.2, oiled: 0.15, moly: 0.12, locker: 0.18 } as const;

/**
 * Preload in kN that a torque gives: F = T / (K · d), torque in N·m, diameter in mm.
 * K given, or typical for a surface; the torque carries a large scatter, so this is a guide, never a proof of clamp.
 * Errors: missing at k or conflict at surface (exactly one of the two).
 * Source: short-form torque equation, Shigley's Mechanical Engineering Design, ch. 8.
 * @example fastenerPreload({ torqueNm: 10, diameterMm: 6, surface: "dry" }) // 8.33 kN
 */
export const fastenerPreload = defineCalculator({
  name: "fastener.preload",
  formula: "F = T / (K · d)",
  source: "Shigley's Mechanical Engineering Design, ch. 8; typical K",
  input: z
    .strictObject({
      torqueNm: fields.positive,
      diameterMm: fields.positive,
      k: fields.positive.optional(),
      surface: z.enum(["dry", "oiled", "moly", "locker"]).optional(),
    })
    .superRefine(({ k, surface }, context) => {
      if (k === undefined && surface === undefined)
        fields.missing(context, ["k"], "k is missing: give k, or a surface.");
      if (k !== undefined && surface !== undefined) {
        fields.conflict(context, ["surface"], "surface: give either k or a surface, not both.");
      }
    }),
  output: z.object({ preloadKn: z.number(), k: z.number() }),
  compute: ({ torqueNm, diameterMm, k, surface }) => {
    const factor = k ?? (surface === undefined ? NaN : TYPICAL_K[surface]);
    return { preloadKn: torqueNm / (factor * diameterMm), k: factor };
  },
});
