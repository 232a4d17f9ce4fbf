import { assertRole, writing } from "@/server/http";
import { stepToolSchema } from "@/server/tools/schema";
import { noteStepTool } from "@/server/tools/steps";

/** A tool that was made or kept for a step is noted there. */
export function POST(request: Request): Promise<Response> {
  return writing(request, stepToolSchema, async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead");
    await noteStepTool(db, body, actor);
    return { noted: true };
  });
}
