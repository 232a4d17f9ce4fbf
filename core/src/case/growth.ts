import { z } from "zod";
import { defineCalculator, fields } from "../calculator/index.ts";
import { EXCESS_TOLERANCE_MM, excessFromSlack, slackFromExcess } from "../chain/geometry.ts";

/**
 * How the play of a belt or chain changes when the case grows hot and the shafts part, or what growth two readings tell.
 * spanMm: one run; plays are total movements at its middle; all in mm. To first order each of two runs lengthens by the
 * growth g: s' = s+g, e' = e−2g. A geometric estimate only: shafts and belts give too; the hot check decides.
 * Errors: missing at growthMm or conflict at hotPlayMm (exactly one of the two); range at growthMm (span + growth must
 * stay above 0) and at hotPlayMm (must be below 2·span + e).
 * Source: belt geometry, first order.
 * @example caseGrowth({ spanMm: 300, coldPlayMm: 19, growthMm: 0.25 })
 */
export const caseGrowth = defineCalculator({
  name: "case.growth",
  formula: "s' = s + g, e' = e − 2g; play = √((s'+e')² − s'²)",
  source: "belt geometry, first order",
  input: z
    .strictObject({
      spanMm: fields.positive,
      coldPlayMm: fields.nonNegative,
      growthMm: z.number().optional(),
      hotPlayMm: fields.nonNegative.optional(),
    })
    .superRefine(({ spanMm, coldPlayMm, growthMm, hotPlayMm }, context) => {
      const range = (path: string, message: string): void => {
        context.addIssue({ code: "custom", path: [path], message, params: { code: "range" } });
      };
      if (growthMm === undefined && hotPlayMm === undefined) {
        fields.missing(context, ["growthMm"], "growthMm is missing: give the growth, or the play when hot.");
      } else if (growthMm !== undefined && hotPlayMm !== undefined) {
        fields.conflict(context, ["hotPlayMm"], "hotPlayMm: give either growthMm or hotPlayMm, not both.");
      } else if (growthMm !== undefined && spanMm + growthMm <= 0) {
        range("growthMm", "growthMm: the span must stay above 0.");
      } else if (hotPlayMm !== undefined && hotPlayMm >= 2 * spanMm + excessFromSlack(spanMm, coldPlayMm)) {
        range("hotPlayMm", "hotPlayMm: no growth gives that much play on this span.");
      }
    }),
  output: z.object({ hotPlayMm: z.number().optional(), growthMm: z.number().optional(), tight: z.boolean() }),
  compute: ({ spanMm, coldPlayMm, growthMm, hotPlayMm }) => {
    const excess = excessFromSlack(spanMm, coldPlayMm);
    if (growthMm !== undefined) {
      const hotExcess = excess - 2 * growthMm;
      if (hotExcess <= EXCESS_TOLERANCE_MM) return { hotPlayMm: 0, tight: true };
      const play = slackFromExcess(spanMm + growthMm, hotExcess);
      if (play === null) throw new Error("a positive excess without play");
      return { hotPlayMm: play, tight: false };
    }
    if (hotPlayMm === undefined) throw new Error("neither growth nor hot play");
    // (s'+e')² − s'² = e'·(2s'+e') = (e−2g)·(2s+e): linear in g.
    const hotExcess = (hotPlayMm * hotPlayMm) / (2 * spanMm + excess);
    return { growthMm: (excess - hotExcess) / 2, tight: hotExcess <= EXCESS_TOLERANCE_MM };
  },
});
