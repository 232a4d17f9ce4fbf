import { figureTypedSchema } from "@averin/core";
import { z } from "zod";
import { enterInBook } from "@/server/books/store";
import { assertRole, writing } from "@/server/http";

type Context = { params: Promise<{ id: string }> };
const sentSchema = z.strictObject({
  ...figureTypedSchema.shape,
  reason: z.string().trim().max(500).default(""),
  /** The scope of the figure that it takes the place of; without one it stands beside others, or in the place of its like. */
  instead: z.string().max(500).nullable().default(null),
});

/** A figure of a whole model; where one is on file it is superseded, with the reason. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, sentSchema, async ({ db, actor, body: { reason, instead, ...typed } }) => {
    assertRole(actor, "technician", "lead");
    return { figure: await enterInBook(db, (await params).id, typed, reason, actor, instead) };
  });
}
