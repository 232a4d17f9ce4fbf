import { assertRole, writing } from "@/server/http";
import { rolesSchema } from "@/server/people/schema";
import { setRoles } from "@/server/people/store";

type Context = { params: Promise<{ id: string }> };

/** An administrator says what a person does here. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, rolesSchema, async ({ db, actor, body }) => {
    assertRole(actor, "administrator");
    await setRoles(db, (await params).id, body.roles);
    return { set: true };
  });
}
