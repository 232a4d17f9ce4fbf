import { assertRole, writing } from "@/server/http";
import { newPartSchema } from "@/server/parts/schema";
import { addPart } from "@/server/parts/store";

/** A part that stores lacked. */
export function POST(request: Request): Promise<Response> {
  return writing(request, newPartSchema, async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead", "counter");
    return { part: await addPart(db, body, actor) };
  });
}
