import { z } from "zod";
import { includeSchema } from "./include.ts";
import { lint } from "./lint.ts";
import { withPictures } from "./pictures.ts";
import { procedureShape } from "./schema.ts";
import { entrySchema } from "./spine.ts";

/** A procedure as it is taken in: of the right shape, and one that can be followed. Kept ones are read by `readProcedure`. */
export const procedureSchema = procedureShape
  .superRefine((procedure, context) => {
    for (const { path, message } of lint(procedure)) context.addIssue({ code: "custom", path, message });
  })
  .transform(withPictures);

/** What a procedure's file may say: a procedure, its spine also with shared pieces by their names. */
const fileShape = procedureShape.extend({ spine: z.array(z.union([includeSchema, entrySchema])).min(1) });

/** The JSON Schema of a procedure's file, for an editor; whether it can be followed only `procedureSchema` says. */
export const procedureJsonSchema = (): object => z.toJSONSchema(fileShape, { io: "input" });
