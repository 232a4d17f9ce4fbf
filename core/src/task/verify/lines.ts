import { z } from "zod";
import { id, value, words } from "../../job/fields.ts";

export const verifyDrafts = [z.strictObject({ type: z.literal("step_verified"), step: id, typed: value })] as const;

export const verifyBodies = [
  z.object({
    type: z.literal("step_verified"),
    step: words,
    typed: words,
    /** What had to be said; null where no figure is on file or it is withheld. */
    expected: words.nullable(),
  }),
] as const;

export const verifySlots = {
  verify: (step: string) => ({ kind: "verify" as const, key: `verify:${step}`, step }),
};

export const verifyAnswers = { step_verified: (it: { step: string }) => verifySlots.verify(it.step) };
