import { z } from "zod";
import { checkInBook } from "@/server/books/store";
import { assertRole, writing } from "@/server/http";
import { handsOf } from "@/server/settings/read";

type Context = { params: Promise<{ id: string }> };

const checkedSchema = z.strictObject({
  key: z.string().min(1).max(60),
  /** What it holds for, where it is not every machine of the model. */
  scope: z.string().max(500).default(""),
});

/** A second person looked a figure up in its source: it stands so. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, checkedSchema, async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead");
    await checkInBook(db, (await params).id, body, actor, (await handsOf(db, null)) === 1);
    return { checked: true };
  });
}
