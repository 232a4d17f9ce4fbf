import { assertRole, writing } from "@/server/http";
import { againSaidSchema } from "@/server/settings/schema";
import { sayAgain } from "@/server/settings/store";

/** A lead says after how long the shop looks at something again. */
export function POST(request: Request): Promise<Response> {
  return writing(request, againSaidSchema, async ({ db, actor, body }) => {
    assertRole(actor, "lead");
    await sayAgain(db, body);
    return { set: true };
  });
}
