import { wrenchTypedSchema } from "@averin/core";
import { assertRole, writing } from "@/server/http";
import { addWrench } from "@/server/tools/store";

/** A torque wrench that the shop lacked, as whoever holds it typed it. */
export function POST(request: Request): Promise<Response> {
  return writing(request, wrenchTypedSchema, async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead");
    return { wrench: await addWrench(db, body) };
  });
}
