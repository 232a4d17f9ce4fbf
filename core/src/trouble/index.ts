import { z } from "zod";
import file from "./troubles.json" with { type: "json" };

const id = z.string().regex(/^[a-z][a-z-]*$/);
const words = z.string().min(1);

const troubleSchema = z.strictObject({
  id,
  /** What it is called where it is chosen, and what is said of a fastener or part that has it. */
  name: words,
  says: words,
  /** What can have it. */
  of: z.array(z.enum(["fasteners", "parts"])).min(1),
  /** Whether it is said of the new one: another is taken from stores besides. */
  ofNew: z.boolean().default(false),
  /** Whether a complaint is kept of it, for whoever sold it. */
  complaint: z.boolean().default(false),
  source: words,
  /** What is looked at before anything is tried. */
  look: words,
  caution: words,
  /** What is tried, the gentlest first. */
  tries: z.array(z.strictObject({ id, says: words })).min(1),
  /** How it may end. */
  ends: z
    .array(
      z.strictObject({
        id,
        says: words,
        /** Whether the fastener or part is another one from then on. */
        renews: z.boolean(),
        /** Whether the owner agrees first. */
        owner: z.boolean(),
        /** Whether the torque on file was for what is no longer there. */
        torque: z.boolean(),
        /** Whether it is looked at again at the next job. */
        again: z.boolean(),
        /** Whether the old one goes in again: one that is used once does not. */
        old: z.boolean().default(false),
        /** Whether nothing was wrong with it after all: no complaint stands. */
        right: z.boolean().default(false),
      }),
    )
    .min(1),
});
export type Trouble = z.infer<typeof troubleSchema>;

/** What goes wrong under the hand on any assembly: what to look at, what is tried in which order, and how it may end. */
export const TROUBLES: readonly Trouble[] = z.array(troubleSchema).parse(file);

export const troubleCalled = (called: string): Trouble | undefined => TROUBLES.find((one) => one.id === called);
