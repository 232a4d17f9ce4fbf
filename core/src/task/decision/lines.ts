import { z } from "zod";
import { id, item, text, undoes, whole, words } from "../../job/fields.ts";
import { DECISIONS } from "../../procedure/index.ts";

export const decisionDrafts = [
  z.strictObject({
    type: z.literal("decision_taken"),
    part: id,
    item,
    decision: z.enum(DECISIONS),
    reason: text.nullable(),
  }),
] as const;

export const decisionBodies = [
  z.object({
    type: z.literal("decision_taken"),
    undoes,
    part: words,
    item: whole,
    decision: z.enum(DECISIONS),
    proposed: z.enum(DECISIONS).nullable(),
    because: words,
    reason: words.nullable(),
  }),
] as const;

export const decisionSlots = {
  decide: (part: string, item: number) => ({ kind: "decide" as const, key: `decide:${part}:${item}`, part, item }),
};

export const decisionAnswers = {
  decision_taken: (it: { part: string; item: number }) => decisionSlots.decide(it.part, it.item),
};
