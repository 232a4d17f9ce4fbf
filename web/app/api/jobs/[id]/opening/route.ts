import { assertRole, writing } from "@/server/http";
import { correctOpening } from "@/server/jobs/correction";
import { correctionSchema } from "@/server/jobs/schema";

type Context = { params: Promise<{ id: string }> };

/** What was said wrongly when the machine came in is put right; asked for dry, it is only said what that comes to. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, correctionSchema, async ({ db, actor, body }) => {
    assertRole(actor, "counter", "technician", "lead");
    return correctOpening(db, (await params).id, body, actor);
  });
}
