import { makeWall } from "@/server/board/store";
import { wallSchema } from "@/server/board/schema";
import { assertRole, writing } from "@/server/http";

/** An address for a wall screen; its secret is told in this answer and never again. */
export function POST(request: Request): Promise<Response> {
  return writing(request, wallSchema, async ({ db, actor, body }) => {
    assertRole(actor, "lead", "administrator");
    return makeWall(db, body.name, actor);
  });
}
