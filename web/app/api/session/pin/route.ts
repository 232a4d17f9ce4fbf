import { cameFrom, writing } from "@/server/http";
import { pinSchema } from "@/server/people/schema";
import { setPin } from "@/server/people/store";

export function POST(request: Request): Promise<Response> {
  return writing(request, pinSchema, async ({ db, actor, body }) => {
    await setPin(db, actor.id, body, await cameFrom());
    return { set: true };
  });
}
