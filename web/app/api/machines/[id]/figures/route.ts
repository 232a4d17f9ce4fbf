import { figureTypedSchema, WHOSE } from "@averin/core";
import { z } from "zod";
import { assertRole, writing } from "@/server/http";
import { enterFigure } from "@/server/books/store";

type Context = { params: Promise<{ id: string }> };

const sentSchema = z.strictObject({ ...figureTypedSchema.shape, whose: z.enum(WHOSE).default("machine") });

/** A figure with where it stands: one machine's own, which governs over its model's book, or its model's. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, sentSchema, async ({ db, actor, body: { whose, ...typed } }) => {
    assertRole(actor, "technician", "lead");
    return { figure: await enterFigure(db, (await params).id, typed, actor, whose) };
  });
}
