import { assertRole, writing } from "@/server/http";
import { sameOwner } from "@/server/machines/owners";
import { sameOwnerSchema } from "@/server/machines/schema";

type Context = { params: Promise<{ id: string }> };

/** Two owners on file turned out to be one person, or two after all. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, sameOwnerSchema, async ({ db, actor, body }) => {
    assertRole(actor, "counter", "lead", "administrator");
    await sameOwner(db, (await params).id, body.into, actor);
    return { changed: true };
  });
}
