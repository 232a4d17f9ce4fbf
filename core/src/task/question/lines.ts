import { z } from "zod";
import { id, text, undoes, whole, words } from "../../job/fields.ts";

/** The owner's answer to an estimate: who, in which words, and the day where it was not the day it was typed. */
const agreedSchema = z.strictObject({
  name: z.string().trim().min(1).max(80),
  wording: z.string().trim().min(1).max(300),
  on: z.iso.date().nullable(),
});
export type Agreed = z.infer<typeof agreedSchema>;

/** An estimate as it was told: its parts, its hours and their sum, in decimal text. */
const keptEstimate = z.object({
  parts: z.array(z.object({ role: words, name: words, count: whole, price: words.nullable() })),
  minutes: whole,
  labour: words.nullable(),
  total: words,
  currency: words,
});
export type Estimate = z.infer<typeof keptEstimate>;

export const questionDrafts = [
  z.strictObject({
    type: z.literal("question_answered"),
    question: id,
    word: id,
    reason: text.nullable(),
    agreed: agreedSchema.nullish(),
  }),
] as const;

export const questionBodies = [
  z.object({
    type: z.literal("question_answered"),
    undoes,
    question: words,
    word: words,
    means: words,
    /** The shop's own way then, where the question is a school. */
    preset: words.nullable(),
    /** Where it stands that its maker has it so; absent where the way was the shop's own. */
    presetBy: words.optional(),
    reason: words.nullable(),
    agreed: z.object({ name: words, wording: words, on: words.nullable() }).nullable(),
    estimate: keptEstimate.nullable(),
  }),
] as const;

export const questionSlots = {
  ask: (question: string) => ({ kind: "ask" as const, key: `ask:${question}`, question }),
};

export const questionAnswers = {
  question_answered: (it: { question: string }) => questionSlots.ask(it.question),
};
