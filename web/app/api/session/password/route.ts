import { cameFrom, currentToken, writing } from "@/server/http";
import { ownPasswordSchema } from "@/server/people/schema";
import { changePassword } from "@/server/people/store";

/** A person changes their own password. */
export function POST(request: Request): Promise<Response> {
  return writing(request, ownPasswordSchema, async ({ db, actor, body }) => {
    await changePassword(db, { personId: actor.id, token: await currentToken() }, body, await cameFrom());
    return { changed: true };
  });
}
