import { assertRole, writing } from "@/server/http";
import { changeOwner } from "@/server/machines/changes";
import { ownerSchema } from "@/server/machines/schema";

type Context = { params: Promise<{ id: string }> };

/** How an owner is called, and where. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, ownerSchema, async ({ db, actor, body }) => {
    assertRole(actor, "counter", "technician", "lead");
    await changeOwner(db, (await params).id, body);
    return { changed: true };
  });
}
