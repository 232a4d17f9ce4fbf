import { lint } from "./lint.ts";
import { procedureShape } from "./schema.ts";

/** A procedure as it is taken in: of the right shape, and one that can be followed. Kept ones are read by `readProcedure`. */
export const procedureSchema = procedureShape.superRefine((procedure, context) => {
  for (const { path, message } of lint(procedure)) context.addIssue({ code: "custom", path, message });
});
