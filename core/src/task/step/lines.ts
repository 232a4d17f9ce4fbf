import { z } from "zod";
import { id, text, words } from "../../job/fields.ts";

export const stepDrafts = [
  z.strictObject({ type: z.literal("step_confirmed"), step: id, saw: text.optional() }),
] as const;

export const stepBodies = [
  z.object({ type: z.literal("step_confirmed"), step: words, caution: words.nullable(), saw: words.optional() }),
] as const;

export const stepSlots = {
  do: (step: string) => ({ kind: "do" as const, key: `do:${step}`, step }),
};

export const stepAnswers = { step_confirmed: (it: { step: string }) => stepSlots.do(it.step) };
