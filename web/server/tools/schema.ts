import { z } from "zod";

const words = (most: number) => z.string().trim().min(1).max(most);

/** What is done with a gauge or a wrench that is on file. */
export const toolChangeSchema = z.discriminatedUnion("does", [
  z.strictObject({
    does: z.literal("calibrated"),
    due: z.iso.date("A day such as 2027-04-30: when it is due the next time."),
    /** How it was found before it was set, where that was told. */
    found: z.string().trim().max(200),
  }),
  z.strictObject({ does: z.literal("checked"), against: words(120), showed: words(120) }),
  z.strictObject({ does: z.literal("put away"), reason: words(300) }),
  z.strictObject({ does: z.literal("in use again") }),
]);
export type ToolChange = z.infer<typeof toolChangeSchema>;
