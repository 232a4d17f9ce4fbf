import { z } from "zod";

export const presetSchema = z.strictObject({ question: z.string().min(1).max(60), word: z.string().min(1).max(80) });
