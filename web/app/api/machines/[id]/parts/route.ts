import { partTypedSchema } from "@averin/core";
import { assertRole, writing } from "@/server/http";
import { addPartOf } from "@/server/parts/store";

type Context = { params: Promise<{ id: string }> };

/** A part that stores lacked for this machine's model. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, partTypedSchema, async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead", "counter");
    return { part: await addPartOf(db, (await params).id, body, actor) };
  });
}
