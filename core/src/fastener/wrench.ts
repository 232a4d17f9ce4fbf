import { z } from "zod";
import { atLeast, atMost, defineCalculator, equal, fields } from "../calculator/index.ts";

/** Where in its range a wrench is best used, as a share of the range. Common practice, no source. */
export const BEST_PLACE_IN_RANGE = 0.6;

const wrenchSchema = z.strictObject({
  id: z.string().min(1),
  minNm: fields.nonNegative,
  maxNm: fields.positive,
  multiplier: fields.positive.default(1),
});

/**
 * Which torque wrenches can do a torque, and which suits best.
 * Torques in N·m; the setting is target/multiplier and must lie inside the wrench's range, ends included.
 * best: setting nearest to 60 % of the range, ties to the first; null with a reason when none is able.
 * Errors: conflict (a repeated id, a range the wrong way round).
 * Source: common practice, no source.
 * @example fastenerWrench({ targetNm: 10, wrenches: [{ id: "A", minNm: 5, maxNm: 25 }] }) // best "A"
 */
export const fastenerWrench = defineCalculator({
  name: "fastener.wrench",
  formula: "setting = target / multiplier inside [min, max]; best nearest to 60 % of the range",
  source: "common practice, no source",
  input: z
    .strictObject({ targetNm: fields.positive, wrenches: z.array(wrenchSchema).max(fields.MOST_ROWS) })
    .superRefine(({ wrenches }, context) => {
      const seen = new Set<string>();
      wrenches.forEach((wrench, i) => {
        if (seen.has(wrench.id)) {
          fields.conflict(context, ["wrenches", i, "id"], `wrenches.${i}.id: "${wrench.id}" stands twice.`);
        }
        seen.add(wrench.id);
        if (wrench.minNm >= wrench.maxNm) {
          fields.conflict(context, ["wrenches", i, "maxNm"], `wrenches.${i}.maxNm must be above minNm.`);
        }
      });
    }),
  output: z.object({ able: z.array(z.string()), best: z.string().nullable(), reason: z.string().optional() }),
  compute: ({ targetNm, wrenches }) => {
    const able = wrenches
      .map((wrench) => {
        const setting = targetNm / wrench.multiplier;
        const place = (setting - wrench.minNm) / (wrench.maxNm - wrench.minNm);
        return { wrench, setting, off: Math.abs(place - BEST_PLACE_IN_RANGE) };
      })
      .filter(({ wrench, setting }) => atLeast(setting, wrench.minNm) && atMost(setting, wrench.maxNm));
    if (able.length === 0) {
      return { able: [], best: null, reason: `No wrench here covers ${targetNm} N·m.` };
    }
    const best = able.reduce((a, b) => (b.off < a.off && !equal(a.off, b.off) ? b : a));
    return { able: able.map(({ wrench }) => wrench.id), best: best.wrench.id };
  },
});
