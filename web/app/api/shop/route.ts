import { assertRole, writing } from "@/server/http";
import { shopSaidSchema } from "@/server/settings/schema";
import { sayShop } from "@/server/settings/store";

/** What the shop says of itself: its name, its money, its clock, its units, and what an hour of work costs. */
export function POST(request: Request): Promise<Response> {
  return writing(request, shopSaidSchema, async ({ db, actor, body }) => {
    assertRole(actor, "administrator", "lead");
    await sayShop(db, body);
    return { said: true };
  });
}
