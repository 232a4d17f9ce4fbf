import { assertRole, writing } from "@/server/http";
import { renameSchema } from "@/server/people/schema";
import { rename } from "@/server/people/store";

type Context = { params: Promise<{ id: string }> };

/** An administrator gives a person another name: two that differ only in capitals cannot be told apart at the door. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, renameSchema, async ({ db, actor, body }) => {
    assertRole(actor, "administrator");
    await rename(db, (await params).id, body.name);
    return { renamed: true };
  });
}
