import { z } from "zod";
import { checkInBook } from "@/server/books/store";
import { assertRole, writing } from "@/server/http";
import { handsOf } from "@/server/settings/read";

type Context = { params: Promise<{ id: string }> };

/** A second person looked a figure up in its source: it stands so. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, z.strictObject({ key: z.string().min(1).max(60) }), async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead");
    await checkInBook(db, (await params).id, body.key, actor, (await handsOf(db, null)) === 1);
    return { checked: true };
  });
}
