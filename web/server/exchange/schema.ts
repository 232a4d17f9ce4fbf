import { z } from "zod";
import { CODINGS } from "./files.ts";

/** How a file is sent out. */
export const asSchema = z.enum(["csv", "json"], "as is csv or json");

/** What is said with a file: whether it is taken or only looked at, why its figures take others' place, its coding. */
export const fileAskedSchema = z.strictObject({
  do: z.enum(["look", "take"], "do is look or take"),
  reason: z.string().trim().max(500).default(""),
  coding: z.enum(CODINGS, `one of ${CODINGS.join(", ")}`).optional(),
});
