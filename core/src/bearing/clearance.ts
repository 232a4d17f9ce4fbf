import { z } from "zod";
import { defineCalculator, fields, refuse } from "../calculator/index.ts";
import { bandOfSize, CLEARANCE_BANDS, type ClearanceClass, CLEARANCES } from "./tables.ts";

/**
 * Radial internal clearance in µm of a single-row deep-groove ball bearing before mounting, by bore in mm and class.
 * Errors: unsupported at boreMm outside the table (over 2.5 to 120; C4 and C5 over 6).
 * Source: ISO 5753-1:2009, table 1.
 * @example bearingClearance({ boreMm: 25, clearance: "C3" }) // 13 to 28 µm
 */
export const bearingClearance = defineCalculator({
  name: "bearing.clearance",
  formula: "tabulated by bore and class",
  source: "ISO 5753-1:2009, table 1",
  input: z.strictObject({
    boreMm: fields.positive,
    clearance: z.enum(Object.keys(CLEARANCES) as [ClearanceClass, ...ClearanceClass[]]),
  }),
  output: z.object({ minUm: z.number(), maxUm: z.number() }),
  compute: ({ boreMm, clearance }) => {
    const band = bandOfSize(CLEARANCE_BANDS, boreMm);
    const row = band === null ? null : (CLEARANCES[clearance][band] ?? null);
    if (row === null) {
      const from = clearance === "C4" || clearance === "C5" ? 6 : 2.5;
      return refuse("unsupported", "boreMm", `boreMm: ${clearance} is tabulated over ${from} to 120 mm.`);
    }
    return { minUm: row[0], maxUm: row[1] };
  },
});
