import { assertRole, writing } from "@/server/http";
import { presetSchema } from "@/server/settings/schema";
import { setPreset } from "@/server/settings/store";

/** A lead says which way of a school is the shop's own, or the one that a machine's maker wants. */
export function POST(request: Request): Promise<Response> {
  return writing(request, presetSchema, async ({ db, actor, body }) => {
    assertRole(actor, "lead");
    await setPreset(db, body, actor);
    return { set: true };
  });
}
