import { cameFrom, currentToken, rememberSession, writing } from "@/server/http";
import { takeoverSchema } from "@/server/people/schema";
import { takeOver } from "@/server/people/store";

/** Another person goes on at this bench, by their PIN; who was here before is signed out. */
export function POST(request: Request): Promise<Response> {
  return writing(request, takeoverSchema, async ({ db, body }) => {
    const { token, actor } = await takeOver(db, (await currentToken()) ?? "", body, await cameFrom());
    await rememberSession(token);
    return { actor };
  });
}
