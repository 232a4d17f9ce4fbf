import { z } from "zod";
import { defineCalculator, fields } from "../calculator/index.ts";

/**
 * Torque that a clutch pack can carry.
 * faces: friction surfaces, two to a friction disc; mu above 0 to 1.5; diameters in mm; clamp in N, or from springs at
 * their installed length. theory "wear" (run-in linings) takes the radius (Ro+Ri)/2; "pressure" (new, flat) takes
 * 2/3·(Ro³−Ri³)/(Ro²−Ri²), which is a little larger.
 * Errors: missing at clampN or conflict at springs (exactly one of the two); conflict at innerMm and installedMm.
 * Source: Shigley's Mechanical Engineering Design, ch. 16, disc clutches (uniform wear and uniform pressure).
 * @example clutchCapacity({ faces: 18, mu: 0.12, clampN: 1500, outerMm: 138, innerMm: 114, theory: "wear" })
 */
export const clutchCapacity = defineCalculator({
  name: "clutch.capacity",
  formula: "T = faces · μ · F · r, r = (Ro+Ri)/2 (wear) or 2/3·(Ro²+RoRi+Ri²)/(Ro+Ri) (pressure)",
  source: "Shigley's Mechanical Engineering Design, ch. 16",
  input: z
    .strictObject({
      faces: fields.count,
      mu: z.number().gt(0).max(1.5),
      clampN: fields.positive.optional(),
      springs: z
        .strictObject({
          count: fields.count,
          rateNPerMm: fields.positive,
          freeMm: fields.positive,
          installedMm: fields.positive,
        })
        .optional(),
      outerMm: fields.positive,
      innerMm: fields.nonNegative,
      theory: z.enum(["wear", "pressure"]),
      engineTorqueNm: fields.positive.optional(),
      primaryRatio: fields.positive.default(1),
    })
    .superRefine((input, context) => {
      if (input.clampN === undefined && input.springs === undefined) {
        fields.missing(context, ["clampN"], "clampN is missing: give the clamp force, or springs.");
      }
      if (input.clampN !== undefined && input.springs !== undefined) {
        fields.conflict(context, ["springs"], "springs: give either clampN or springs, not both.");
      }
      if (input.springs && input.springs.installedMm >= input.springs.freeMm) {
        fields.conflict(context, ["springs", "installedMm"], "springs.installedMm must be below springs.freeMm.");
      }
      if (input.innerMm >= input.outerMm) {
        fields.conflict(context, ["innerMm"], "innerMm must be below outerMm; both are diameters.");
      }
    }),
  output: z.object({
    clampN: z.number(),
    effectiveRadiusMm: z.number(),
    capacityNm: z.number(),
    demandNm: z.number().optional(),
    margin: z.number().optional(),
  }),
  compute: ({ faces, mu, clampN, springs, outerMm, innerMm, theory, engineTorqueNm, primaryRatio }) => {
    const clamp = springs ? springs.count * springs.rateNPerMm * (springs.freeMm - springs.installedMm) : clampN;
    if (clamp === undefined) throw new Error("neither clamp nor springs");
    const ro = outerMm / 2;
    const ri = innerMm / 2;
    const effectiveRadiusMm = theory === "wear" ? (ro + ri) / 2 : ((2 / 3) * (ro * ro + ro * ri + ri * ri)) / (ro + ri);
    const capacityNm = (faces * mu * clamp * effectiveRadiusMm) / 1000;
    const demandNm = engineTorqueNm === undefined ? undefined : engineTorqueNm * primaryRatio;
    return {
      clampN: clamp,
      effectiveRadiusMm,
      capacityNm,
      ...(demandNm === undefined ? {} : { demandNm, margin: capacityNm / demandNm }),
    };
  },
});
