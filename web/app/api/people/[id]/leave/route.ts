import { z } from "zod";
import { assertRole, writing } from "@/server/http";
import { leave } from "@/server/people/store";

type Context = { params: Promise<{ id: string }> };

/** Somebody works here no more. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, z.strictObject({}), async ({ db, actor }) => {
    assertRole(actor, "administrator");
    await leave(db, (await params).id);
    return { left: true };
  });
}
