import { z } from "zod";
import { defineCalculator, equal, fields, refuse } from "../calculator/index.ts";

/**
 * The Weibull shape and scale of lives, some of them unfinished, by maximum likelihood.
 * S(t) = exp(−(t/scale)^shape); lives above 0 in any one unit; right-censored where failed is false. b10 and b50 are
 * the lives by which 10 % and 50 % have failed. Maximum likelihood, not median ranks, which would weigh early failures
 * more and know censoring only roughly.
 * Errors: range at lives (fewer than two failures). Nulls with a reason where the likelihood has no finite maximum.
 * Source: Meeker and Escobar, Statistical Methods for Reliability Data (1998), ch. 8.
 * @example wearWeibull({ lives: [{ life: 100, failed: true }, { life: 150, failed: true }] })
 */
export const wearWeibull = defineCalculator({
  name: "wear.weibull",
  heavy: true,
  formula: "S(t) = exp(−(t/scale)^shape), shape and scale where the likelihood is greatest",
  source: "Meeker and Escobar 1998, ch. 8; checked with Lieblein and Zelen 1956",
  input: z.strictObject({
    lives: z.array(z.strictObject({ life: fields.positive, failed: z.boolean() })).max(fields.MOST_ROWS),
  }),
  output: z.object({
    shape: z.number().nullable(),
    scale: z.number().nullable(),
    b10: z.number().nullable(),
    b50: z.number().nullable(),
    logLikelihood: z.number().nullable(),
    failures: z.int(),
    reason: z.string().optional(),
  }),
  compute: ({ lives }) => {
    const failed = lives.filter((l) => l.failed);
    const failures = failed.length;
    if (failures < 2) refuse("range", "lives", "lives: at least two failures are needed for a shape.");
    const largest = Math.max(...lives.map((l) => l.life));
    if (failed.every((l) => equal(l.life, largest))) {
      return {
        shape: null,
        scale: null,
        b10: null,
        b50: null,
        logLikelihood: null,
        failures,
        reason: "Every failure is at the largest life: any steeper curve fits better, so there is no answer.",
      };
    }
    // Relative to the largest life, so that no power overflows.
    const logs = lives.map((l) => Math.log(l.life / largest));
    const meanFailedLog = failed.reduce((sum, l) => sum + Math.log(l.life / largest), 0) / failures;
    /** The score in the shape, rising in k: zero at the maximum. */
    const score = (k: number): number => {
      let weights = 0;
      let weighted = 0;
      for (const x of logs) {
        const w = Math.exp(k * x);
        weights += w;
        weighted += w * x;
      }
      return weighted / weights - 1 / k - meanFailedLog;
    };
    let low = 1;
    let high = 1;
    while (score(low) > 0) low /= 2;
    while (score(high) < 0) high *= 2;
    for (let i = 0; i < 300; i += 1) {
      const middle = (low + high) / 2;
      if (middle <= low || middle >= high) break;
      if (score(middle) < 0) low = middle;
      else high = middle;
    }
    const shape = (low + high) / 2;
    const powers = logs.reduce((sum, x) => sum + Math.exp(shape * x), 0);
    const logScale = Math.log(largest) + Math.log(powers / failures) / shape;
    const scale = Math.exp(logScale);
    const logLikelihood =
      failed.reduce((sum, l) => sum + Math.log(shape) - shape * logScale + (shape - 1) * Math.log(l.life), 0) -
      lives.reduce((sum, l) => sum + Math.exp(shape * (Math.log(l.life) - logScale)), 0);
    const quantile = (p: number): number => scale * (-Math.log1p(-p)) ** (1 / shape);
    return { shape, scale, b10: quantile(0.1), b50: quantile(0.5), logLikelihood, failures };
  },
});
