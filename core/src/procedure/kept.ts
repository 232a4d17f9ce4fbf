import { withoutRules } from "../history/index.ts";
import { withPictures } from "./pictures.ts";
import { type Procedure, procedureShape, upcastProcedure } from "./schema.ts";

const kept = withoutRules(procedureShape);

/**
 * A procedure that was kept, whatever today's checks would say of it: jobs go on with what they began with.
 * Errors: HistoryFault where a later version kept it; ZodError where its shape cannot be read at all.
 */
export const readProcedure = (body: unknown): Procedure => withPictures(kept.parse(upcastProcedure(body)));
