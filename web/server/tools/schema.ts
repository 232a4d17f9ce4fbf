import { z } from "zod";
import { perhaps, words } from "../typed.ts";

/** What is done with a gauge or a wrench that is on file. */
export const toolChangeSchema = z.discriminatedUnion("does", [
  z.strictObject({
    does: z.literal("calibrated"),
    due: z.iso.date("a day such as 2027-04-30, when it is due the next time"),
    /** How it was found before it was set, where that was told. */
    found: perhaps(200),
  }),
  z.strictObject({
    does: z.literal("checked"),
    against: words(120, "say what, such as a block of 25 mm"),
    showed: words(120, "say what it read"),
  }),
  z.strictObject({ does: z.literal("put away"), reason: words(300, "say why, such as dropped") }),
  z.strictObject({ does: z.literal("in use again") }),
]);
export type ToolChange = z.infer<typeof toolChangeSchema>;

/** A tool noted at the step in hand, with a picture taken there where there is one. */
export const stepToolSchema = z.strictObject({
  job: z.uuid(),
  task: z.string().min(1).max(160),
  words: words(200, "say what it is and where it lies, such as bent feeler, second drawer"),
  photo: z.union([z.uuid(), z.literal("")]).default(""),
});

/** The gauge or wrench that somebody takes at a step from now on. */
export const toolTakenSchema = z.strictObject({
  step: z.string().min(1).max(160),
  tool: z.string().min(1).max(60),
});
