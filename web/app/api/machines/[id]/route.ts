import { assertRole, writing } from "@/server/http";
import { changeMachine } from "@/server/machines/changes";
import { machineChangeSchema } from "@/server/machines/schema";

type Context = { params: Promise<{ id: string }> };

/** What becomes of a machine: put right, sold, retired, in use again. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, machineChangeSchema, async ({ db, actor, body }) => {
    assertRole(actor, "counter", "technician", "lead");
    await changeMachine(db, (await params).id, body, actor);
    return { changed: true };
  });
}
