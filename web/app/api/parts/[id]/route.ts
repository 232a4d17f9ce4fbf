import { assertRole, writing } from "@/server/http";
import { partChangeSchema } from "@/server/parts/schema";
import { changePart } from "@/server/parts/store";

type Context = { params: Promise<{ id: string }> };

/** What becomes of a part: put right, priced, counted, what it fits, what may go in instead, what it holds. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, partChangeSchema, async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead", "counter");
    await changePart(db, (await params).id, body, actor);
    return { changed: true };
  });
}
