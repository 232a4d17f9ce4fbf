import { assertRole, writing } from "@/server/http";
import { toolChangeSchema } from "@/server/tools/schema";
import { changeTool } from "@/server/tools/store";

type Context = { params: Promise<{ id: string }> };

/** What is done with a wrench: calibrated, checked, put away, in use again. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, toolChangeSchema, async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead");
    await changeTool(db, "wrenches", (await params).id, body, actor);
    return { changed: true };
  });
}
