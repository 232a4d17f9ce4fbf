import { z } from "zod";

// What drafts say is held to rules; what was kept says its shape alone, so that a rule that became stricter locks no log.

/** An id within a procedure, a shop or a job. */
export const id = z.string().min(1).max(80);
/** Words of whoever types: at most 500 signs, none of them cut in half, as a backspace may cut one. */
export const text = z
  .string()
  .trim()
  .min(1)
  .max(500)
  .refine((words) => !/\p{Surrogate}/u.test(words), "a sign in it is cut in half: delete it and type it again");
export const item = z.int().min(0).max(60);
export const place = z.int().min(1).max(60);
/** A value as typed. */
export const value = z.string().trim().min(1).max(40);

/** Anything of a kept line that is text, and anything that is a whole number. */
export const words = z.string();
export const whole = z.int();
/** What a kept line undoes of what was done before it, by slot: those lines stay in the log and count no more. */
export const undoes = z.array(z.string()).optional();
/** The load that a kept reading was taken under. */
export const keptLoad = z.object({ text: words, value: z.number(), unit: words, valueInBase: z.number() });

/** Counted on the way apart, and again on the way together. */
export const DIRECTIONS = ["apart", "together"] as const;
export type Direction = (typeof DIRECTIONS)[number];

export const PHASES = ["found", "left"] as const;
export type Phase = (typeof PHASES)[number];
