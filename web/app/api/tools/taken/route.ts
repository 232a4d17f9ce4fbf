import { reading, writing } from "@/server/http";
import { toolsTaken } from "@/server/tools/read";
import { toolTakenSchema } from "@/server/tools/schema";
import { takeTool } from "@/server/tools/store";

/** Which gauge or wrench whoever is signed in takes at which step. */
export function GET(): Promise<Response> {
  return reading(async ({ db, actor }) => ({ taken: await toolsTaken(db, actor) }));
}

export function POST(request: Request): Promise<Response> {
  return writing(request, toolTakenSchema, async ({ db, actor, body }) => {
    await takeTool(db, actor, body);
    return { taken: true };
  });
}
