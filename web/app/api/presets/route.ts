import { assertRole, writing } from "@/server/http";
import { presetSchema } from "@/server/settings/schema";
import { setPreset } from "@/server/settings/store";

/** A lead says which way of a school is the shop's own. */
export function POST(request: Request): Promise<Response> {
  return writing(request, presetSchema, async ({ db, actor, body }) => {
    assertRole(actor, "lead");
    await setPreset(db, body);
    return { set: true };
  });
}
