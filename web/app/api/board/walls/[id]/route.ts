import { z } from "zod";
import { assertRole, writing } from "@/server/http";
import { takeWallBack } from "@/server/board/store";

type Context = { params: Promise<{ id: string }> };

/** Takes an address back: nobody sees the board by it any more. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, z.strictObject({}), async ({ db, actor }) => {
    assertRole(actor, "lead", "administrator");
    await takeWallBack(db, (await params).id);
    return { takenBack: true };
  });
}
