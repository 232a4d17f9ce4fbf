import { gaugeTypedSchema } from "@averin/core";
import { assertRole, writing } from "@/server/http";
import { addGauge } from "@/server/tools/store";

/** A gauge that the shop lacked, as whoever holds it typed it. */
export function POST(request: Request): Promise<Response> {
  return writing(request, gaugeTypedSchema, async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead");
    return { gauge: await addGauge(db, body) };
  });
}
