import { cameFrom, writing } from "@/server/http";
import { pinSchema, setPin } from "@/server/stores/people";

export function POST(request: Request): Promise<Response> {
  return writing(request, pinSchema, async ({ db, actor, body }) => {
    await setPin(db, actor.id, body, await cameFrom());
    return { set: true };
  });
}
