import { z } from "zod";
import { defineCalculator, fields } from "../calculator/index.ts";

/**
 * After how many jobs a tool is paid for, from what each job saves with it: time at the shop's rate, and what was bought
 * in for it before. savedPerJob = labourRate · savedMinutes / 60 + boughtIn; jobs = price / savedPerJob, rounded up, since
 * half a job saves nothing; years = jobs / jobsPerYear where it is known how many come. Money in any one unit; minutes
 * may be negative where the tool takes longer. What it spares in broken parts is not in it. Nulls with a reason where a
 * job saves nothing.
 * Errors: as the fields say.
 * Source: break-even arithmetic.
 * @example costPayback({ price: 90, labourRate: 60, savedMinutes: 30 }) // 3 jobs
 */
export const costPayback = defineCalculator({
  name: "cost.payback",
  formula: "jobs = ⌈price / (rate · minutes / 60 + bought in)⌉; years = jobs / jobs a year",
  source: "break-even arithmetic",
  input: z.strictObject({
    price: fields.positive,
    labourRate: fields.nonNegative,
    savedMinutes: fields.anyNumber,
    boughtIn: fields.nonNegative.default(0),
    jobsPerYear: fields.positive.optional(),
  }),
  output: z.object({
    savedPerJob: z.number(),
    jobs: z.int().nullable(),
    years: z.number().nullable(),
    reason: z.string().optional(),
  }),
  compute: ({ price, labourRate, savedMinutes, boughtIn, jobsPerYear }) => {
    const savedPerJob = (labourRate * savedMinutes) / 60 + boughtIn;
    if (!(savedPerJob > 0)) {
      return { savedPerJob, jobs: null, years: null, reason: "A job saves nothing with it: it is never paid for so." };
    }
    // Thirds of money are no whole jobs more.
    const jobs = Math.max(1, Math.ceil(price / savedPerJob - 1e-9));
    return { savedPerJob, jobs, years: jobsPerYear === undefined ? null : jobs / jobsPerYear };
  },
});
