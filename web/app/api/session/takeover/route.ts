import { cameFrom, currentToken, rememberSession, writing } from "@/server/http";
import { takeOver, takeoverSchema } from "@/server/stores/people";

/** Another person goes on at this bench, by their PIN; who was here before is signed out. */
export function POST(request: Request): Promise<Response> {
  return writing(request, takeoverSchema, async ({ db, body }) => {
    const { token, actor } = await takeOver(db, (await currentToken()) ?? "", body, await cameFrom());
    await rememberSession(token);
    return { actor };
  });
}
