import { z } from "zod";

/** Field schemas shared by the calculators: strict, no coercion, ranges as the contract has them. */
/** The longest list of readings, lives or tools that is worked through in one go. */
export const MOST_ROWS = 100_000;

export const anyNumber = z.number();
export const positive = z.number().positive();
export const nonNegative = z.number().nonnegative();
export const fraction01 = z.number().min(0).max(1);
export const openFraction = z.number().gt(0).lt(1);
export const count = z.int().min(1);
export const countOrZero = z.int().min(0);
export const teeth = z.int().min(5).max(200);
export const angleDeg = z.number().min(-360).max(360);
export const temperatureC = z.number().min(-273.15);

/** A clash between two fields: reported at the later one in the signature. */
export function conflict(context: z.RefinementCtx, path: (string | number)[], message: string): void {
  context.addIssue({ code: "custom", path, message, params: { code: "conflict" } });
}

/** One of several is needed and none was given: reported at the first of them. */
export function missing(context: z.RefinementCtx, path: (string | number)[], message: string): void {
  context.addIssue({ code: "custom", path, message, params: { code: "missing" } });
}
