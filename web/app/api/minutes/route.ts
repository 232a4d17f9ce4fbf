import { assertRole, writing } from "@/server/http";
import { minutesSchema } from "@/server/settings/schema";
import { sayMinutes } from "@/server/settings/store";

/** A lead says what the shop reckons a work with. */
export function POST(request: Request): Promise<Response> {
  return writing(request, minutesSchema, async ({ db, actor, body }) => {
    assertRole(actor, "lead");
    await sayMinutes(db, body);
    return { set: true };
  });
}
