import { z } from "zod";
import { conditionSchema } from "./condition.ts";
import { pictureSchema } from "./drawing.ts";
import { DECISIONS, figureKey, id, rowId, sentence, taskName, tools, when } from "./spine.ts";

/** Parts and hours of one way of doing a repair, and what stays behind when it is done so. */
const costSchema = z.strictObject({
  parts: z.array(
    z.strictObject({
      role: id,
      count: z.int().min(1).max(60).default(1),
      /** Only where this holds: the second boot, where both are renewed. */
      when,
    }),
  ),
  minutes: z.int().min(0).max(10_000),
  /** The spec that holds its expected life, as far as anybody knows. */
  life: figureKey.optional(),
  leaves: sentence,
});

/** Something looked at or done again after a release: by the meter, by days, or at the next job where neither is said. */
export const recheckSchema = z.strictObject({
  /** What it is, whatever its words: a later release that leaves the same takes its place. */
  id,
  what: sentence,
  hours: z.number().positive().optional(),
  miles: z.number().positive().optional(),
  days: z.int().positive().optional(),
});

/**
 * A question answered at the bench. A school is one of several accepted ways of doing a step, with the shop's own as
 * preset; a prompt is what is cheap to do while it is apart; a choice is what kind of assembly lies here; a cause is
 * where a failure came from; an estimate sets out what each way costs and takes the owner's word.
 */
export const questionSchema = z.strictObject({
  id: rowId,
  kind: z.enum(["school", "prompt", "choice", "cause", "estimate"]),
  ask: sentence,
  because: sentence.optional(),
  /** The task in which it is asked, such as "fit:pack" or "off:judder". */
  at: taskName,
  /** Asked before the task's own work, or after it. */
  turn: z.enum(["first", "last"]).default("first"),
  when,
  /** The estimate whose ways are laid out beside it, told and not asked yet: what each costs, before anything is opened. */
  lays: rowId.optional(),
  /** How the answers look, by the name of pictures that ship: one for each in order. */
  drawing: sentence.optional(),
  ways: z
    .array(
      z.strictObject({
        word: sentence,
        means: sentence,
        /** How it looks, where the procedure draws it itself and names no drawing. */
        picture: pictureSchema.optional(),
        /** How long the step then takes or waits. */
        minutes: z.int().min(0).max(10_000).optional(),
        /** Whoever answers so has no second pair of hands: nobody is called for them. */
        alone: z.boolean().default(false),
        /** How far an adjuster is backed off. */
        turns: z.number().min(0).max(20).optional(),
        /** How the parts that look to this question face. */
        facing: sentence.optional(),
        /** How they go in, where the ways differ in it, and with which tools. */
        how: sentence.optional(),
        tools: tools.optional(),
        /** What this way proposes for parts whatever their readings; only where its condition holds. */
        proposes: z
          .array(
            z.strictObject({
              part: rowId,
              decision: z.enum(DECISIONS),
              because: sentence,
              when: conditionSchema.optional(),
            }),
          )
          .default([]),
        /** A spare that the machine carries: taken for this part; or what comes off is put aboard, as it is or made as new. */
        aboard: z.strictObject({ does: z.enum(["taken", "put", "rebuilt"]), part: rowId }).optional(),
        cost: costSchema.optional(),
        /** What this way leaves to be done later: it comes back at the next job, or when it is due. */
        recheck: recheckSchema.extend({ when: conditionSchema.optional() }).optional(),
        /** When something speaks against this way, and what: the rule is named beside it. */
        against: z.array(z.strictObject({ when: conditionSchema, because: sentence })).default([]),
      }),
    )
    .min(2)
    .max(9),
  /** The way a shop goes by until it says otherwise. */
  preset: sentence.optional(),
});
