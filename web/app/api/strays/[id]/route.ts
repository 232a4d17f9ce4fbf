import { writing } from "@/server/http";
import { settleSchema } from "@/server/jobs/schema";
import { settleStray } from "@/server/jobs/straysTaken";

type Context = { params: Promise<{ id: string }> };

/** What became of a line that was not taken: typed again, or put away with a word. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, settleSchema, async ({ db, actor, body }) => {
    await settleStray(db, (await params).id, body, actor);
    return { settled: true };
  });
}
