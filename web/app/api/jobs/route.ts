import { assertRole, writing } from "@/server/http";
import { intakeSchema } from "@/server/jobs/schema";
import { openJob } from "@/server/jobs/store";

export function POST(request: Request): Promise<Response> {
  return writing(request, intakeSchema, async ({ db, actor, body }) => {
    assertRole(actor, "counter", "technician", "lead");
    return openJob(db, body, actor);
  });
}
