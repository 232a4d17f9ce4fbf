import { assertRole, writing } from "@/server/http";
import { closeRecheck, recheckDoneSchema } from "@/server/stores/rechecks";

type Context = { params: Promise<{ id: string }> };

/** Something was looked at again: what was found, and by whom. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, recheckDoneSchema, async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead");
    await closeRecheck(db, (await params).id, body.note, actor);
    return { done: true };
  });
}
