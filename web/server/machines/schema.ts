import { z } from "zod";

export const words = (most: number) => z.string().trim().min(1).max(most);

const common = {
  mark: words(80),
  year: z.int().min(1950).max(2100).nullable(),
  meterUnit: z.enum(["h", "mi", "km"]),
  /** Who owns it, where that is known. */
  owner: z.strictObject({ name: z.string().trim().max(120), contact: z.string().trim().max(200) }),
};

/** A machine not seen before: of a model that has a book, or of one that nobody knows yet. */
export const newMachineSchema = z.union([
  z.strictObject({ book: words(60), ...common }),
  z.strictObject({ maker: words(80), model: words(80), kind: words(60), ...common }),
]);

export type NewMachine = z.infer<typeof newMachineSchema>;

const year = z
  .string()
  .trim()
  .regex(/^(19[5-9]\d|20\d\d)?$/, "The year takes four figures, such as 2023; empty where nobody knows it.")
  .transform((typed) => (typed === "" ? null : Number(typed)));

/** What becomes of a machine that is on file. */
export const machineChangeSchema = z.discriminatedUnion("does", [
  z.strictObject({ does: z.literal("put right"), mark: words(80), year, serial: z.string().trim().max(60) }),
  z.strictObject({ does: z.literal("sold"), name: words(120), contact: z.string().trim().max(200) }),
  z.strictObject({ does: z.literal("retired"), reason: words(300) }),
  z.strictObject({ does: z.literal("in use again") }),
]);
export type MachineChange = z.infer<typeof machineChangeSchema>;

/** How an owner is called, and where. */
export const ownerSchema = z.strictObject({ name: words(120), contact: z.string().trim().max(200) });

export const recheckDoneSchema = z.strictObject({ note: z.string().trim().min(1).max(500) });
