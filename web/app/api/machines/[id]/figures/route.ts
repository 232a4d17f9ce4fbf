import { figureTypedSchema } from "@averin/core";
import { assertRole, writing } from "@/server/http";
import { enterFigure } from "@/server/books/store";

type Context = { params: Promise<{ id: string }> };

/** A figure of one machine, with where it stands; it governs over the model's book from now on. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, figureTypedSchema, async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead");
    return { figure: await enterFigure(db, (await params).id, body, actor) };
  });
}
