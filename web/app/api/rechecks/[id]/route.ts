import { assertRole, writing } from "@/server/http";
import { recheckDoneSchema } from "@/server/machines/schema";
import { closeRecheck } from "@/server/machines/store";

type Context = { params: Promise<{ id: string }> };

/** Something was looked at again: what was found, and by whom. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, recheckDoneSchema, async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead");
    await closeRecheck(db, (await params).id, body.note, actor);
    return { done: true };
  });
}
