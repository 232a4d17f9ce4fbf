import { z } from "zod";
import { copyBook } from "@/server/books/store";
import { assertRole, writing } from "@/server/http";

type Context = { params: Promise<{ id: string }> };

/** What a sister model's book has and this one lacks is carried over, unchecked. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, z.strictObject({ from: z.string().min(1).max(60) }), async ({ db, actor, body }) => {
    assertRole(actor, "technician", "lead");
    return { copied: await copyBook(db, (await params).id, body.from, actor) };
  });
}
