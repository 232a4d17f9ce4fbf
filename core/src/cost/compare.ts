import { z } from "zod";
import { defineCalculator, equal, fields } from "../calculator/index.ts";

/**
 * Ways of doing a repair side by side, cheapest first.
 * total = parts + labourRate · labourH; expected = total + probability · cost of the risk; perLife = expected / life
 * where a life is given. Money and life in any one unit each; sorted by perLife when every option has a life, else by
 * expected; ties keep the order given. A cheap patch that fails on the trail may rank first: show the risk beside it.
 * Errors: conflict (a repeated id).
 * Source: expected value.
 * @example costCompare({ labourRate: 60, options: [{ id: "boot", parts: 40, labourH: 2, life: 100 }] })
 */
export const costCompare = defineCalculator({
  name: "cost.compare",
  formula: "expected = parts + rate · hours + probability · cost; per life where lives are given",
  source: "expected value",
  input: z
    .strictObject({
      labourRate: fields.nonNegative,
      options: z
        .array(
          z.strictObject({
            id: z.string().min(1),
            parts: fields.nonNegative,
            labourH: fields.nonNegative,
            life: fields.positive.optional(),
            risk: z.strictObject({ probability: fields.fraction01, cost: fields.nonNegative }).optional(),
          }),
        )
        .min(1)
        .max(fields.MOST_ROWS),
    })
    .superRefine(({ options }, context) => {
      const seen = new Set<string>();
      options.forEach(({ id }, i) => {
        if (seen.has(id)) fields.conflict(context, ["options", i, "id"], `options.${i}.id: "${id}" stands twice.`);
        seen.add(id);
      });
    }),
  output: z.object({
    ranked: z.array(
      z.object({ id: z.string(), total: z.number(), expected: z.number(), perLife: z.number().optional() }),
    ),
  }),
  compute: ({ labourRate, options }) => {
    const worked = options.map(({ id, parts, labourH, life, risk }) => {
      const total = parts + labourRate * labourH;
      const expected = total + (risk ? risk.probability * risk.cost : 0);
      return { id, total, expected, ...(life === undefined ? {} : { perLife: expected / life }) };
    });
    const byLife = options.every((option) => option.life !== undefined);
    const key = (o: { expected: number; perLife?: number }): number =>
      byLife ? (o.perLife ?? o.expected) : o.expected;
    return { ranked: worked.sort((a, b) => (equal(key(a), key(b)) ? 0 : key(a) - key(b))) };
  },
});
