import { z } from "zod";

export const words = (most: number) => z.string().trim().min(1).max(most);

export const newMachineSchema = z.strictObject({
  book: words(60),
  mark: words(80),
  year: z.int().min(1950).max(2100).nullable(),
  meterUnit: z.enum(["h", "mi", "km"]),
  owner: z.strictObject({ name: words(120), contact: words(200) }),
});

export type NewMachine = z.infer<typeof newMachineSchema>;

export const recheckDoneSchema = z.strictObject({ note: z.string().trim().min(1).max(500) });
