import { z } from "zod";
import { conditionSchema } from "./condition.ts";
import { figureKey, id, rowId, sentence } from "./spine.ts";

/** The length of a strip, in its own units. */
export const STRIP_LENGTH = 640;

/** What lies along a strip: where each entry stands, from its left end to its right, and what it is drawn as. */
const stripSchema = z.strictObject({
  kind: z.literal("strip"),
  ends: z.tuple([sentence, sentence]),
  places: z
    .array(
      z.strictObject({
        of: rowId,
        at: z.number().min(0).max(STRIP_LENGTH),
        shape: z.enum(["band", "ring", "cup", "race", "boot", "bell"]),
        /** A figure of the machine that is told below it, with what it counts. */
        counts: z.strictObject({ figure: figureKey, word: sentence }).optional(),
        /** When this band has a tail, which trails against the turning. */
        tail: conditionSchema.optional(),
      }),
    )
    .min(1)
    .max(40),
  /** What sits at the right end, and what is said there while it is whole, and in a work that opens it. */
  end: z.strictObject({ of: rowId, whole: sentence, opened: sentence }).optional(),
  /** The question answered with left or right that says how it turns, and what is said at the arrow. */
  turns: z.strictObject({ by: rowId, words: sentence }).optional(),
  /** When all its bands have tails, where they do not say it one by one. */
  tails: conditionSchema.optional(),
});
export type Strip = z.infer<typeof stripSchema>;

/** Two gears with what runs round them, from the machine's own figures, and the plays that are read of it. */
const gearsSchema = z.strictObject({
  kind: z.literal("gears"),
  ...{ top: id, bottom: id, pitch: id, centre: id },
  /** The points that read its play, with a short name each; the latest in the work first. */
  plays: z.array(z.strictObject({ of: rowId, name: sentence })).min(1),
  /** When a belt runs there, without a tensioner; else a chain with one. */
  belt: conditionSchema,
});
export type Gears = z.infer<typeof gearsSchema>;

/** A drawing that is worked out of figures and of what lies where; what stands where is said here, not in code. */
export const instrumentSchema = z.discriminatedUnion("kind", [stripSchema, gearsSchema]);
export type Instrument = z.infer<typeof instrumentSchema>;
