import { z } from "zod";
import { assertRole, writing } from "@/server/http";
import { dropStepTool } from "@/server/tools/steps";

type Context = { params: Promise<{ id: string }> };
const dropSchema = z.strictObject({ does: z.literal("no more") });

export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, dropSchema, async ({ db, actor }) => {
    assertRole(actor, "technician", "lead");
    await dropStepTool(db, (await params).id);
    return { dropped: true };
  });
}
