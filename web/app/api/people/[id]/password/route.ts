import { assertRole, writing } from "@/server/http";
import { freshPasswordSchema } from "@/server/people/schema";
import { resetPassword } from "@/server/people/store";

type Context = { params: Promise<{ id: string }> };

/** An administrator gives a person who forgot theirs another password. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, freshPasswordSchema, async ({ db, actor, body }) => {
    assertRole(actor, "administrator");
    await resetPassword(db, (await params).id, body.password);
    return { set: true };
  });
}
