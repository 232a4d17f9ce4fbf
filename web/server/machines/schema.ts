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

export const recheckDoneSchema = z.strictObject({ note: z.string().trim().min(1).max(500) });
