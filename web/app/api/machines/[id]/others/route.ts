import { z } from "zod";
import { assertRole, writing } from "@/server/http";
import { lookAtSisters } from "@/server/machines/sisters";
import { words } from "@/server/typed";

type Context = { params: Promise<{ id: string }> };

const asked = z.strictObject({ point: words(60, "say at which point the fault was found") });

/** What was found on a machine is looked at on the others of its model. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, asked, async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead", "counter");
    return lookAtSisters(db, { machineId: (await params).id, point: body.point }, actor);
  });
}
