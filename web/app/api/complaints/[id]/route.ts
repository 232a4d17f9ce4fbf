import { assertRole, writing } from "@/server/http";
import { sayOfComplaint } from "@/server/parts/complaints";
import { complaintSaidSchema } from "@/server/parts/schema";

type Context = { params: Promise<{ id: string }> };

/** What is done about a complaint of a part. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, complaintSaidSchema, async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead", "counter");
    await sayOfComplaint(db, (await params).id, body, actor);
    return { kept: true };
  });
}
