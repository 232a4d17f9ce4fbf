import { z } from "zod";
import { keptGauge } from "../../job/bench.ts";
import { id, keptLoad, undoes, value, words } from "../../job/fields.ts";

export const adjustDrafts = [
  z.strictObject({
    type: z.literal("adjust_read"),
    step: id,
    text: value,
    gauge: id,
    under: value.nullish(),
    condition: value.nullish(),
  }),
  z.strictObject({
    type: z.literal("adjust_turned"),
    step: id,
    amount: z.number().min(-1000).max(1000),
    /** Which of two sides, by its name; none where both are turned alike. */
    side: z.string().min(1).max(40).nullish(),
    /** Whether the direction was said with it, by a sign. */
    signed: z.boolean().nullish(),
  }),
] as const;

export const adjustBodies = [
  z.object({
    type: z.literal("adjust_read"),
    step: words,
    text: words,
    value: z.number(),
    unit: words,
    valueInBase: z.number(),
    gauge: keptGauge,
    /** What it had to come inside of then; null where no figure is known. */
    aim: z.object({ min: z.number(), max: z.number(), target: z.number(), from: words }).nullable(),
    under: keptLoad.nullable(),
    condition: words.nullable(),
    /** Both sides where two are read; what is judged is how far they differ. */
    sides: z.tuple([z.number(), z.number()]).nullable(),
  }),
  z.object({
    type: z.literal("adjust_turned"),
    undoes,
    step: words,
    amount: z.number(),
    side: words.nullable(),
    /** What was suggested then, in the unit that is turned; null where nothing could be. */
    suggested: z.number().nullable(),
  }),
] as const;

export const adjustSlots = {
  adjust: (step: string) => ({ kind: "adjust" as const, key: `adjust:${step}`, step }),
};

const adjust = (it: { step: string }) => adjustSlots.adjust(it.step);
export const adjustAnswers = { adjust_read: adjust, adjust_turned: adjust };
